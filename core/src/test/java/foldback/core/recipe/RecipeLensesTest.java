package foldback.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import foldback.core.keys.Track;
import foldback.core.picture.ColourTags;
import foldback.core.picture.PixelFormat;
import foldback.core.recipe.geometry.Geometry;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.light.LensBalance;
import foldback.core.recipe.light.Stops;
import foldback.core.recipe.light.TrimTracks;
import foldback.core.recipe.sync.Sync;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.RigLens;
import foldback.core.time.FrameRate;
import foldback.core.warp.Canvas;
import foldback.core.warp.projection.CentralProjection;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Lenses switched off, and clips that go to other slots. */
class RecipeLensesTest {
    private static final Recipe SIX = six();

    private static Recipe six() {
        List<ClipRef> clips = ReadyRigs.sixAround().lenses().stream()
                .map(lens -> new ClipRef(
                        lens.slot(),
                        lens.slot() + ".mp4",
                        "0".repeat(63) + (lens.slot().charAt(0) - 'A'),
                        0))
                .toList();
        return Recipe.start(new FrameRate(25, 1), clips, ReadyRigs.sixAround(), "rig card");
    }

    private static Recipe without(String... slots) {
        return SIX.with(Geometry.SECTION, SIX.geometry().withOff(List.of(slots)));
    }

    @Test
    void whatIsOffIsNotShown() {
        Recipe shown = without("B", "E").showing();
        assertThat(shown.clips()).extracting(ClipRef::slot).containsExactly("A", "C", "D", "F");
        assertThat(shown.rig().lenses()).extracting(RigLens::slot).containsExactly("A", "C", "D", "F");
        assertThat(SIX.showing()).isSameAs(SIX);
    }

    @Test
    void pixelsAreOfTheLensesThatAreOn() {
        RecipePlan.Source source = new RecipePlan.Source(1440, 1920, PixelFormat.YUV420_8, ColourTags.BT709_LIMITED);
        Recipe five = without("C");
        RecipePlan plan = RecipePlan.compile(five, new Canvas(1280, 640), Collections.nCopies(5, source));
        RecipePlan shown = RecipePlan.compile(five.showing(), new Canvas(1280, 640), Collections.nCopies(5, source));
        assertThat(plan.settings()).isEqualTo(shown.settings());
        assertThat(plan.settings().rig().lenses()).extracting(RigLens::slot).doesNotContain("C");
    }

    @Test
    void oneLensStaysOnAndOnlyLensesThatAreThereGoOff() {
        assertThatThrownBy(() -> without("A", "B", "C", "D", "E", "F")).hasMessageContaining("one must stay on");
        assertThatThrownBy(() -> without("Q")).hasMessageContaining("'Q' is off, but the rig");
    }

    @Test
    void clipsTakeWhatIsKnownOfThemToOtherSlots() {
        Stops stops = new Stops(0.5, 0, 0, 0);
        Recipe known = without("B")
                .with(
                        Balance.SECTION,
                        Balance.NONE.withLenses(List.of(new LensBalance("B", Track.still(stops), TrimTracks.NONE))))
                .withClips(SIX.clips(), new Sync(Sync.Source.MEASURED, Optional.empty(), Set.of("B")));
        Recipe moved = known.withSlots(Map.of("A", "A", "B", "D", "D", "B", "C", "C", "E", "E", "F", "F"));
        assertThat(moved.clip("D").file()).isEqualTo("B.mp4");
        assertThat(moved.clip("B").file()).isEqualTo("D.mp4");
        assertThat(moved.balance().of("D").measured()).isEqualTo(Track.still(stops));
        assertThat(moved.sync().locked()).containsExactly("D");
        assertThat(moved.geometry().off()).containsExactly("D");
        assertThat(moved.rig()).isEqualTo(SIX.rig());
    }

    @Test
    void lensesHaveCoarserPicturesWhereAPlanetShrinksThem() {
        RecipePlan.Source source = new RecipePlan.Source(1440, 1920, PixelFormat.YUV420_8, ColourTags.BT709_LIMITED);
        List<RecipePlan.Source> sources = Collections.nCopies(SIX.rig().lenses().size(), source);
        CentralProjection planet = new CentralProjection(CentralProjection.Law.STEREOGRAPHIC, Math.toRadians(300));
        RecipePlan shrunk = RecipePlan.compile(SIX, new Canvas(1080, 1080, planet), sources);
        assertThat(shrunk.settings().levels()).isEqualTo(4);
        assertThat(shrunk.halvings()).containsOnly(0);
        assertThat(RecipePlan.compile(SIX, new Canvas(3840, 1920), sources)
                        .settings()
                        .levels())
                .isEqualTo(1);
        CentralProjection flat = new CentralProjection(CentralProjection.Law.FLAT, Math.toRadians(60));
        RecipePlan near = RecipePlan.compile(SIX, new Canvas(1280, 720, flat), sources);
        assertThat(near.settings().levels()).isEqualTo(1);
    }
}
