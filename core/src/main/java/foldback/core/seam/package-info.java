/**
 * How the pictures of two lenses differ where they meet, and how they are brought onto each other: each overlap is a strip along its
 * seam, in which what is near lies apart across the seam alone. Angles are radians, strip pixels are counted from 0 at the middle of the
 * first one.
 */
package foldback.core.seam;
