package foldback.web;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.media.process.Children;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

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

    static Path make(Path file, List<String> arguments) throws Exception {
        Files.createDirectories(file.getParent());
        List<String> command = new ArrayList<>(List.of("ffmpeg", "-nostdin", "-v", "error", "-y"));
        command.addAll(arguments);
        command.add(Children.fileArgument(file));
        assertThat(Children.run(command).errors()).isEmpty();
        return file;
    }
}
