package foldback.media.process;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;

/** Starts child processes, the only class that does, and ends those that are left when the application ends. */
public final class Children {
    private static final Set<Child> RUNNING = ConcurrentHashMap.newKeySet();

    static {
        Runtime.getRuntime().addShutdownHook(new Thread(() -> RUNNING.forEach(Child::close), "end-children"));
    }

    private Children() {}

    /** What a finished child left. */
    public record Outcome(int code, String output, String errors) {}

    /**
     * Starts a child.
     *
     * @param niceness 0 to 19: how much the child steps back for other processes
     * @param command program and arguments
     */
    public static Child start(int niceness, List<String> command) throws IOException {
        return start(niceness, command, line -> {}, () -> {});
    }

    /**
     * The same for one who wants to hear the error output.
     *
     * @param listener is told each line, on a thread of the child's
     * @param ended is run on that thread behind the last line
     */
    public static Child start(int niceness, List<String> command, Consumer<String> listener, Runnable ended)
            throws IOException {
        List<String> full = new ArrayList<>();
        if (niceness > 0) {
            full.addAll(List.of("nice", "-n", Integer.toString(niceness)));
        }
        full.addAll(command);
        ProcessBuilder builder = new ProcessBuilder(full);
        // One of FFmpeg's encoders tells its settings on the channel of errors otherwise.
        builder.environment().put("SVT_LOG", "1");
        Child child = new Child(builder.start(), listener, ended);
        RUNNING.add(child);
        return child;
    }

    /** Runs a child that reads nothing to its end. */
    public static Outcome run(List<String> command) throws IOException, InterruptedException {
        try (Child child = start(0, command)) {
            child.input().close();
            String output = new String(child.output().readAllBytes(), StandardCharsets.UTF_8);
            return new Outcome(child.await(), output, child.errors());
        }
    }

    /** The argument that names a file so that no program takes it for an option or a protocol. */
    public static String fileArgument(Path file) {
        return "file:" + file.toAbsolutePath();
    }

    static void ended(Child child) {
        RUNNING.remove(child);
    }
}
