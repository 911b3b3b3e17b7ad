package foldback.engine.sync;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.sync.SoundRecording;
import foldback.core.recipe.sync.Sync;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.sound.SoundTrack;
import foldback.core.time.TimeSpan;
import foldback.engine.DemoTake;
import foldback.engine.document.spec.RenderSpec;
import foldback.engine.document.spec.Soundtrack;
import foldback.engine.recipe.RecipeJson;
import foldback.engine.render.RenderJob;
import foldback.engine.render.Renderer;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Sounding;
import foldback.engine.take.Take;
import foldback.media.ContentHash;
import foldback.media.MediaException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Sound that a recorder of its own made beside a take's lenses. */
class RecordingTest {
    private static final double CUT = 0.37;

    @TempDir
    private Path folder;

    private MediaFolders media;
    private Recordings recordings;
    private TakeSync sync;
    private Sounds sounds;
    private Recipe recipe;

    /** A recorder that ran on for a while after it was begun 0.37 s after lens A, in another rate and quieter. */
    @BeforeEach
    void record() throws Exception {
        Path own = Files.createDirectory(folder.resolve("media"));
        for (String clip : List.of("sluice-path-a.mp4", "sluice-path-b.mp4")) {
            Files.copy(DemoTake.MEDIA.resolve(clip), own.resolve(clip));
        }
        RiggedClips.ffmpeg(List.of(
                "-i",
                own.resolve("sluice-path-a.mp4").toString(),
                "-af",
                "atrim=start=" + CUT + ",asetpts=PTS-STARTPTS,volume=-4dB,apad=pad_dur=3",
                "-ar",
                "44100",
                "-vn",
                own.resolve("recorder 01.wav").toString()));
        RiggedClips.ffmpeg(List.of(
                "-f",
                "lavfi",
                "-i",
                "anoisesrc=color=pink:duration=8:seed=4:amplitude=0.3",
                own.resolve("stranger.flac").toString()));
        media = MediaFolders.of(own);
        recordings = new Recordings(media, ContentHash::of);
        sounds = new Sounds(folder.resolve("sounds"));
        sync = new TakeSync(sounds, new PictureTracks(folder.resolve("pictures"), Optional.empty()));
        recipe = DemoTake.recipe();
    }

    private Take take(Recipe of) {
        return Take.open(of, media).withRecording(of, media, ContentHash::of);
    }

    private Recipe placed(String file) {
        SoundRecording found = sync.place(recordings.open(file), take(recipe), Run.QUIET);
        return recipe.with(Sync.SECTION, recipe.sync().withRecording(Optional.of(found)));
    }

    @Test
    void itIsOfferedAndPlacedByWhatItSharesWithTheLenses() {
        assertThat(recordings.offers(take(recipe)))
                .extracting(Recordings.Offer::file)
                .containsExactly("recorder 01.wav", "stranger.flac");
        assertThat(recordings.offers(take(recipe)).get(0).holds()).contains("44.1 kHz");
        SoundRecording found = placed("recorder 01.wav").sync().recording().orElseThrow();
        assertThat(found.offsetSeconds()).isCloseTo(recipe.clip("A").offsetSeconds() + CUT, within(0.0005));
        assertThat(found.verdict()).contains(Verdict.SURE);
        assertThat(RecipeJson.read(RecipeJson.write(placed("recorder 01.wav")))
                        .sync()
                        .recording())
                .contains(found);
        assertThat(found.movedBy(0)).isEqualTo(found);
        assertThat(found.movedBy(1).verdict()).isEmpty();
        // What has nothing in common with the lenses is not placed as if it had.
        SoundRecording stranger = placed("stranger.flac").sync().recording().orElseThrow();
        assertThat(stranger.verdict()).contains(Verdict.UNSETTLED);
        assertThatThrownBy(() -> recordings.open("gone.wav"))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("gone.wav is not there");
        assertThatThrownBy(() -> recordings.open("sluice-path-a.mp4"))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("holds sound alone");
    }

    private Path film(Recipe of, Soundtrack sound, String name) throws Exception {
        RenderSpec plain = DemoTake.smallSpec(8, Optional.empty());
        RenderSpec spec = RenderSpec.read(new RenderSpec(
                        plain.width(),
                        plain.height(),
                        plain.layout(),
                        plain.coding(),
                        plain.bits(),
                        plain.kernel(),
                        plain.rate(),
                        plain.encoderThreads(),
                        plain.segmentFrames(),
                        Optional.of(sound),
                        plain.colours())
                .write());
        RenderJob job = new RenderJob(of, spec, take(of), new TimeSpan(1, 2.2), Optional.empty());
        Path out = folder.resolve(name + ".mp4");
        new Renderer(2, 0).render(job, folder.resolve("work"), out, Run.QUIET);
        return folder.resolve(name + ".wav");
    }

    private SoundTrack heard(Path wave) {
        return sounds.of(new Sounding("heard", wave, ContentHash.of(wave), 0, 0, 0), Run.QUIET);
    }

    @Test
    void itGoesAlongInStepWithThePicture() throws Exception {
        Recipe with = placed("recorder 01.wav");
        SoundTrack own = heard(film(with, new Soundtrack(Optional.empty(), 4, 0, 0, Soundtrack.Place.BOTH), "own"));
        SoundTrack lens = heard(film(with, new Soundtrack(Optional.of("A"), 0, 0, 0, Soundtrack.Place.BOTH), "lens"));
        double best = 0;
        int late = 0;
        for (int lag = -40; lag <= 40; lag++) {
            double alike = alike(own.samples(), lens.samples(), lag);
            late = alike > best ? lag : late;
            best = Math.max(best, alike);
        }
        assertThat(best).as("the same sound").isGreaterThan(0.8);
        assertThat((double) late / Sounds.RATE).as("seconds late").isCloseTo(0, within(0.0005));
    }

    /** Normalised correlation, where one is so many samples later. */
    private static double alike(short[] one, short[] other, int lag) {
        double both = 0;
        double first = 0;
        double second = 0;
        for (int at = 800; at < other.length - 800; at++) {
            both += (double) one[at + lag] * other[at];
            first += (double) one[at + lag] * one[at + lag];
            second += (double) other[at] * other[at];
        }
        return both / Math.sqrt(first * second);
    }

    @Test
    void whereItIsAwayItIsSaidAndTheTakeOpensAllTheSame() throws Exception {
        Recipe with = placed("recorder 01.wav");
        Soundtrack sound = new Soundtrack(Optional.empty(), 0, 0, 0, Soundtrack.Place.INSIDE);
        assertThatThrownBy(() -> film(recipe, sound, "none")).hasMessageContaining("choose one in Sync");
        Path moved = Files.createDirectory(folder.resolve("media/moved")).resolve("renamed.wav");
        Files.move(folder.resolve("media/recorder 01.wav"), moved);
        assertThat(take(with).recording().orElseThrow().file()).isEqualTo(moved.toRealPath());
        Files.delete(moved);
        assertThat(take(with).clips()).hasSize(2);
        assertThatThrownBy(() -> film(with, sound, "away"))
                .hasMessageContaining("recorder 01.wav, the sound recording of this take, is not there");
    }
}
