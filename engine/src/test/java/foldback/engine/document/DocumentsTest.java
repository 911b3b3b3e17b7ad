package foldback.engine.document;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Framings;
import foldback.core.recipe.Level;
import foldback.core.recipe.RangeValues;
import foldback.core.recipe.Ranges;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.Steady;
import foldback.core.recipe.sync.Sync;
import foldback.core.recipe.sync.SyncDrift;
import foldback.core.recipe.sync.SyncMeasure;
import foldback.core.recipe.sync.SyncPair;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.rig.RigCard;
import foldback.core.run.Reason;
import foldback.core.run.Verdict;
import foldback.core.steady.SteadySettings;
import foldback.core.sync.SyncReason;
import foldback.core.sync.pair.Belief;
import foldback.core.sync.pair.Clue;
import foldback.engine.DemoTake;
import foldback.engine.document.rig.CardJson;
import foldback.engine.document.spec.RenderSpec;
import foldback.engine.form.DocumentException;
import foldback.engine.recipe.RecipeJson;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Documents come back as they went, and what is wrong in one is named. */
class DocumentsTest {
    private static final Path FORMATS = Path.of("..", "docs", "formats");

    @Test
    void aRecipeComesBackToTheLetter() throws Exception {
        String text = RecipeJson.write(DemoTake.recipe());
        assertThat(RecipeJson.write(RecipeJson.read(text))).isEqualTo(text);
        assertThat(text).contains("\"yaw_deg\" : 12").contains("\"meeting_m\" : 3.5");
    }

    @Test
    void readyCardsComeBackToTheLetter() {
        for (Rig rig : new Rig[] {ReadyRigs.twoBackToBack(), ReadyRigs.sixAround()}) {
            String text = CardJson.write(rig);
            assertThat(CardJson.write(CardJson.readRig(text))).isEqualTo(text);
        }
    }

    @Test
    void cardsOfBeforeAreReadToday() {
        RigCard card = new RigCard(
                ReadyRigs.twoBackToBack(),
                Optional.of(new RigCard.Solved("2026-10-02", "Sluice path", Verdict.SURE, 0.01)),
                "seen twice");
        String before = CardJson.write(card)
                .replace("\"version\" : 2", "\"version\" : 1")
                .replace("residual_deg", "rest_deg");
        assertThat(CardJson.read(before).solved().orElseThrow().residualRad()).isCloseTo(0.01, within(1e-9));
        assertThat(CardJson.write(CardJson.read(before))).isEqualTo(CardJson.write(card));
    }

    @Test
    void aClipsClockComesBack() throws Exception {
        Recipe recipe = DemoTake.recipe();
        List<ClipRef> clips =
                recipe.clips().stream().map(clip -> clip.withPlace(1.5, -12.25)).toList();
        Recipe slow = recipe.withClips(clips, recipe.sync());
        assertThat(RecipeJson.read(RecipeJson.write(slow)).clips()).isEqualTo(clips);
        assertThat(RecipeJson.write(recipe)).doesNotContain("drift_ppm");
    }

    @Test
    void whatWasMeasuredAndWhatIsHeldComesBack() throws Exception {
        Recipe recipe = DemoTake.recipe();
        SyncPair pair = new SyncPair("A", "B", Clue.MOTION, Belief.HINT, true, -0.00125, 0.75, 0.5, 6, 1);
        SyncMeasure measure = new SyncMeasure(
                2,
                Verdict.CHECK,
                List.of(Reason.of(SyncReason.LOOK_AT_MOVEMENT)),
                0.002,
                List.of(pair),
                List.of(new SyncDrift("B", 0.25)));
        Sync sync = new Sync(Sync.Source.MEASURED, Optional.of(measure), Set.of("B"));
        String text = RecipeJson.write(recipe.withClips(recipe.clips(), sync));
        assertThat(RecipeJson.read(text).sync()).isEqualTo(sync);
        assertThatThrownBy(() -> RecipeJson.read(text.replace("\"motion\"", "\"smell\"")))
                .hasMessageContaining("clue")
                .hasMessageContaining("sound, motion, light");
    }

    @Test
    void aRangeComesBackWithWhatItHasOfItsOwn() throws Exception {
        Recipe recipe = DemoTake.recipe();
        Level own = new Level(Math.toRadians(40), 0, 0);
        SteadySettings shown = SteadySettings.start(2);
        RangeValues values = new RangeValues(Optional.of(own), Optional.of(shown), Optional.empty());
        Ranges ranges = new Ranges(List.of(
                new Ranges.Range("Gate opens", 1, 2, Optional.of(values)),
                new Ranges.Range("As the take", 3, 4, Optional.empty())));
        Recipe read = RecipeJson.read(RecipeJson.write(recipe.with(Ranges.SECTION, ranges)));
        assertThat(read.of(Ranges.SECTION)).isEqualTo(ranges);
        assertThat(read.level()).isEqualTo(recipe.level());
        Recipe gate = Ranges.applied(read, "Gate opens");
        assertThat(gate.level()).isEqualTo(own);
        assertThat(gate.of(Steady.SECTION).settings()).isEqualTo(shown);
        assertThat(gate.of(Framings.SECTION)).isEqualTo(read.of(Framings.SECTION));
        assertThat(Ranges.applied(read, "As the take")).isSameAs(read);
        assertThat(Ranges.applied(read, "Nobody")).isSameAs(read);
    }

    @Test
    void theExamplesInTheDocsAreValid() throws Exception {
        assertThat(RecipeJson.read(Files.readString(FORMATS.resolve("recipe.example.json")))
                        .clips())
                .hasSize(2);
        assertThat(RenderSpec.read(Files.readString(FORMATS.resolve("spec.example.json")))
                        .width())
                .isEqualTo(3840);
        assertThat(CardJson.readRig(Files.readString(FORMATS.resolve("rig-card.example.json")))
                        .lenses())
                .hasSize(2);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            "yaw_deg" : 12      | "yaw_deg" : "12"      | 'recipe.level.yaw_deg' must be a number
            "yaw_deg" : 12      | "yaw" : 12.0          | 'recipe.level.yaw_deg' is missing
            "feather_deg" : 5   | "feather_deg" : 500   | 'recipe.seams.feather_deg' must be 0 to 90: 500
            "way" : "feather"     | "way" : "glue"        | 'recipe.seams.way' must be one of feather, bands, path, flow: 'glue'
            "way" : "feather"     | "way" : "feather", "strokes" : [{"lens":"A","kind":"use","radius":0.1,"spots":[0.1,0.2,0.3]}] | 'spots' has an x and a y for each
            "way" : "feather"     | "way" : "feather", "strokes" : [{"lens":"A","kind":"use","radius":0.9,"spots":[0.1,0.2]}] | 'recipe.seams.strokes[0].radius' must be 0 to 0.5: 0.9
            "way" : "feather"     | "way" : "feather", "glue" : 1 | 'recipe.seams.glue' is not known here
            "version" : 3         | "version" : 7         | this program knows versions 1 to 3
            foldback-recipe       | other-recipe          | 'recipe.format' must be 'foldback-recipe'
            "rate" : "25"         | "rate" : "soon"       | 'soon'
            "model" : "fisheye"   | "model" : "cube"      | 'recipe.rig.lenses[0].model' must be one of
            "radius_px" : 948   | "radius_px" : -4      | 'recipe.rig.lenses[0].circle.radius_px' must be 1 to 64000: -4
            "slot" : "A"          | "slot" : "B"          | two clips are in slot 'B'
            "offset_seconds" : 0 | "offset_seconds" : 0, "drift_ppm" : 5000 | drift_ppm' must be -1000 to 1000: 5000
            """)
    void whatIsWrongIsNamed(String right, String wrong, String message) throws Exception {
        String text = RecipeJson.write(DemoTake.recipe());
        assertThat(text).contains(right);
        String spoiled = text.replaceFirst(java.util.regex.Pattern.quote(right), wrong);
        assertThatThrownBy(() -> RecipeJson.read(spoiled))
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining(message);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            "quality": 18                    | "quality": 18, "bit_rate_kbps": 9000 | either 'quality' or 'bit_rate_kbps', and not both
            "width": 3840                    | "width": 3842   | 'spec.width' must be a whole number, 64 to 16384, a multiple of 4: 3842
            "width": 3840                    | "width": 3844   | A whole sphere is twice as wide as high: 3844 x 1920.
            "layout": "mono_360"             | "layout": "flat" | 'spec.framing' is missing
            "layout": "mono_360"             | "layout": "mono_360", "framing": "Rail" | 'spec.framing' is not known here
            "layout": "mono_360"             | "layout": "stereo_180" | 'spec.eyes' is missing
            "layout": "mono_360"             | "layout": "stereo_360", "eyes": "above" | A whole sphere is twice as wide as high for each eye: 3840 x 1920.
            "layout": "mono_360"             | "layout": "mono_180" | 180 degrees are as wide as high: 3840 x 1920.
            "layout": "mono_360"             | "layout": "stereo_180", "eyes": "below" | 'spec.eyes' must be one of beside, above: 'below'
            "preset": "medium"               | "preset": "best" | 'spec.preset' must be one of
            "bits": 8                        | "bits": 9       | 'spec.bits' must be 8 or 10: 9
            "encoder_threads": 2             | "encoder_threads": 2.5 | 'spec.encoder_threads' must be a whole number
            """)
    void whatIsWrongInASpecIsNamed(String right, String wrong, String message) throws Exception {
        String text = Files.readString(FORMATS.resolve("spec.example.json"));
        assertThat(text).contains(right);
        assertThatThrownBy(() -> RenderSpec.read(text.replace(right, wrong)))
                .isInstanceOf(DocumentException.class)
                .hasMessageContaining(message);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            "layout" : "stereo_180", "eyes" : "beside" | 3840 | 1920 | 1920 | 1920
            "layout" : "stereo_360", "eyes" : "above"  | 2048 | 2048 | 2048 | 1024
            "layout" : "mono_180", "eye" : "right"     | 1920 | 1920 | 1920 | 1920
            "layout" : "mono_360"                      | 3840 | 1920 | 3840 | 1920
            "layout" : "stereo_flat", "eyes" : "beside", "framing" : "Door" | 2560 | 720 | 1280 | 720
            """)
    void layoutsSayHowLargeAnEyesPictureIs(String layout, int width, int height, int eyeWidth, int eyeHeight)
            throws Exception {
        String text = Files.readString(FORMATS.resolve("spec.example.json"))
                .replace("\"layout\": \"mono_360\"", layout)
                .replace("\"width\": 3840", "\"width\": " + width)
                .replace("\"height\": 1920", "\"height\": " + height);
        RenderSpec spec = RenderSpec.read(text);
        assertThat(spec.layout().eyeWidth(spec.width())).isEqualTo(eyeWidth);
        assertThat(spec.layout().eyeHeight(spec.height())).isEqualTo(eyeHeight);
        assertThat(RenderSpec.read(spec.write())).isEqualTo(spec);
    }

    @Test
    void whatIsNotJsonIsRefusedWithItsLine() {
        assertThatThrownBy(() -> RecipeJson.read("{\n\"format\": oops")).hasMessageContaining("not JSON: line 2");
        assertThatThrownBy(() -> RecipeJson.read("[]")).hasMessageContaining("must be a JSON object");
    }
}
