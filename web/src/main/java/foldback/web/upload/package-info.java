/**
 * Resumable uploads: each is noted on disk before its first byte, and becomes a clip of its project when it is
 * whole.
 */
package foldback.web.upload;
