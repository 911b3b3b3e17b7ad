/** Calibrations as the OpenCV library writes and reads them. */
package foldback.engine.opencv;
