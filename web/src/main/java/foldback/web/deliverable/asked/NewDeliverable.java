package foldback.web.deliverable.asked;

import tools.jackson.databind.node.ObjectNode;

/** What a page asks to be made: from the revision {@code base} of the take. */
public record NewDeliverable(int base, String name, double from, double to, ObjectNode spec) {}
