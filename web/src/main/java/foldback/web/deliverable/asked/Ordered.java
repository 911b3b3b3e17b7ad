package foldback.web.deliverable.asked;

/** A file that is to be made of a take. */
public record Ordered(long take, NewDeliverable file) {}
