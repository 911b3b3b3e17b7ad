package foldback.engine.gather;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.core.run.Run;
import foldback.engine.DemoTake;
import foldback.media.MediaException;
import foldback.media.decode.ClipCheck;
import foldback.media.decode.ClipHealth;
import foldback.media.decode.FrameReader;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.process.Children;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How many clips whose pictures are spoiled are found to be, by codec and container. */
class DamageRatesTest {
    /** A hundredth of what a soak tries. */
    private static final int CLIPS = Integer.getInteger("foldback.damaged", 2);

    private static final int SIZE = 256;
    /** Mean square error at 30 dB. */
    private static final double SPOILED = 255 * 255 / 1000.0;

    @TempDir
    private Path folder;

    /**
     * @param bar the least share of spoiled clips that must be found
     */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            h264.mp4   | -c:v libx264 -preset fast -crf 20 -g 25                               | 0.99
            h264.mov   | -c:v libx264 -preset fast -crf 20 -g 12 -bf 0 -movflags +faststart    | 0.99
            h264.mkv   | -c:v libx264 -preset veryfast -crf 24 -g 50                           | 0.99
            h264.ts    | -c:v libx264 -preset fast -crf 22 -g 25                               | 0.99
            hevc.mp4   | -c:v libx265 -preset ultrafast -crf 24 -x265-params log-level=error:keyint=25 | 0.99
            hevc.mov   | -c:v libx265 -preset ultrafast -crf 24 -x265-params log-level=error:keyint=50:wpp=0:bframes=3 | 0.99
            vp9.mkv    | -c:v libvpx-vp9 -deadline realtime -cpu-used 8 -crf 26 -b:v 0 -g 25   | 0.99
            av1.mkv    | -c:v libsvtav1 -preset 12 -crf 32 -g 25                               | 0.99
            prores.mov | -c:v prores_ks -profile:v 2 -q:v 9                                    | 0.99
            mjpeg.avi  | -c:v mjpeg -q:v 4 -pix_fmt yuvj420p                                   | 0.99
            mpeg2.ts   | -c:v mpeg2video -q:v 4 -g 12                                          | 0.99
            dnxhd.mxf  | -c:v dnxhd -profile:v dnxhr_sq -pix_fmt yuv422p                       | 0.99
            ffv1.nut   | -c:v ffv1 -level 3 -slicecrc 1                                        | 0.99
            """)
    void spoiledClipsAreFound(String name, String coding, double bar) throws Exception {
        Path healthy = folder.resolve(name);
        List<String> command = new ArrayList<>(List.of("ffmpeg", "-nostdin", "-v", "error", "-i"));
        command.add(DemoTake.MEDIA.resolve("sluice-path-a.mp4").toString());
        command.addAll(List.of("-t", "2.4", "-an", "-vf", "scale=" + SIZE + ":" + SIZE));
        command.addAll(List.of(coding.strip().split(" ")));
        command.add(healthy.toString());
        Children.Outcome made = Children.run(command);
        assertThat(made.code()).as(made.errors()).isZero();
        assertThat(isFound(healthy)).as("a healthy clip is found damaged").isFalse();
        byte[] bytes = Files.readAllBytes(healthy);
        Map<Long, byte[]> wanted = pictures(healthy);
        int spoiled = 0;
        int found = 0;
        for (int n = 0; n < CLIPS; n++) {
            Path damaged = folder.resolve("damaged " + n + " " + name);
            Files.write(damaged, damaged(bytes, new SplittableRandom(1000L * n + name.hashCode())));
            if (isSpoiled(damaged, wanted)) {
                spoiled++;
                found += isFound(damaged) ? 1 : 0;
            }
            Files.delete(damaged);
        }
        System.out.printf("damage %s: %d of %d spoiled clips found, %d tried%n", name, found, spoiled, CLIPS);
        assertThat((double) found).isGreaterThanOrEqualTo(bar * spoiled);
    }

    private static boolean isFound(Path clip) {
        try {
            FrameIndex index = FrameIndex.read(clip);
            ClipHealth first = ClipCheck.check(index, MediaProbe.probe(clip), Run.QUIET);
            ClipHealth health = ClipCheck.refine(first, index, Run.QUIET);
            return health.hasDamage() || health.skipped() > 0;
        } catch (MediaException refused) {
            return true;
        }
    }

    /**
     * Whether a frame of what is read from a clip is off by more than 30 dB, or frames are missing that its container counts;
     * what cannot be read at all is refused anyway.
     */
    private static boolean isSpoiled(Path clip, Map<Long, byte[]> wanted) {
        try {
            Map<Long, byte[]> seen = pictures(clip);
            boolean counted = !clip.toString().endsWith(".ts");
            return counted && seen.size() < wanted.size()
                    || seen.entrySet().stream()
                            .anyMatch(picture -> isOff(picture.getValue(), wanted.get(picture.getKey())));
        } catch (MediaException refused) {
            return false;
        }
    }

    private static boolean isOff(byte[] seen, byte[] wanted) {
        return wanted == null || seen.length != wanted.length || error(seen, wanted) > SPOILED;
    }

    private static double error(byte[] a, byte[] b) {
        long sum = 0;
        for (int i = 0; i < a.length; i++) {
            int difference = (a[i] & 0xff) - (b[i] & 0xff);
            sum += (long) difference * difference;
        }
        return (double) sum / a.length;
    }

    /** The pictures by their times, in milliseconds. */
    private static Map<Long, byte[]> pictures(Path clip) {
        MediaInfo.Video video = MediaProbe.probe(clip).video().orElseThrow();
        Frame frame = Frame.allocate(video.format(), video.tags(), video.width(), video.height());
        FrameIndex index = FrameIndex.read(clip);
        Map<Long, byte[]> pictures = new HashMap<>();
        try (FrameReader reader = new FrameReader(index, video, 0, video.width(), video.height(), 0)) {
            for (int n = 0; n < index.frames() && reader.next(frame); n++) {
                pictures.put(
                        Math.round(1000 * index.pts()[n]),
                        luma(frame.y(), video.format().bits() - 8));
            }
        }
        return pictures;
    }

    private static byte[] luma(Plane plane, int shift) {
        byte[] luma = new byte[plane.width() * plane.height()];
        for (int y = 0; y < plane.height(); y++) {
            for (int x = 0; x < plane.width(); x++) {
                luma[y * plane.width() + x] = (byte) (plane.get(x, y) >> shift);
            }
        }
        return luma;
    }

    /** Bits turned, bytes zeroed, overwritten or doubled where pictures are, or the file cut off. */
    private static byte[] damaged(byte[] clip, SplittableRandom random) {
        byte[] bytes = clip.clone();
        int at = random.nextInt(bytes.length / 20, bytes.length - 500);
        int length = random.nextInt(1, 400);
        switch (random.nextInt(5)) {
            case 0 -> {
                for (int flips = new int[] {1, 3, 30, 300}[random.nextInt(4)]; flips > 0; flips--) {
                    bytes[random.nextInt(bytes.length / 20, bytes.length)] ^= (byte) (1 << random.nextInt(8));
                }
            }
            case 1 -> Arrays.fill(bytes, at, at + length, (byte) 0);
            case 2 -> {
                for (int i = at; i < at + length; i++) {
                    bytes[i] = (byte) random.nextInt(256);
                }
            }
            case 3 -> System.arraycopy(clip, random.nextInt(bytes.length - 500), bytes, at, length);
            default -> bytes = Arrays.copyOf(bytes, random.nextInt(bytes.length / 4, bytes.length));
        }
        return bytes;
    }
}
