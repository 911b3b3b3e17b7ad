/** Tags inside media files that say what the picture is: the open spherical metadata, versions 1 and 2. */
package foldback.media.tags;
