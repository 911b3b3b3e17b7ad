package foldback.engine.stage;

import java.security.CodeSource;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.ServiceLoader;

/** All stages, in the order of the work: those of this module as its service file lists them, then those of others. */
public final class Stages {
    private static final List<Stage> ALL = ServiceLoader.load(Stage.class).stream()
            .sorted(Comparator.comparing(provider -> !isOfThisModule(provider.type())))
            .map(ServiceLoader.Provider::get)
            .toList();

    private Stages() {}

    private static boolean isOfThisModule(Class<?> type) {
        CodeSource here = Stages.class.getProtectionDomain().getCodeSource();
        return Objects.equals(here, type.getProtectionDomain().getCodeSource());
    }

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
