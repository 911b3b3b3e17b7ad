package foldback.web.deliverable;

import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A deliverable as pages show it.
 *
 * @param worked seconds from when it was taken up to its end; negative where that is not known
 */
record DeliverableView(
        long id,
        long take,
        String project,
        String takeName,
        int revision,
        String name,
        String state,
        long framesDone,
        long framesTotal,
        double framesPerSecond,
        double secondsLeft,
        String message,
        double from,
        double to,
        double worked,
        JsonNode spec,
        JsonNode verified) {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    static DeliverableView of(Deliverable d, DeliverableRepository.Origin origin) {
        double rate = d.framesPerSecond();
        return new DeliverableView(
                d.id(),
                d.takeId(),
                origin.getProject(),
                origin.getTake(),
                origin.getRevision(),
                d.name(),
                d.state().name().toLowerCase(java.util.Locale.ROOT),
                d.framesDone(),
                d.framesTotal(),
                rate,
                rate > 0 ? (d.framesTotal() - d.framesDone()) / rate : -1,
                d.message(),
                d.span().from(),
                d.span().to(),
                d.worked(),
                JSON.readTree(d.spec()),
                d.verified() == null ? null : JSON.readTree(d.verified()));
    }
}
