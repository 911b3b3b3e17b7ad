/**
 * Rates, spans and frame numbers.
 *
 * <p>Take time is in seconds; 0 is the first shown frame of the take's first clip. Spans are half open.
 */
package foldback.core.time;
