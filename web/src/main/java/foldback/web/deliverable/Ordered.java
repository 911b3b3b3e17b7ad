package foldback.web.deliverable;

/** A file that is to be made of a take. */
record Ordered(long take, NewDeliverable file) {}
