package foldback.media.decode;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.List;
import java.util.Queue;
import java.util.Set;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a decoder says while it works: when each frame that comes out is due, and where it stumbled. It is told the lines of
 * FFmpeg's error output; {@link #FILTER} must come first in the chain of filters and {@link #LEVEL} be the level of words.
 */
final class DecodeWatch implements Consumer<String> {
    /** Every line with its kind; without the first word a line that is said again is left out. */
    static final String LEVEL = "repeat+level+info";
    /** Tells each decoded frame; with a checksum where pictures that repeat are to be seen. */
    static final String FILTER = "showinfo=checksum=0";

    static final String FILTER_WITH_CHECKSUM = "showinfo=checksum=1";
    /** Checksums and structure are held against each other where a codec has them; healthy streams pass. */
    static final List<String> CAREFUL = List.of("-err_detect", "crccheck+bitstream+buffer");

    private static final Pattern FRAME = Pattern.compile("\\] n: *\\d+ pts: *\\S+ pts_time:(\\S+) ");
    private static final Pattern CHECKSUM = Pattern.compile(" checksum:(\\S+) ");
    private static final Pattern WORDS =
            Pattern.compile("^\\[(\\S+) @ 0x[0-9a-f]+\\] (?:\\[\\S+ @ 0x[0-9a-f]+\\] )?\\[(\\w+)\\] (.*)");
    /** What is said of anything but the stream. */
    private static final Pattern OTHERS =
            Pattern.compile("swscaler|Parsed_.*|auto_.*|graph.*|in#.*|out#.*|null|libx264|rawvideo|format|ffmpeg.*");

    private static final Set<String> SERIOUS = Set.of("error", "fatal", "panic");
    /** Words of lesser kinds that tell of damage all the same. */
    private static final Pattern TELLING =
            Pattern.compile("(?i).*(concealing|corrupt|damaged|mismatch|invalid|truncat).*");

    /** Said of the file, of a frame that its decoder marked. */
    private static final String CORRUPT = "corrupt decoded frame";

    private static final String HARMLESS = "Timestamps are unset";

    private final Set<String> soundCodecs;
    private final Queue<Double> times = new ArrayDeque<>();
    private final List<Integer> faults = new ArrayList<>();
    private final List<Integer> corrupt = new ArrayList<>();
    private int frames;
    private final List<Integer> repeats = new ArrayList<>();
    private int soundFaults;
    private String lastChecksum = "";
    private String lastWords = "";
    private boolean ended;

    /** @param soundCodecs the names of codecs whose troubles are those of sound */
    DecodeWatch(Set<String> soundCodecs) {
        this.soundCodecs = soundCodecs;
    }

    @Override
    public synchronized void accept(String line) {
        Matcher frame = FRAME.matcher(line);
        if (line.startsWith("[Parsed_showinfo") && frame.find()) {
            times.add(time(frame.group(1)));
            frames++;
            Matcher checksum = CHECKSUM.matcher(line);
            if (checksum.find()) {
                if (checksum.group(1).equals(lastChecksum)) {
                    repeats.add(frames - 1);
                }
                lastChecksum = checksum.group(1);
            }
            notifyAll();
            return;
        }
        Matcher words = WORDS.matcher(line);
        boolean spoken = words.find();
        if (SERIOUS.stream().anyMatch(kind -> line.contains("[" + kind + "]"))) {
            lastWords = line.replaceAll("\\[[^\\]]*\\] *", "");
        }
        if (line.contains(CORRUPT)) {
            corrupt.add(frames);
        } else if (spoken && isTrouble(words.group(1), words.group(2), words.group(3))) {
            if (soundCodecs.contains(words.group(1))) {
                soundFaults++;
            } else {
                noteFault();
            }
        }
    }

    private void noteFault() {
        if (faults.isEmpty() || faults.get(faults.size() - 1) != frames) {
            faults.add(frames);
        }
    }

    private static boolean isTrouble(String who, String kind, String what) {
        return !OTHERS.matcher(who).matches()
                && !what.contains(HARMLESS)
                && (SERIOUS.contains(kind) || TELLING.matcher(what).matches());
    }

    private static double time(String text) {
        try {
            return Double.parseDouble(text);
        } catch (NumberFormatException unknown) {
            return Double.NaN;
        }
    }

    /** No line comes any more. */
    synchronized void end() {
        ended = true;
        notifyAll();
    }

    /** Whether a time that was asked for is none, since no line comes any more. */
    synchronized boolean hasEnded(double time) {
        return Double.isNaN(time) && ended && times.isEmpty();
    }

    /** The time of the next frame that came out, seconds; waits for its line. NaN where it is not known. */
    synchronized double nextTime() throws InterruptedException {
        while (times.isEmpty() && !ended) {
            wait();
        }
        return times.isEmpty() ? Double.NaN : times.remove();
    }

    /** Behind how many frames that had come out the decoder stumbled, rising. */
    synchronized List<Integer> faults() {
        return List.copyOf(faults);
    }

    /** Frames, by how many had come out before, that the decoder marked as damaged; rising. */
    synchronized List<Integer> corrupt() {
        return List.copyOf(corrupt);
    }

    /** Frames that came out. */
    synchronized int frames() {
        return frames;
    }

    /** The numbers of frames that came out the same as the one before, to the bit. */
    synchronized List<Integer> repeats() {
        return List.copyOf(repeats);
    }

    /** The last error, for messages; empty where there was none. */
    synchronized String lastWords() {
        return lastWords;
    }

    synchronized int soundFaults() {
        return soundFaults;
    }
}
