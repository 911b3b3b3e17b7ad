/** Files and child processes: what a media file is, its frames and sound in and out, its tags. */
package foldback.media;
