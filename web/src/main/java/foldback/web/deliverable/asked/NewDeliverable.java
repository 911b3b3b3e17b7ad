package foldback.web.deliverable.asked;

import tools.jackson.databind.node.ObjectNode;

/**
 * What a page asks to be made: from the revision {@code base} of the take.
 *
 * @param range the name of the take's range that it is, whose own values it has; null for none
 */
public record NewDeliverable(int base, String name, double from, double to, String range, ObjectNode spec) {}
