/** Sound as samples over clip time. */
package foldback.core.sound;
