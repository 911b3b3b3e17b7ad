package foldback.media.decode;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.media.ffmpeg.FrameIndex;
import java.nio.file.Path;
import java.util.BitSet;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What small pictures tell of damage, and what they do not mistake for it. */
class PictureWatchTest {
    private static final int WIDTH = 64;
    private static final int HEIGHT = 48;
    private static final int FRAMES = 60;
    private static final int GROUP = 12;

    /** Grey levels of a frame's pixel. */
    private interface Film {
        double at(int frame, int x, int y);
    }

    /** A texture that drifts. */
    private static double scene(int frame, int x, int y) {
        double u = x + 0.4 * frame;
        double v = y - 0.3 * frame;
        return 120 + 40 * Math.sin(u / 5) * Math.cos(v / 4) + 25 * Math.sin((u + v) / 9);
    }

    private static double garbage(int x, int y) {
        return new SplittableRandom(31L * (x / 4) + 977L * (y / 4)).nextDouble(255);
    }

    private static PictureWatch watch(Film film, boolean alone) {
        return watch(film, alone, new int[FRAMES]);
    }

    private static PictureWatch watch(Film film, boolean alone, int[] leading) {
        boolean[] keys = new boolean[FRAMES];
        IntStream.range(0, FRAMES).forEach(n -> keys[n] = alone || n % GROUP == 0);
        PictureWatch watch = new PictureWatch(new CellDifference(WIDTH, HEIGHT), keys, leading);
        for (int n = 0; n < FRAMES; n++) {
            byte[] picture = new byte[WIDTH * HEIGHT];
            for (int i = 0; i < picture.length; i++) {
                picture[i] = (byte) Math.max(0, Math.min(255, Math.round(film.at(n, i % WIDTH, i / WIDTH))));
            }
            watch.accept(picture);
        }
        watch.end();
        return watch;
    }

    private static BitSet spoiledGroups(Film film) {
        boolean[] keys = new boolean[FRAMES];
        IntStream.range(0, FRAMES / GROUP).forEach(n -> keys[n * GROUP] = true);
        double[] times = IntStream.range(0, FRAMES).mapToDouble(n -> n / 25.0).toArray();
        return PictureFaults.groups(
                watch(film, false).jumps(), new FrameIndex(Path.of("clip"), times, keys, new int[FRAMES], 0));
    }

    private static BitSet range(int from, int to) {
        BitSet set = new BitSet();
        set.set(from, to);
        return set;
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 2, 4})
    void aGroupWhoseLowerPartIsGarbageIsFound(int group) {
        BitSet found = spoiledGroups(
                (n, x, y) -> n / GROUP == group && (y > 32 || y > 28 && x > 40) ? garbage(x, y) : scene(n, x, y));
        assertThat(found).isEqualTo(range(group * GROUP, (group + 1) * GROUP));
    }

    /** Frames before an open group's key frame are mixtures of both groups. */
    @Test
    void aSpoiledOpenGroupIsFound() {
        int[] leading = new int[FRAMES];
        leading[24] = 3;
        leading[36] = 3;
        Film film = (n, x, y) -> {
            double spoiled = y > 30 ? garbage(x, y) : scene(n, x, y);
            double share = Math.max(0, Math.min(1, Math.min((n - 20) / 4.0, (36 - n) / 4.0)));
            return share * spoiled + (1 - share) * scene(n, x, y);
        };
        assertThat(watch(film, false, leading).jumps()).containsExactly(24, 36);
    }

    /** Streams that can be entered at each row of blocks are spoiled in some of them only. */
    @Test
    void aBandOfGarbageIsFound() {
        BitSet found = spoiledGroups((n, x, y) ->
                n / GROUP == 2 && (y >= 16 && y < 24 || y >= 12 && y < 16 && x > 40) ? garbage(x, y) : scene(n, x, y));
        assertThat(found).isEqualTo(range(2 * GROUP, 3 * GROUP));
    }

    @Test
    void aFrameOfNothingButGarbageIsAStranger() {
        PictureWatch watch = watch((n, x, y) -> n == 20 ? garbage(x, y) : scene(n, x, y), true);
        assertThat(watch.odd())
                .filteredOn(PictureWatch.Odd::stranger)
                .extracting(PictureWatch.Odd::frame)
                .containsExactly(20);
    }

    @Test
    void aFrameInAnotherLightIsNone() {
        PictureWatch watch = watch((n, x, y) -> n == 20 ? 1.6 * scene(n, x, y) : n == 30 ? 255 : scene(n, x, y), true);
        assertThat(watch.odd()).noneMatch(PictureWatch.Odd::stranger);
    }

    @Test
    void whatDriftsIsHealthy() {
        assertThat(spoiledGroups(PictureWatchTest::scene).isEmpty()).isTrue();
        assertThat(watch(PictureWatchTest::scene, true).odd()).isEmpty();
    }

    @Test
    void aCutIsHealthy() {
        assertThat(spoiledGroups((n, x, y) -> n < 24 ? scene(n, x, y) : 255 - scene(3 * n, y, x))
                        .isEmpty())
                .isTrue();
    }

    /** A rolling shutter shows it in the lower rows first. */
    @Test
    void aLampThatIsSwitchedOnAtAKeyFrameIsHealthy() {
        assertThat(spoiledGroups((n, x, y) -> scene(n, x, y) * (n > 24 || n == 24 && y > 30 ? 1 : 0.4))
                        .isEmpty())
                .isTrue();
    }

    @Test
    void aFlashIsHealthy() {
        assertThat(spoiledGroups((n, x, y) -> scene(n, x, y) + (n == 24 && y > 30 || n == 25 && y < 12 ? 90 : 0))
                        .isEmpty())
                .isTrue();
    }

    @Test
    void aHandThatComesUpFromBelowIsHealthy() {
        assertThat(spoiledGroups((n, x, y) ->
                                n >= 24 && y > 40 - 8 * (n - 24) ? 60 + 10 * Math.sin(x / 3.0) : scene(n, x, y))
                        .isEmpty())
                .isTrue();
    }

    @Test
    void framesThatStandAloneAreHeldAgainstTheirNeighbours() {
        PictureWatch watch = watch(
                (n, x, y) ->
                        (n == 0 || n == 20 || n == 59) && y >= 16 && y < 24 && x < 32 ? garbage(x, y) : scene(n, x, y),
                true);
        assertThat(watch.odd()).extracting(PictureWatch.Odd::frame).contains(0, 20, 59);
        assertThat(watch.odd()).extracting(PictureWatch.Odd::frame).doesNotContain(19, 21, 40);
        assertThat(watch.frames()).isEqualTo(FRAMES);
    }
}
