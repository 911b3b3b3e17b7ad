package foldback.gauge;

import foldback.media.process.Children;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** FFmpeg on its own, to measure against and to make footage with. */
final class Ffmpeg {
    private Ffmpeg() {}

    /** Runs it to its end; what it writes over is lost. */
    static void run(String... arguments) throws Exception {
        List<String> command = new ArrayList<>(List.of("ffmpeg", "-nostdin", "-v", "error", "-y"));
        command.addAll(Arrays.asList(arguments));
        Children.Outcome outcome = Children.run(command);
        if (outcome.code() != 0) {
            throw new IllegalStateException(outcome.errors());
        }
    }
}
