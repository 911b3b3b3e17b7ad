/** Sync as the pages see it: ordering a measure, offsets by hand, what was heard. */
package foldback.web.sync;
