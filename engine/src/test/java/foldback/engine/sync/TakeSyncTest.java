package foldback.engine.sync;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.sync.SyncResult;
import foldback.core.sync.pair.Clue;
import foldback.core.time.TimeSpan;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Real files of one rig at known offsets, in the codecs and states in which they come. */
class TakeSyncTest {
    private static final double SECOND = 2.32;

    @TempDir
    static Path folder;

    private static RiggedClips clips;
    private static Path pictureA;
    private static Path pictureB;
    private static Path clean;

    @BeforeAll
    static void film() throws Exception {
        clips = new RiggedClips(folder);
        pictureA = clips.pictures("a.mp4", 0, 12, 0);
        pictureB = clips.pictures("b.mp4", SECOND, 10, 2.5);
        clean = clips.still("clean.mov", 12, clips.sound("clean.wav", 0, 12, 1), "-c:a", "pcm_s16le");
    }

    private static SyncResult measure(SyncRequest request, TakeSync.Source... sources) {
        TakeSync sync = new TakeSync(new Sounds(folder), new PictureTracks(folder, Optional.empty()));
        return sync.measure(List.of(sources), request, Run.QUIET);
    }

    private static SyncRequest using(Clue... clues) {
        return new SyncRequest(Set.of(clues), Optional.empty(), Set.of());
    }

    private static SyncResult withClean(Path other) {
        return measure(using(Clue.SOUND), RiggedClips.source("A", clean, 0), RiggedClips.source("B", other, 0));
    }

    @Test
    void lensesWithoutSoundAreInSyncByMotion() {
        SyncResult result =
                measure(SyncRequest.PLAIN, RiggedClips.source("A", pictureA, 0), RiggedClips.source("B", pictureB, 0));
        assertThat(result.judgement().verdict()).as(result.toString()).isEqualTo(Verdict.SURE);
        assertThat(result.judgement().reason()).isEqualTo("The motion fits all along the overlap.");
        assertThat(result.offsets()[1]).isCloseTo(SECOND, within(0.004));
    }

    @Test
    void oneSilentLensAmongOthersIsPlacedByMotionAndSaid() throws Exception {
        Path one = clips.joined("heard-a.mp4", pictureA, clips.sound("heard-a.wav", 0, 12, 1));
        Path two = clips.joined(
                "heard-c.mp4", clips.pictures("c.mp4", 1.2, 10, 4.5), clips.sound("heard-c.wav", 1.2, 10, 1));
        SyncResult result = measure(
                SyncRequest.PLAIN,
                RiggedClips.source("A", one, 0),
                RiggedClips.source("B", pictureB, 0),
                RiggedClips.source("C", two, 0));
        assertThat(result.judgement().verdict()).as(result.toString()).isEqualTo(Verdict.SURE);
        assertThat(result.judgement().reason()).contains("Clip 2 is placed by motion, not by sound.");
        assertThat(result.offsets()[1]).isCloseTo(SECOND, within(0.004));
        assertThat(result.offsets()[2]).isCloseTo(1.2, within(0.0005));
    }

    @Test
    void pictureReadingIsKept() throws Exception {
        measure(using(Clue.MOTION), RiggedClips.source("A", pictureA, 0), RiggedClips.source("B", pictureB, 0));
        List<Path> kept = kept();
        assertThat(kept).hasSizeGreaterThanOrEqualTo(2);
        long before = Files.getLastModifiedTime(kept.get(0)).toMillis();
        measure(using(Clue.MOTION), RiggedClips.source("A", pictureA, 0), RiggedClips.source("B", pictureB, 0));
        assertThat(kept()).hasSameSizeAs(kept);
        assertThat(Files.getLastModifiedTime(kept.get(0)).toMillis()).isEqualTo(before);
    }

    private static List<Path> kept() throws Exception {
        try (var files = Files.list(folder)) {
            return files.filter(file -> file.toString().endsWith(".turns"))
                    .sorted()
                    .toList();
        }
    }

    @Test
    void onlyTheStretchAskedForIsLookedAt() {
        SyncRequest part = new SyncRequest(Set.of(Clue.MOTION), Optional.of(new TimeSpan(3, 11)), Set.of());
        // B is taken to lie a second too early, so that the stretch holds other frames of it.
        SyncResult result =
                measure(part, RiggedClips.source("A", pictureA, 0), RiggedClips.source("B", pictureB, SECOND - 1));
        assertThat(result.judgement().verdict()).as(result.toString()).isEqualTo(Verdict.SURE);
        assertThat(result.offsets()[1]).isCloseTo(SECOND, within(0.004));
        SyncRequest tiny = new SyncRequest(Set.of(Clue.MOTION), Optional.of(new TimeSpan(3, 3.4)), Set.of());
        assertThat(measure(tiny, RiggedClips.source("A", pictureA, 0), RiggedClips.source("B", pictureB, SECOND))
                        .judgement()
                        .verdict())
                .isEqualTo(Verdict.UNSETTLED);
    }

    @Test
    void clipsThatAreHeldStayAndTheContradictionIsSaid() {
        SyncRequest held = new SyncRequest(Set.of(Clue.MOTION), Optional.empty(), Set.of("A", "B"));
        SyncResult result = measure(
                held, RiggedClips.source("A", pictureA, 1), RiggedClips.source("B", pictureB, 1 + SECOND + 0.2));
        assertThat(result.offsets()[1] - result.offsets()[0]).isCloseTo(SECOND + 0.2, within(1e-5));
        assertThat(result.judgement().verdict()).isEqualTo(Verdict.CHECK);
        assertThat(result.judgement().reason()).contains("The motion of clips 1 and 2 contradicts the others by 20");
    }

    /** An MP4's edit list takes a coder's delay away; other rates and channels are brought to one. */
    @ParameterizedTest
    @CsvSource({
        "aac.mp4, -c:a aac",
        "aac.mkv, -c:a aac",
        "surround.mp4, -c:a aac -ac 6",
        "stereo.mov, -c:a pcm_s24le -ac 2 -ar 44100",
        "slow.mov, -c:a pcm_s16le -ar 22050",
        "mp3.mov, -c:a libmp3lame -ar 32000"
    })
    void soundComesInManyCodecs(String name, String arguments) throws Exception {
        Path sound = clips.sound("in-" + name + ".wav", SECOND, 9, 1);
        SyncResult result = withClean(clips.still(name, 9, sound, arguments.split(" ")));
        assertThat(result.judgement().verdict()).as(result.toString()).isEqualTo(Verdict.SURE);
        assertThat(result.offsets()[1]).isCloseTo(SECOND, within(0.0005));
    }

    @Test
    void clippedSoundIsHeardAsWell() throws Exception {
        Path loud = clips.sound("loud.wav", SECOND, 9, 8);
        SyncResult result = withClean(clips.still("loud.mov", 9, loud, "-c:a", "pcm_s16le"));
        assertThat(result.judgement().verdict()).as(result.toString()).isEqualTo(Verdict.SURE);
        assertThat(result.offsets()[1]).isCloseTo(SECOND, within(0.0005));
    }

    @Test
    void anOverlapBelowASecondIsRefused() throws Exception {
        Path late = clips.sound("late.wav", 11.4, 6, 1);
        SyncResult result = withClean(clips.still("late.mov", 6, late, "-c:a", "pcm_s16le"));
        assertThat(result.judgement().verdict()).as(result.toString()).isEqualTo(Verdict.UNSETTLED);
    }

    @Test
    void clipsThatDoNotOverlapAreRefused() throws Exception {
        Path after = clips.sound("after.wav", 40, 8, 1);
        SyncResult result = withClean(clips.still("after.mov", 8, after, "-c:a", "pcm_s16le"));
        assertThat(result.judgement().verdict()).as(result.toString()).isEqualTo(Verdict.UNSETTLED);
    }

    @Test
    void soundOfNoLengthIsRefusedPlainly() throws Exception {
        Path nothing = clips.sound("nothing.wav", 0, 0.01, 1);
        SyncResult result = withClean(clips.still("nothing.mov", 6, nothing, "-c:a", "pcm_s16le"));
        assertThat(result.judgement().verdict()).isEqualTo(Verdict.UNSETTLED);
        assertThat(result.judgement().reason()).isEqualTo("No two clips share a second of sound.");
    }

    @Test
    void aRateThatLiesIsNeverSure() throws Exception {
        Path told = clips.sound("told.wav", SECOND, 9, 1);
        SyncResult result = withClean(
                clips.still("lies.mov", 9, told, "-af", "asetrate=44100", "-ar", "48000", "-c:a", "pcm_s16le"));
        assertThat(result.judgement().verdict()).as(result.toString()).isNotEqualTo(Verdict.SURE);
    }

    @Test
    void oneClipTwiceLiesWhereItLies() throws Exception {
        Path copy = Files.copy(clean, folder.resolve("copy.mov"));
        SyncResult result = withClean(copy);
        assertThat(result.offsets()[1]).isZero();
        assertThat(result.judgement().verdict()).isEqualTo(Verdict.SURE);
    }
}
