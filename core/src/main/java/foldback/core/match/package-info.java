/**
 * Matching lens pictures with each other: tie points, the instants at which they are looked for, and how far they may be
 * trusted. Places are pixels of the lens's stated picture size, from the picture's corner.
 */
package foldback.core.match;
