/** Following what is seen at a place of the sphere from picture to picture. */
package foldback.core.follow;
