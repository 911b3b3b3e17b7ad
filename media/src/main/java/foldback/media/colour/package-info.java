/** Files that describe colour. */
package foldback.media.colour;
