/** Curves between light and code values, and what a lens's gains do to Y'CbCr code values. */
package foldback.core.tone;
