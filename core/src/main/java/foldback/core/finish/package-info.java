/** What happens to a stitched canvas before it is looked at or delivered: colour transforms, and fewer bits. */
package foldback.core.finish;
