/**
 * What two lenses show of the same part of the sphere: patches in pairs, as linear light of red, green and blue, and why
 * others were refused.
 */
package foldback.core.overlap;
