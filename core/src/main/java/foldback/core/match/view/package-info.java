/**
 * How lens pictures are looked at when points are matched: at several scales, and on flat views where distortion is out of the way.
 * Places are pixels of the lens's whole picture, whatever the scale; values are codes of eight bits, NaN where nothing is seen.
 */
package foldback.core.match.view;
