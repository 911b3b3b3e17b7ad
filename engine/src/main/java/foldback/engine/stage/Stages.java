package foldback.engine.stage;

import java.util.List;
import java.util.Optional;
import java.util.ServiceLoader;

/** All stages, in the order of the work. */
public final class Stages {
    private static final List<Stage> ALL = ServiceLoader.load(Stage.class).stream()
            .map(ServiceLoader.Provider::get)
            .toList();

    private Stages() {}

    public static List<Stage> all() {
        return ALL;
    }

    /** @throws IllegalArgumentException where there is none of that name */
    public static Stage named(String name) {
        return ALL.stream()
                .filter(stage -> stage.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("There is no stage '" + name + "'."));
    }

    /** The stage that a key of a change belongs to. */
    public static Optional<Stage> withKey(String key) {
        return ALL.stream().filter(stage -> stage.keys().contains(key)).findFirst();
    }
}
