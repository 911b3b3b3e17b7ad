/** Sound read from clips. */
package foldback.media.sound;
