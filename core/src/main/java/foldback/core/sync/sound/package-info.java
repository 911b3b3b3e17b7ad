/** What the sound of two clips says of their offset and of their clocks. */
package foldback.core.sync.sound;
