/**
 * Decoding in the process, by libavcodec: of streams that the program itself encoded, since a decoder's crash would end the process.
 * Where the library has no build for the platform, {@link foldback.media.library.Library#isThere} is false and FFmpeg's program serves.
 */
package foldback.media.library;
