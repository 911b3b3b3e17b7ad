/**
 * Frames of clips: decoded in order and told by their times, whatever the decoder leaves out; and what a full decode finds out
 * about a clip. Numbers of frames are those of a {@link foldback.media.ffmpeg.FrameIndex}; times are seconds of the file.
 */
package foldback.media.decode;
