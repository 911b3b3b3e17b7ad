/**
 * The Marlpan saltworks, an invented place, filmed by simulated rigs with the exact truth kept beside, so that every
 * measure of the product can be held against what really was. Shares no projection code with what it tests.
 */
package foldback.sim;
