package foldback.engine.document;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.section.Decisions;
import foldback.core.recipe.section.Section;
import java.util.function.BiConsumer;
import java.util.function.Function;
import tools.jackson.databind.node.ObjectNode;

/**
 * How a stage's section is written in a recipe's document.
 *
 * @param read refuses what it does not know, and every number outside of its range
 * @param write writes nothing for what is as it comes
 */
public record SectionForm<D extends Decisions<D>>(
        Section<D> section, Function<Fields, D> read, BiConsumer<D, ObjectNode> write) {

    public String name() {
        return section.name();
    }

    /** The recipe with what a document says for this section; a section that it leaves out is neutral. */
    public Recipe read(Fields document, Recipe recipe) {
        if (section.neutral().isPresent() && !document.has(name())) {
            return recipe;
        }
        D value = read(document);
        return document.checked(() -> recipe.with(section, value));
    }

    /** What a document says for this section. */
    public D read(Fields document) {
        Fields fields = document.object(name());
        D value = read.apply(fields);
        fields.end();
        return value;
    }

    /** Writes the recipe's section into a document. */
    public void write(Recipe recipe, ObjectNode document) {
        write.accept(recipe.of(section), document.putObject(name()));
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
