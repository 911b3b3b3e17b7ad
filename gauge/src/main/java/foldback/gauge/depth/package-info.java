/** Two eyes held against what they truly see: how well they agree after a solve, how far away things are, and new views. */
package foldback.gauge.depth;
