/** Values pinned to times, and what lies between. */
package foldback.core.keys;
