package foldback.engine.recipe;

import foldback.engine.form.DocumentException;
import java.util.List;
import java.util.function.Consumer;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Recipes of earlier versions made into those of this one, a version at a time: the same decisions in today's form. */
final class RecipeUpgrade {
    private static final String AT = "at_s";

    /** The step at place n leads from version n + 1 to the next. */
    static final List<Consumer<ObjectNode>> STEPS = List.of(RecipeUpgrade::toSecond, RecipeUpgrade::toThird);

    private RecipeUpgrade() {}

    /** Words became the field's own, and each number of a trim has a track of its own. */
    private static void toSecond(ObjectNode document) {
        at(document, "sync", sync -> {
            if (sync.path("source").asString("").equals("sound")) {
                sync.put("source", "measured");
            }
        });
        at(document, "rig", rig -> at(rig, "measure", measure -> rename(measure, "rest_deg", "residual_deg")));
        at(document, "balance", balance -> {
            rename(balance, "falloff", "vignetting");
            splitTracks(balance, "whole");
            for (JsonNode lens : balance.path("lenses")) {
                if (lens instanceof ObjectNode each) {
                    rename(each, "falloff", "vignetting");
                    splitTracks(each, "trim");
                }
            }
            at(balance, "measure", measure -> {
                if (!measure.has("verdict")) {
                    measure.put("verdict", "check").put("reason", "Measured by an earlier version: measure again.");
                }
            });
        });
    }

    /** Reasons became codes: what was said before stays as it was said. */
    private static void toThird(ObjectNode document) {
        for (String section : List.of("sync", "rig", "balance")) {
            at(
                    document,
                    section,
                    stage -> at(stage, "measure", measure -> {
                        JsonNode said = measure.remove("reason");
                        if (said != null) {
                            ArrayNode reasons = measure.putArray("reasons");
                            reasons.addObject()
                                    .put("code", "earlier")
                                    .putArray("names")
                                    .add(said);
                        }
                    }));
        }
    }

    private static void at(ObjectNode parent, String key, Consumer<ObjectNode> change) {
        if (parent.get(key) instanceof ObjectNode child) {
            change.accept(child);
        }
    }

    private static void rename(ObjectNode node, String from, String to) {
        JsonNode value = node.remove(from);
        if (value != null) {
            node.set(to, value);
        }
    }

    /** Keys that held all numbers become keys of each number that changes between them. */
    private static void splitTracks(ObjectNode parent, String key) {
        if (!(parent.get(key) instanceof ArrayNode keys) || keys.isEmpty()) {
            return;
        }
        ObjectNode tracks = parent.objectNode();
        for (String name : keys.get(0).propertyNames()) {
            if (!name.equals(AT)) {
                tracks.set(name, split(keys, name));
            }
        }
        parent.set(key, tracks);
    }

    private static JsonNode split(ArrayNode keys, String name) {
        boolean changes = false;
        ArrayNode track = keys.arrayNode();
        for (JsonNode key : keys) {
            if (!key.has(AT) || !key.has(name)) {
                throw new DocumentException("a key of '" + name + "' in a recipe of version 1 has no time or no value");
            }
            changes |= !key.get(name).equals(keys.get(0).get(name));
            track.addObject().<ObjectNode>set(AT, key.get(AT)).set("value", key.get(name));
        }
        return changes ? track : keys.get(0).get(name);
    }
}
