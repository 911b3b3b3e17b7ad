/** The sound of a take's clips: kept for measuring and showing, and brought into sync. */
package foldback.engine.sync;
