package foldback.engine.document.rig;

import static foldback.engine.form.Forms.degrees;
import static foldback.engine.form.Forms.like;
import static foldback.engine.form.Forms.oneOf;
import static foldback.engine.form.Forms.text;

import foldback.core.rig.Rig;
import foldback.core.rig.RigCard;
import foldback.core.run.Verdict;
import foldback.engine.form.object.Document;
import foldback.engine.form.object.ObjectForm;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Rig cards as JSON. */
public final class CardJson {
    private static final ObjectForm<RigCard.Solved> SOLVED = ObjectForm.of(fields -> {
        var on = fields.required("on", like("\\d{4}-\\d{2}-\\d{2}", "a day as 2026-11-30"), RigCard.Solved::on);
        var take = fields.required("take", text(), RigCard.Solved::take);
        var verdict = fields.required("verdict", oneOf(Verdict.class), RigCard.Solved::verdict);
        var residual = fields.required(
                "residual_deg",
                degrees(0, 180).described("by how much lenses disagreed on their points, root mean square"),
                RigCard.Solved::residualRad);
        return read -> new RigCard.Solved(read.get(on), read.get(take), read.get(verdict), read.get(residual));
    });

    public static final Document<RigCard> DOCUMENT =
            new Document<>("rig-card", "Rig card", List.of(CardJson::toSecond), ObjectForm.of(fields -> {
                var rig = fields.inline(RigJson.FORM, RigCard::rig);
                var notes = fields.unusual("notes", text(), "", RigCard::notes);
                var solved = fields.optional(
                        "solved",
                        SOLVED.described("how this unit's rig was found; missing on a card of a kind of rig"),
                        RigCard::solved);
                return read -> new RigCard(read.get(rig), read.get(solved), read.get(notes));
            }));

    private CardJson() {}

    /** The residual got its name. */
    private static void toSecond(ObjectNode card) {
        if (card.get("solved") instanceof ObjectNode solved) {
            JsonNode residual = solved.remove("rest_deg");
            if (residual != null) {
                solved.set("residual_deg", residual);
            }
        }
    }

    public static RigCard read(String text) {
        return DOCUMENT.read(text);
    }

    /** A card's document in today's form, whatever version wrote it. */
    public static ObjectNode upgraded(String text) {
        return DOCUMENT.upgraded(text);
    }

    /** Reads a card's rig. */
    public static Rig readRig(String text) {
        return read(text).rig();
    }

    public static String write(RigCard card) {
        return DOCUMENT.write(card);
    }

    /** A card that says nothing but its rig. */
    public static String write(Rig rig) {
        return write(new RigCard(rig, Optional.empty(), ""));
    }
}
