/** Follows things in takes: looks at what a take shows, at times a few frames from each other. Take times in seconds, angles in radians. */
package foldback.engine.follow;
