package foldback.web;

import jakarta.validation.constraints.NotNull;
import java.nio.file.Path;
import java.util.List;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.validation.annotation.Validated;

/**
 * Where this installation keeps its files.
 *
 * @param role {@code pages} or {@code worker}
 * @param worker name of this worker among those of the same home
 * @param home the folder of media, deliverables and caches
 * @param demo whether the demo project is brought in at the start
 * @param demoFolder where the demo takes lie
 * @param footage folders whose clips may be used where they lie
 */
@Validated
@ConfigurationProperties("foldback")
public record FoldbackProperties(
        @NotNull String role,
        @NotNull String worker,
        @NotNull Path home,
        boolean demo,
        @NotNull Path demoFolder,
        List<Path> footage) {

    public FoldbackProperties {
        footage = footage == null ? List.of() : List.copyOf(footage);
    }

    /** The folder in which finished deliverables appear. */
    public Path deliverables() {
        return home.toAbsolutePath().normalize().resolve("deliverables");
    }

    /** The folder of the clips. */
    public Path media() {
        return home.toAbsolutePath().normalize().resolve("media");
    }

    /** The folder of uploads that are not whole yet. */
    public Path uploading() {
        return work().resolve("uploading");
    }

    /** The folder of the parts of deliverables that are not done. */
    public Path renders() {
        return work().resolve("render");
    }

    /** The folder of half-made and remakeable files. */
    public Path work() {
        return home.toAbsolutePath().normalize().resolve("work");
    }
}
