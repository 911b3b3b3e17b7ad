/** Deliverables: ordering them, who works on them, their states, and the files that they become. */
package foldback.web.deliverable;
