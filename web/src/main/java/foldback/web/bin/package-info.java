/** Takes and projects that were deleted: kept for a while, brought back, and removed for good in the end. */
package foldback.web.bin;
