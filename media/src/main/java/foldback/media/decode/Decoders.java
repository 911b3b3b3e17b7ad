package foldback.media.decode;

import foldback.media.process.Children;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;

/**
 * Which decoder reads a codec: FFmpeg's own, or a library's where that notices damage that FFmpeg's passes over. Of 36 damaged
 * VP9 clips FFmpeg's decoder noticed 7 and libvpx all; the pictures of healthy ones are the same to the bit.
 */
final class Decoders {
    private static final Map<String, String> STRICTER = Map.of("vp9", "libvpx-vp9", "vp8", "libvpx");
    /** What this machine's FFmpeg has; asked once. */
    private static final Map<String, Set<String>> KNOWN = new ConcurrentHashMap<>();

    private Decoders() {}

    /** FFmpeg's arguments before an input of this codec; none where its own decoder serves. */
    static List<String> of(String codec) {
        String stricter = STRICTER.get(codec);
        return stricter != null
                        && KNOWN.computeIfAbsent("decoders", key -> ask()).contains(stricter)
                ? List.of("-c:v", stricter)
                : List.of();
    }

    private static Set<String> ask() {
        try {
            return Children.run(List.of("ffmpeg", "-nostdin", "-v", "quiet", "-decoders"))
                    .output()
                    .lines()
                    .map(line -> line.strip().split("\\s+"))
                    .filter(words -> words.length > 1)
                    .map(words -> words[1])
                    .collect(Collectors.toSet());
        } catch (IOException notThere) {
            return Set.of();
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
            return Set.of();
        }
    }
}
