package foldback.engine.render;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** Which frames of which clips came out damaged while a job was worked on, over all its attempts; kept beside its pieces. */
final class DamageNotes {
    private final Path file;
    /** Numbers of frames by the letters of a clip's lenses. */
    private final Map<String, BitSet> damaged = new TreeMap<>();

    DamageNotes(Path folder) throws IOException {
        file = folder.resolve("damaged-frames");
        if (Files.exists(file)) {
            for (String line : Files.readAllLines(file)) {
                String[] words = line.split(" ");
                BitSet frames = new BitSet();
                for (int i = 1; i < words.length; i++) {
                    frames.set(Integer.parseInt(words[i]));
                }
                damaged.put(words[0], frames);
            }
        }
    }

    /** Adds what is found damaged in a clip, of the frames that the job uses. */
    void add(String slots, BitSet frames) {
        if (!frames.isEmpty()) {
            damaged.computeIfAbsent(slots, key -> new BitSet()).or(frames);
        }
    }

    /** Writes them down; before a piece counts as made, so that no attempt forgets what is in it. */
    void keep() throws IOException {
        if (damaged.isEmpty()) {
            return;
        }
        Path part = file.resolveSibling("damaged-frames.part");
        Files.write(
                part,
                damaged.entrySet().stream()
                        .map(clip -> clip.getKey()
                                + clip.getValue().stream()
                                        .mapToObj(n -> " " + n)
                                        .collect(Collectors.joining()))
                        .toList());
        Files.move(part, file, StandardCopyOption.ATOMIC_MOVE);
    }

    List<Verified.Damaged> clips() {
        return damaged.entrySet().stream()
                .map(clip -> new Verified.Damaged(clip.getKey(), clip.getValue().cardinality()))
                .toList();
    }
}
