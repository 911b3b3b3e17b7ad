package foldback.engine.stage;

/** What stages read a take with: the engine's long-lived parts, by their types, so that each stage names only its own. */
public interface StageTools {

    /** @throws RuntimeException where there is none of the type */
    <T> T get(Class<T> type);
}
