/** Measures of pictures, used by tests, the gauge and pages alike. */
package foldback.core.measure;
