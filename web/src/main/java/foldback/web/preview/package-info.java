/** Pictures and films for pages, and the takes whose files are open. */
package foldback.web.preview;
