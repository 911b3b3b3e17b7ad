package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.media.process.Children;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;

/** Clips for tests, made from the demo's. */
final class Footage {
    private static final Path DEMO =
            Path.of("..", "demo", "sluice-path").toAbsolutePath().normalize();

    private Footage() {}

    static Path front() {
        return DEMO.resolve("sluice-path-a.mp4");
    }

    static Path back() {
        return DEMO.resolve("sluice-path-b.mp4");
    }

    /** A second of one of the demo's lenses, small; {@code more} are FFmpeg's arguments for what it becomes. */
    static Path small(Path source, int size, Path file, String... more) throws Exception {
        List<String> arguments = new ArrayList<>(List.of("-i", source.toString(), "-t", "1"));
        arguments.addAll(List.of("-vf", "scale=" + size + ":" + size));
        arguments.addAll(List.of(more));
        return make(file, arguments);
    }

    /** A second of both lenses side by side in one file. */
    static Path sideBySide(int size, Path file) throws Exception {
        String one = "scale=" + size + ":" + size;
        return make(
                file,
                List.of(
                        "-i",
                        front().toString(),
                        "-i",
                        back().toString(),
                        "-t",
                        "1",
                        "-filter_complex",
                        "[0]" + one + "[a];[1]" + one + "[b];[a][b]hstack"));
    }

    /** A clip's bytes cut off, zeroed or turned at places that a seed chooses, half of them where the headers are. */
    static byte[] damaged(byte[] clip, int seed) {
        SplittableRandom random = new SplittableRandom(seed);
        byte[] bytes = clip.clone();
        int at = random.nextInt(seed % 2 == 0 ? bytes.length : Math.min(600, bytes.length));
        switch (seed % 3) {
            case 0 -> bytes = Arrays.copyOf(bytes, at);
            case 1 -> Arrays.fill(bytes, at, Math.min(bytes.length, at + 1 + random.nextInt(300)), (byte) 0);
            default -> {
                for (int i = 0; i < 40; i++) {
                    bytes[(at + random.nextInt(2000)) % bytes.length] ^= (byte) (1 << random.nextInt(8));
                }
            }
        }
        return bytes;
    }

    static Path make(Path file, List<String> arguments) throws Exception {
        Files.createDirectories(file.getParent());
        List<String> command = new ArrayList<>(List.of("ffmpeg", "-nostdin", "-v", "error", "-y"));
        command.addAll(arguments);
        command.add(Children.fileArgument(file));
        assertThat(Children.run(command).errors()).isEmpty();
        return file;
    }
}
