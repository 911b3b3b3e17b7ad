package foldback.engine.recipe;

import static foldback.engine.form.Forms.list;
import static foldback.engine.form.Forms.rate;
import static foldback.engine.form.Forms.set;
import static foldback.engine.form.Forms.text;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.section.Sections;
import foldback.engine.document.ClipJson;
import foldback.engine.document.SectionForm;
import foldback.engine.form.object.Document;
import foldback.engine.form.object.FieldValues;
import foldback.engine.form.object.Fields;
import foldback.engine.form.object.ObjectForm;
import foldback.engine.stage.Stages;
import java.util.List;
import java.util.Set;
import java.util.function.BiFunction;
import tools.jackson.databind.node.ObjectNode;

/** Recipes as JSON: the take's rate and clips, and a section for each stage that decides something. */
public final class RecipeJson {
    public static final Document<Recipe> DOCUMENT =
            new Document<>("recipe", "Recipe", RecipeUpgrade.STEPS, ObjectForm.of(fields -> {
                var rate = fields.required("rate", rate(), Recipe::rate);
                var clips = fields.required("clips", list(ClipJson.FORM, 1, Integer.MAX_VALUE), Recipe::clips);
                List<BiFunction<FieldValues, Sections, Sections>> parts = sections(fields);
                var left = fields.unusual(
                        "left",
                        set(text()).described("Stages that a person said to leave as they are."),
                        Set.of(),
                        Recipe::left);
                return read -> {
                    Sections sections = Sections.EMPTY;
                    for (var part : parts) {
                        sections = part.apply(read, sections);
                    }
                    read.get(left).forEach(Stages::named);
                    return new Recipe(read.get(rate), read.get(clips), sections, read.get(left));
                };
            }));

    private RecipeJson() {}

    private static List<BiFunction<FieldValues, Sections, Sections>> sections(Fields<Recipe> fields) {
        return Stages.all().stream()
                .<SectionForm<?>>flatMap(stage -> stage.form().stream())
                .<BiFunction<FieldValues, Sections, Sections>>map(form -> form.declare(fields))
                .toList();
    }

    public static Recipe read(String text) {
        return DOCUMENT.read(text);
    }

    /** A recipe's document in today's form, whatever version wrote it. */
    public static ObjectNode document(String text) {
        return DOCUMENT.upgraded(text);
    }

    static Recipe read(ObjectNode document) {
        return DOCUMENT.read(document);
    }

    public static String write(Recipe recipe) {
        return DOCUMENT.write(recipe);
    }
}
