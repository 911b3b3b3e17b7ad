package foldback.engine.render;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.finish.ColourTransform;
import foldback.core.keys.Key;
import foldback.core.keys.Track;
import foldback.core.picture.ColourTags;
import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.core.recipe.Level;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.light.Highlights;
import foldback.core.recipe.light.LensBalance;
import foldback.core.recipe.light.Stops;
import foldback.core.recipe.light.Transform;
import foldback.core.recipe.light.Trim;
import foldback.core.recipe.light.TrimTracks;
import foldback.core.run.Run;
import foldback.core.stitch.weight.Meeting;
import foldback.core.time.TimeSpan;
import foldback.core.tone.CurveChoice;
import foldback.core.tone.Vignetting;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.DemoTake;
import foldback.engine.document.spec.Coding;
import foldback.engine.document.spec.Layout;
import foldback.engine.document.spec.RenderSpec;
import foldback.engine.picture.Target;
import foldback.engine.preview.Previewer;
import foldback.engine.proxy.Proxies;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.engine.take.TransformFile;
import foldback.media.ffmpeg.VideoCodec;
import foldback.media.process.Children;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * The demo takes' pictures to the bit: what was decided about a take once gives the same picture for ever. A change that is
 * meant to give other pixels raises the renderer's version and the hashes here.
 */
class SamePixelsTest {
    @TempDir
    private Path folder;

    /** Coded without loss, so that the hash is of the stitched pictures, whatever the encoder. */
    @ParameterizedTest
    @CsvSource({
        "pair,   QUICK, 46187b306cc188f9c09e3d62d59472ce6fed29871e9c357590de8111e7f3dbdc",
        "pair,   FINE,  f53ffe4b1aa70f781671b8374953f95ff742367155a1dd8ec22991d91e434ce4",
        "keyed,  QUICK, d20a0b6624510b1e95e456d2fb654614694e50b31fb881c6321dd53ee81466fa",
        "ring,   QUICK, 38c02f7da4923d66e52b1410eeddc8c8d77914fe6d4708a25db9cf5572d208bc",
        "ring,   FINE,  9c9291600325985d4986a67af1ce431b529916f059c31b61e6cc3fc8a4a60f5e",
        "shown,  FINE,  9fe81bf94727fa38d5f020aea655d336710a881d629ebc80154488b1e87eeb90",
        "file,   FINE,  a4b8f6c7fa5120f96d2e4dd76c8518e09fc08a4e9abbfc7e78c1be51c7c1ae5f",
    })
    void aRenderHasThePixelsItHad(String name, Kernel kernel, String wanted) throws Exception {
        Recipe recipe = recipe(name);
        RenderSpec spec = new RenderSpec(
                768,
                384,
                Layout.SPHERE,
                Coding.ofQuality(VideoCodec.H264, "ultrafast", 0),
                8,
                kernel,
                Optional.empty(),
                1,
                Optional.of(10),
                Optional.empty(),
                recipe.balance().transform().isPresent() ? RenderSpec.Colours.TRANSFORMED : RenderSpec.Colours.FOOTAGE);
        Path out = folder.resolve("out.mp4");
        Take take = take(recipe);
        Optional<ColourTransform> transform = TransformFile.open(recipe, take, MediaFolders.of(folder));
        RenderJob job = new RenderJob(recipe, spec, take, new TimeSpan(1, 1.6), transform);
        new Renderer(2, 0).render(job, folder.resolve("work"), out, Run.QUIET);
        Children.Outcome hash = Children.run(List.of(
                "ffmpeg",
                "-nostdin",
                "-v",
                "error",
                "-i",
                out.toString(),
                "-map",
                "0:v",
                "-vsync",
                "passthrough",
                "-f",
                "hash",
                "-hash",
                "sha256",
                "pipe:1"));
        assertThat(hash.output().strip()).as(hash.errors()).isEqualTo("SHA256=" + wanted);
    }

    @Test
    void aPreviewHasThePixelsItHad() throws Exception {
        Recipe recipe = recipe("ring");
        Take take = take(recipe);
        Target plain = Target.plain(new Canvas(640, 320), Kernel.QUICK, Target.Colours.FOOTAGE);
        List<Target> targets = List.of(
                plain,
                plain.withMarks(Target.Marks.CLIPPING),
                plain.withMeeting(new Meeting.Strips(0.05)),
                plain.withMeeting(new Meeting.Side(2, 3)));
        List<String> seen = new ArrayList<>();
        try (Previewer previewer = new Previewer(new Proxies(folder), 1 << 28, 2)) {
            for (Target target : targets) {
                seen.add(hash(previewer
                        .sphere(recipe, take, 2, target, Optional.empty(), Run.QUIET)
                        .frame()));
            }
        }
        assertThat(seen)
                .containsExactly(
                        "286b8c52d292e335e0bc313a2422909fb9b0b89a09206d6ce179376900df7101",
                        "5919f163afcf69736884a62eaf8718046d00f824536ca32d2104877ee55bac69",
                        "dedf953401e2b0ce0362820a26fa1787a56587088243572240f7582a6b225d48",
                        "56316e48dba23bf5827563d666f8809575a0ed3fd4647c309c8613c16fbfa0c5");
    }

    private static Recipe recipe(String name) throws Exception {
        return switch (name) {
            case "pair" -> DemoTake.recipe();
            case "keyed" -> keyed(DemoTake.recipe());
            case "shown" -> shown(DemoTake.recipe());
            case "ring" -> tilted(DemoTake.recipeOf("among-the-rakers"));
            default -> DemoTake.recipeOf("sluice-path-one-file");
        };
    }

    /** A balance with all that it can hold, changing over the span. */
    private static Recipe keyed(Recipe recipe) {
        Track<Stops> measured = new Track<>(
                List.of(
                        new Key<>(0.9, new Stops(0.4, -0.1, 0, 0.1)),
                        new Key<>(1.3, new Stops(-0.2, 0, 0.1, 0)),
                        new Key<>(1.7, new Stops(0.6, 0.05, 0, -0.1))),
                true);
        Trim lifted = new Trim(0.3, 0.1, 0, 0, 0, 0.05, 0.01);
        return recipe.with(
                Balance.SECTION,
                new Balance(
                        Optional.empty(),
                        CurveChoice.AS_TAGGED,
                        new Vignetting(0.3, 0.2, 0.1),
                        List.of(new LensBalance("B", measured, TrimTracks.NONE)),
                        TrimTracks.still(lifted),
                        Optional.of("A"),
                        Highlights.SHOULDER,
                        0.8,
                        Optional.empty(),
                        Balance.NONE.noise()));
    }

    private static Recipe shown(Recipe recipe) {
        return recipe.with(
                Balance.SECTION,
                recipe.balance()
                        .withCurve(new CurveChoice(Optional.of(ColourTags.Curve.HLG), Optional.empty()))
                        .withTransform(Optional.of(new Transform(Optional.empty()))));
    }

    private static Recipe tilted(Recipe recipe) {
        return recipe.with(Level.SECTION, new Level(Math.toRadians(-40), Math.toRadians(8), Math.toRadians(-3)));
    }

    private static Take take(Recipe recipe) {
        boolean nested = recipe.clips().get(0).file().contains("/");
        return Take.open(recipe, MediaFolders.of(nested ? DemoTake.MEDIA.getParent() : DemoTake.MEDIA));
    }

    private static String hash(Frame frame) throws Exception {
        MessageDigest digest = MessageDigest.getInstance("SHA-256");
        for (Plane plane : List.of(frame.y(), frame.u(), frame.v())) {
            for (int y = 0; y < plane.height(); y++) {
                for (int x = 0; x < plane.width(); x++) {
                    int value = plane.get(x, y);
                    digest.update((byte) value);
                    digest.update((byte) (value >> 8));
                }
            }
        }
        return HexFormat.of().formatHex(digest.digest());
    }
}
