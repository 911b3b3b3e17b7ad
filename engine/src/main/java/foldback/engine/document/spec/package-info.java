/** What a deliverable is to be: shape, size, coding and sound, with the document that says it. Pixels, seconds and decibels. */
package foldback.engine.document.spec;
