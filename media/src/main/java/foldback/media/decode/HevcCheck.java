package foldback.media.decode;

import foldback.core.run.Run;
import foldback.media.ChildKilledException;
import foldback.media.MediaException;
import foldback.media.ffmpeg.Arguments;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.process.Child;
import foldback.media.process.Children;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Where an HEVC stream does not hold together, by libde265's decoder: it holds the end of each slice against the picture's.
 * FFmpeg's decoder reads on through garbage and says nothing in half of the cases and more. It takes several times as long as FFmpeg, and
 * is run behind everything else.
 */
final class HevcCheck {
    private static final String PROGRAM = "libde265-dec265";
    private static final int NICENESS = 15;
    private static final Pattern FRAME = Pattern.compile("^frame (\\d+)");
    private static final Pattern TROUBLE = Pattern.compile("WARNING|ERROR|error");
    private static final Pattern SUM = Pattern.compile("nFrames decoded: (\\d+)");
    /** A decoder leaves out frames at the beginning that need others before them; more left out are lost. */
    private static final int MOST_LEADING = 4;

    /**
     * What it also says of healthy streams: it loses pictures that frames before an open group's key frame lean on, and after
     * twenty warnings keeps the rest to itself.
     */
    private static final Pattern HARMLESS = Pattern.compile("non-existing reference picture|Too many warnings");

    /** Signals by which a program ends that trips over its input. */
    private static final List<Integer> CRASHES =
            List.of(Child.SIGNALLED + 6, Child.SIGNALLED + 8, Child.SIGNALLED + 11);

    private HevcCheck() {}

    /**
     * Behind how many frames that had come out something was wrong, rising; empty where the program is not there.
     *
     * @param run progress over the frames; cancelling ends the decoder and throws
     */
    static Optional<List<Integer>> faults(FrameIndex index, Run run) {
        Words words = new Words(index, run);
        Arguments copy = Arguments.ffmpeg()
                .guardedInput(index.file())
                .add("-map", "0:v:0", "-c", "copy", "-f", "hevc", "pipe:1");
        Optional<Child> strict = start(words);
        if (strict.isEmpty()) {
            return Optional.empty();
        }
        try (Child decoder = strict.get();
                Child source = Children.start(NICENESS, copy.list())) {
            source.input().close();
            pump(source, decoder);
            int code = decoder.await();
            if (code > Child.SIGNALLED && !CRASHES.contains(code)) {
                throw new ChildKilledException(
                        index.file(),
                        "Checking " + MediaProbe.name(index.file()) + " stopped in the middle. Try again.",
                        null);
            }
            run.check();
            if (code > Child.SIGNALLED) {
                words.note();
            }
            return Optional.of(words.faults());
        } catch (IOException failed) {
            throw new MediaException(
                    index.file(),
                    "Checking " + MediaProbe.name(index.file()) + " failed: " + failed.getMessage(),
                    failed);
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
            throw new MediaException(
                    index.file(), "Checking " + MediaProbe.name(index.file()) + " was interrupted.", interrupted);
        }
    }

    private static Optional<Child> start(Words words) {
        try {
            return Optional.of(Children.start(NICENESS, List.of(PROGRAM, "-q", "/dev/stdin"), words::accept, () -> {}));
        } catch (IOException notInstalled) {
            return Optional.empty();
        }
    }

    /** Hands the stream over; a decoder that gave up takes no more. */
    private static void pump(Child source, Child decoder) {
        byte[] buffer = new byte[1 << 16];
        try (var from = source.output();
                var to = decoder.input()) {
            for (int count = from.read(buffer); count >= 0; count = from.read(buffer)) {
                to.write(buffer, 0, count);
            }
        } catch (IOException gaveUp) {
            // What it said until then tells why.
        }
    }

    /** What the decoder says, line by line; told on a thread of its own. */
    private static final class Words {
        private final FrameIndex index;
        private final Run run;
        private final List<Integer> faults = new ArrayList<>();
        private int frames;

        Words(FrameIndex index, Run run) {
            this.index = index;
            this.run = run;
        }

        synchronized void accept(String line) {
            Matcher sum = SUM.matcher(line);
            if (sum.find()) {
                frames = Integer.parseInt(sum.group(1));
                if (frames < index.frames() - MOST_LEADING) {
                    note();
                }
                return;
            }
            Matcher frame = FRAME.matcher(line);
            if (frame.find()) {
                frames = Integer.parseInt(frame.group(1));
                run.progress().accept(Math.min(1, (double) frames / index.frames()));
            } else if (TROUBLE.matcher(line).find() && !HARMLESS.matcher(line).find()) {
                note();
            }
        }

        /** Something was wrong where it is now. */
        synchronized void note() {
            if (faults.isEmpty() || faults.get(faults.size() - 1) != frames) {
                faults.add(frames);
            }
        }

        synchronized List<Integer> faults() {
            return List.copyOf(faults);
        }
    }
}
