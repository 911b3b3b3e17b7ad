package foldback.engine;

import foldback.core.keys.Track;
import foldback.core.picture.Area;
import foldback.core.recipe.ClipRef;
import foldback.core.recipe.Level;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.Seams;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.light.LensBalance;
import foldback.core.recipe.light.Stops;
import foldback.core.recipe.light.Trim;
import foldback.core.recipe.light.TrimTracks;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Run;
import foldback.core.time.FrameRate;
import foldback.core.warp.Kernel;
import foldback.engine.document.rig.CardJson;
import foldback.engine.document.spec.Coding;
import foldback.engine.document.spec.Layout;
import foldback.engine.document.spec.RenderSpec;
import foldback.engine.document.spec.Soundtrack;
import foldback.engine.proxy.Proxies;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import foldback.media.ContentHash;
import foldback.media.ffmpeg.VideoCodec;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The committed demo take as a recipe for tests. */
public final class DemoTake {
    public static final Path MEDIA = Path.of("..", "demo", "sluice-path");
    private static final int SEGMENT = 10;
    private static Proxies proxies;

    private DemoTake() {}

    public static Recipe recipe() throws IOException {
        Rig rig = CardJson.readRig(Files.readString(MEDIA.resolve("rig-card.json")));
        Balance balance = Balance.NONE.withLenses(List.of(new LensBalance(
                "B",
                Track.still(new Stops(0.42, -0.11, 0, 0.14)),
                TrimTracks.still(new Trim(0.05, 0, 0, 0, 0, 0, 0)))));
        return Recipe.start(
                        new FrameRate(25, 1),
                        List.of(clip("A", "sluice-path-a.mp4"), clip("B", "sluice-path-b.mp4")),
                        rig,
                        "rig card")
                .with(Balance.SECTION, balance)
                .with(Seams.SECTION, new Seams(Math.toRadians(5), 3.5))
                .with(Level.SECTION, new Level(Math.toRadians(12), Math.toRadians(-2), Math.toRadians(1)));
    }

    /** Another of the demo takes with the rig of its card, about which nothing else was decided. */
    public static Recipe recipeOf(String take) throws IOException {
        Path folder = MEDIA.resolveSibling(take);
        Rig rig = CardJson.readRig(Files.readString(folder.resolve("rig-card.json")));
        Path single = folder.resolve(take + ".mp4");
        List<ClipRef> clips = new ArrayList<>();
        for (RigLens lens : rig.lenses()) {
            int width = lens.lens().frame().width();
            Optional<Area> area = Files.exists(single)
                    ? Optional.of(new Area(
                            clips.size() * width, 0, width, lens.lens().frame().height()))
                    : Optional.empty();
            Path file = area.isPresent()
                    ? single
                    : folder.resolve(take + "-" + lens.slot().toLowerCase(Locale.ROOT) + ".mp4");
            String name = take + "/" + file.getFileName();
            clips.add(new ClipRef(lens.slot(), name, ContentHash.of(file), 0, 0, area));
        }
        return Recipe.start(new FrameRate(25, 1), clips, rig, "rig card " + rig.name());
    }

    /** With proxies of its clips, made once for all tests: that takes half a minute. */
    public static synchronized Proxies proxies() throws IOException {
        if (proxies == null) {
            Proxies made = new Proxies(Files.createTempDirectory(Path.of("target"), "demo-proxies"));
            for (TakeClip clip : Take.open(recipe(), MediaFolders.of(MEDIA)).clips()) {
                made.make(clip, Run.QUIET);
            }
            proxies = made;
        }
        return proxies;
    }

    private static ClipRef clip(String slot, String file) {
        return new ClipRef(slot, file, ContentHash.of(MEDIA.resolve(file)), 0);
    }

    /** A quick small render in pieces of ten frames. */
    public static RenderSpec smallSpec(int bits, Optional<String> sound) {
        return new RenderSpec(
                512,
                256,
                Layout.SPHERE,
                Coding.ofQuality(VideoCodec.H264, "ultrafast", 24),
                bits,
                Kernel.QUICK,
                Optional.empty(),
                1,
                Optional.of(SEGMENT),
                sound.map(Soundtrack::of),
                RenderSpec.Colours.FOOTAGE);
    }
}
