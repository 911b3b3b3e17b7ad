/** Level as a stage of the work: which way is up, and what a viewer faces first. */
package foldback.engine.level;
