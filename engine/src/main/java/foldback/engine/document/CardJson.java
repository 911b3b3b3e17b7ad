package foldback.engine.document;

import foldback.core.rig.Rig;
import foldback.core.rig.RigCard;
import foldback.core.run.Verdict;
import java.util.Optional;
import tools.jackson.databind.node.ObjectNode;

/** Rig cards as JSON. */
public final class CardJson {
    private CardJson() {}

    public static RigCard read(String text) {
        Fields root = Fields.root(text, "rig-card");
        Rig rig = RigJson.read(root);
        String notes = root.optionalText("notes").orElse("");
        Optional<RigCard.Solved> solved =
                root.has("solved") ? Optional.of(solved(root.object("solved"))) : Optional.empty();
        root.end();
        return new RigCard(rig, solved, notes);
    }

    private static RigCard.Solved solved(Fields s) {
        RigCard.Solved solved = new RigCard.Solved(
                s.text("on"),
                s.text("take"),
                s.oneOf(Verdict.class, "verdict"),
                Math.toRadians(s.number("rest_deg", 0, 180)));
        s.end();
        return solved;
    }

    public static String write(RigCard card) {
        ObjectNode root = Fields.JSON.createObjectNode();
        root.put("format", "foldback-rig-card").put("version", 1);
        RigJson.write(card.rig(), root);
        if (!card.notes().isEmpty()) {
            root.put("notes", card.notes());
        }
        card.solved()
                .ifPresent(s -> root.putObject("solved")
                        .put("on", s.on())
                        .put("take", s.take())
                        .put("verdict", Numbers.lower(s.verdict()))
                        .put("rest_deg", Numbers.degrees(s.restRad())));
        return Numbers.pretty(root);
    }
}
