package foldback.engine.stage;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.section.Decisions;
import foldback.core.run.Evidence;
import foldback.engine.document.SectionForm;
import foldback.engine.take.Take;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** One stage of the work on a take. Implementations are listed, in the order of the work, in this interface's service file. */
public interface Stage {

    /** Its name for programs: lower case, that of its section where it has one, also of its parts on the page. */
    default String name() {
        return form().orElseThrow().name();
    }

    /** Its name for people. */
    String title();

    /** Where it keeps what was decided; none where it decides nothing of its own. */
    default Optional<SectionForm<?>> form() {
        return Optional.empty();
    }

    /** What it says of its own result. */
    Evidence evidence(StageView view);

    /** What it shows over time, where it measures something. */
    default Optional<StageLane> lane() {
        return Optional.empty();
    }

    /** What it can do by itself, one at a time on a take. */
    default List<StageJob<?>> jobs() {
        return List.of();
    }

    /** Whether what it can do by itself first was never done, and would be of use: then its verdict says nothing yet. */
    default boolean isUntried(Recipe recipe) {
        return false;
    }

    /** Keys of a change of a recipe that are this stage's; its section is one always. */
    default Set<String> keys() {
        return Stream.concat(form().map(SectionForm::name).stream(), moreKeys().stream())
                .collect(Collectors.toUnmodifiableSet());
    }

    /** Keys beside its section: what it decides that stands elsewhere in a recipe. */
    default Set<String> moreKeys() {
        return Set.of();
    }

    /** Puts what a change says for one of its keys into a recipe's document. */
    default void put(String key, JsonNode value, ObjectNode document) {
        document.set(key, value);
    }

    /** The recipe without what this stage does, for comparing; none where no take can do without it. */
    default Optional<Recipe> without(Recipe recipe) {
        return form().flatMap(form -> neutral(form, recipe));
    }

    /**
     * Gives another take what was decided here.
     *
     * @param take the other take's clips
     * @throws IllegalArgumentException where the other take cannot have it
     */
    default Recipe give(Recipe from, Recipe to, Take take) {
        return form().map(form -> form.copy(from, to)).orElse(to);
    }

    /** Whether there is anything here that other takes could be given. */
    default boolean canBeGiven() {
        return true;
    }

    private static <D extends Decisions<D>> Optional<Recipe> neutral(SectionForm<D> form, Recipe recipe) {
        return form.section().neutral().map(value -> recipe.with(form.section(), value));
    }
}
