package foldback.engine.document;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.section.Decisions;
import foldback.core.recipe.section.Section;
import foldback.core.recipe.section.Sections;
import foldback.engine.form.object.Field;
import foldback.engine.form.object.FieldValues;
import foldback.engine.form.object.Fields;
import foldback.engine.form.object.ObjectForm;
import java.util.function.BiFunction;

/** How a stage's section stands in a recipe's document. */
public record SectionForm<D extends Decisions<D>>(Section<D> section, ObjectForm<D> form) {

    public String name() {
        return section.name();
    }

    /** Declares the section as a recipe's field: it may be left out where it has a neutral value. What comes back adds what was read. */
    public BiFunction<FieldValues, Sections, Sections> declare(Fields<Recipe> fields) {
        Field<D> field = section.neutral().isPresent()
                ? fields.assumed(name(), form, section.neutral().get(), recipe -> recipe.of(section))
                : fields.required(name(), form, recipe -> recipe.of(section));
        return (read, sections) -> sections.with(section, read.get(field));
    }

    /** Whether two recipes decide the same here. */
    public boolean isSame(Recipe one, Recipe two) {
        return one.of(section).equals(two.of(section));
    }

    /** The recipe with this section of another one. */
    public Recipe copy(Recipe from, Recipe to) {
        return to.with(section, from.of(section));
    }
}
