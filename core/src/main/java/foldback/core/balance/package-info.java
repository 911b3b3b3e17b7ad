/**
 * Evening out exposure and white balance between lenses: gains in linear light from the overlaps.
 *
 * <p>Values are stops, corrections that are added; their mean over the lenses is 0.
 */
package foldback.core.balance;
