package foldback.engine.render;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** Which frames of which clips came out damaged while somebody worked on a job, over all attempts; kept beside its pieces. */
final class DamageNotes {
    private static final String NAME = "damaged-frames";
    private static final String PART = ".part";
    private final Path file;
    /** Numbers of frames by the letters of a clip's lenses. */
    private final Map<String, BitSet> damaged = new TreeMap<>();

    /** @param who works on the job, as for {@link Pieces#unfinished} */
    DamageNotes(Path folder, int who) throws IOException {
        this(folder.resolve(who == 0 ? NAME : NAME + "-" + who));
    }

    private DamageNotes(Path file) throws IOException {
        this.file = file;
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

    /** What all who worked on a job found. */
    static List<Verified.Damaged> ofAll(Path folder) throws IOException {
        Map<String, BitSet> all = new TreeMap<>();
        try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, NAME + "*")) {
            for (Path file : files) {
                if (!file.toString().endsWith(PART)) {
                    new DamageNotes(file)
                            .damaged.forEach((slots, frames) -> all.computeIfAbsent(slots, key -> new BitSet())
                                    .or(frames));
                }
            }
        }
        return all.entrySet().stream()
                .map(clip -> new Verified.Damaged(clip.getKey(), clip.getValue().cardinality()))
                .toList();
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
        Path part = file.resolveSibling(file.getFileName() + PART);
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
}
