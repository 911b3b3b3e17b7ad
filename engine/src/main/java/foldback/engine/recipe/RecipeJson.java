package foldback.engine.recipe;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.recipe.section.Sections;
import foldback.core.time.FrameRate;
import foldback.engine.document.ClipJson;
import foldback.engine.document.Fields;
import foldback.engine.document.GeometryJson;
import foldback.engine.document.Numbers;
import foldback.engine.document.SectionForm;
import foldback.engine.stage.Stages;
import java.util.List;
import java.util.Set;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Recipes as JSON: the take's rate and clips, and a section for each stage that decides something. */
public final class RecipeJson {
    private static final String KIND = "recipe";

    private RecipeJson() {}

    public static Recipe read(String text) {
        return read(document(text));
    }

    /** A recipe's document in today's form, whatever version wrote it. */
    public static ObjectNode document(String text) {
        ObjectNode document = Fields.parsed(text, KIND);
        RecipeUpgrade.upgrade(document);
        return document;
    }

    static Recipe read(ObjectNode document) {
        Fields root = Fields.root(document, KIND, RecipeUpgrade.VERSION);
        FrameRate rate = root.checked(() -> FrameRate.parse(root.text("rate")));
        List<ClipRef> clips = root.list("clips", ClipJson::read);
        Geometry geometry = GeometryJson.FORM.read(root);
        Recipe recipe =
                root.checked(() -> new Recipe(rate, clips, Sections.EMPTY.with(Geometry.SECTION, geometry), Set.of()));
        for (SectionForm<?> form : forms()) {
            recipe = form == GeometryJson.FORM ? recipe : form.read(root, recipe);
        }
        Set<String> left = root.has("left") ? root.checked(() -> left(root.texts("left"))) : Set.of();
        root.end();
        return recipe.leaving(left);
    }

    private static Set<String> left(List<String> names) {
        names.forEach(Stages::named);
        return Set.copyOf(names);
    }

    public static String write(Recipe recipe) {
        ObjectNode root = Fields.JSON.createObjectNode();
        root.put("format", "foldback-recipe")
                .put("version", RecipeUpgrade.VERSION)
                .put("rate", recipe.rate().toString());
        ArrayNode clips = root.putArray("clips");
        recipe.clips().forEach(clip -> ClipJson.write(clip, clips.addObject()));
        forms().forEach(form -> form.write(recipe, root));
        if (!recipe.left().isEmpty()) {
            ArrayNode left = root.putArray("left");
            recipe.left().stream().sorted().forEach(left::add);
        }
        return Numbers.pretty(root);
    }

    private static List<SectionForm<?>> forms() {
        return Stages.all().stream()
                .<SectionForm<?>>flatMap(stage -> stage.form().stream())
                .toList();
    }
}
