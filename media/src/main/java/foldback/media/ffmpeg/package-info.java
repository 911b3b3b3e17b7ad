/** Decoding, encoding and probing through FFmpeg's programs; the only package that knows their arguments. */
package foldback.media.ffmpeg;
