package foldback.web.deliverable;

import tools.jackson.databind.node.ObjectNode;

/** What a page asks to be made: from the revision {@code base} of the take. */
record NewDeliverable(int base, String name, double from, double to, ObjectNode spec) {}
