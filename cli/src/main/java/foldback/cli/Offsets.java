package foldback.cli;

import foldback.core.recipe.ClipRef;
import foldback.engine.form.DocumentException;
import foldback.engine.form.Json;
import foldback.media.MediaException;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import tools.jackson.databind.JsonNode;

/** When clips begin, as {@code sync --json} says it: by their files. */
final class Offsets {
    /** Reads from the command's input. */
    private static final String INPUT = "-";

    private final String source;
    private final Map<Path, JsonNode> byPath = new HashMap<>();
    /** Of names that stand once. */
    private final Map<String, Optional<JsonNode>> byName = new HashMap<>();

    private Offsets(String source, JsonNode document) {
        this.source = source;
        JsonNode clips = document.path("clips");
        if (!clips.isArray() || clips.isEmpty()) {
            throw new DocumentException(source + " names no clips; give what 'sync --json' printed.");
        }
        for (JsonNode clip : clips) {
            Path file = Path.of(clip.path("file").asString(""));
            byPath.put(file.toAbsolutePath().normalize(), clip);
            byName.merge(name(file), Optional.of(clip), (one, two) -> Optional.empty());
        }
    }

    /**
     * Reads them.
     *
     * @param file what {@code sync --json} printed; "-" is the command's input
     */
    static Offsets read(Path file) {
        boolean piped = file.toString().equals(INPUT);
        String source = piped ? "The input" : file.toString();
        return new Offsets(source, Json.parse(piped ? input() : Documents.text(file), source));
    }

    private static String input() {
        try {
            return new String(System.in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException broken) {
            throw new MediaException(Path.of(INPUT), "The input cannot be read: " + broken.getMessage(), broken);
        }
    }

    /** The clip where it lies in the take. */
    ClipRef placed(ClipRef clip, Path file) {
        JsonNode found = Optional.ofNullable(byPath.get(file.toAbsolutePath().normalize()))
                .or(() -> byName.getOrDefault(name(file), Optional.empty()))
                .orElseThrow(() -> new DocumentException(source + " says nothing of " + name(file)
                        + ". Find the offsets of all clips that are solved."));
        JsonNode offset = found.path("offset_seconds");
        if (!offset.isNumber()) {
            throw new DocumentException(source + " has no offset for " + name(file)
                    + ": it could not be placed. Leave it out, or give its offset.");
        }
        return clip.withPlace(offset.doubleValue(), found.path("drift_ppm").asDouble(0));
    }

    private static String name(Path file) {
        return String.valueOf(file.getFileName());
    }
}
