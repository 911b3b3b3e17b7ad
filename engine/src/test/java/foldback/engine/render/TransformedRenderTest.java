package foldback.engine.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import foldback.core.picture.ColourTags;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.light.Transform;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import foldback.core.tone.CurveChoice;
import foldback.engine.DemoTake;
import foldback.engine.document.spec.Coding;
import foldback.engine.document.spec.Layout;
import foldback.engine.document.spec.RenderSpec;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.engine.take.TransformFile;
import foldback.media.ContentHash;
import foldback.media.MediaException;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.process.Children;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Deliverables whose colours go through a transform, and those that do not. */
class TransformedRenderTest {
    @TempDir
    private Path folder;

    private MediaFolders media;
    private Path cube;
    private Recipe recipe;

    @BeforeEach
    void negative() throws Exception {
        for (String name : List.of("sluice-path-a.mp4", "sluice-path-b.mp4")) {
            Files.copy(DemoTake.MEDIA.resolve(name), folder.resolve(name));
        }
        media = MediaFolders.of(folder);
        cube = Files.writeString(
                Files.createDirectory(folder.resolve("cubes")).resolve("negative.cube"),
                "LUT_3D_SIZE 2\n1 1 1\n0 1 1\n1 0 1\n0 0 1\n1 1 0\n0 1 0\n1 0 0\n0 0 0\n");
        Transform transform =
                new Transform(Optional.of(new Transform.CubeFile("cubes/negative.cube", ContentHash.of(cube))));
        recipe = DemoTake.recipe();
        recipe = recipe.with(
                Balance.SECTION,
                recipe.balance()
                        .withCurve(new CurveChoice(Optional.of(ColourTags.Curve.HLG), Optional.empty()))
                        .withTransform(Optional.of(transform)));
    }

    private RenderJob job(boolean transformed) {
        RenderSpec plain = DemoTake.smallSpec(8, Optional.empty());
        RenderSpec spec = new RenderSpec(
                plain.width(),
                plain.height(),
                Layout.SPHERE,
                Coding.ofQuality(plain.codec(), "ultrafast", 8),
                8,
                plain.kernel(),
                Optional.empty(),
                1,
                plain.segmentFrames(),
                Optional.empty(),
                transformed ? RenderSpec.Colours.TRANSFORMED : RenderSpec.Colours.FOOTAGE);
        Take take = Take.open(recipe, media);
        return new RenderJob(recipe, spec, take, new TimeSpan(0, 0.2), TransformFile.open(recipe, take, media));
    }

    private Path rendered(boolean transformed) throws Exception {
        Path out = folder.resolve(transformed + ".mp4");
        new Renderer(2, 0).render(job(transformed), folder.resolve("work"), out, Run.QUIET);
        return out;
    }

    private static byte[] luma(Path film) throws Exception {
        Path raw = film.resolveSibling(film.getFileName() + ".raw");
        Children.run(List.of(
                "ffmpeg",
                "-v",
                "error",
                "-i",
                film.toString(),
                "-frames:v",
                "1",
                "-vf",
                "extractplanes=y",
                "-f",
                "rawvideo",
                raw.toString()));
        return Files.readAllBytes(raw);
    }

    @Test
    void coloursGoThroughTheTransformOnlyWhereTheSpecSaysSo() throws Exception {
        Path asItIs = rendered(false);
        Path through = rendered(true);
        assertThat(MediaProbe.probe(asItIs).video().orElseThrow().tags().transfer())
                .as("the footage's curve stays")
                .isEqualTo(ColourTags.Curve.HLG);
        assertThat(MediaProbe.probe(through).video().orElseThrow().tags().transfer())
                .isEqualTo(ColourTags.Curve.BT709);
        byte[] positive = luma(asItIs);
        byte[] negative = luma(through);
        assertThat(negative).hasSameSizeAs(positive);
        double sum = 0;
        int counted = 0;
        for (int i = 0; i < positive.length; i++) {
            int code = positive[i] & 0xff;
            if (code > 20 && code < 200) {
                sum += Math.abs(251 - code - (negative[i] & 0xff));
                counted++;
            }
        }
        assertThat(counted).isGreaterThan(positive.length / 2);
        assertThat(sum / counted)
                .as("mean difference from the negative, both compressed")
                .isCloseTo(0, within(2.0));
    }

    @Test
    void aTransformThatIsMissingOrChangedIsNamed() throws Exception {
        Files.writeString(cube, "LUT_3D_SIZE 2\n");
        assertThatThrownBy(() -> job(true))
                .isInstanceOf(MediaException.class)
                .hasMessageContainingAll("cubes/negative.cube", "its content has changed", "in Balance");
        Files.delete(cube);
        assertThatThrownBy(() -> job(true))
                .isInstanceOf(MediaException.class)
                .hasMessageContainingAll("cubes/negative.cube", "is not in the media folder");
    }

    @Test
    void aRecipeWithoutTransformCannotBeDeliveredThroughOne() {
        recipe = recipe.with(Balance.SECTION, recipe.balance().withTransform(Optional.empty()));
        assertThatThrownBy(() -> job(true)).hasMessageContaining("the recipe has no transform");
    }
}
