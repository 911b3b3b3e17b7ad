package foldback.gauge.balance;

import foldback.core.keys.Track;
import foldback.core.recipe.Recipe;
import foldback.core.recipe.light.Balance;
import foldback.core.recipe.light.LensBalance;
import foldback.core.recipe.light.Stops;
import foldback.core.run.Run;
import foldback.core.time.TimeSpan;
import foldback.core.tone.Vignetting;
import foldback.core.warp.Canvas;
import foldback.core.warp.Kernel;
import foldback.engine.balance.BalanceMeter;
import foldback.engine.balance.KnotFrames;
import foldback.engine.proxy.Proxies;
import foldback.engine.render.Renderer;
import foldback.engine.take.MediaFolders;
import foldback.engine.take.Take;
import foldback.gauge.DemoJob;
import foldback.gauge.Figure;
import foldback.gauge.Looped;
import foldback.gauge.Timing;
import foldback.media.Folders;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.function.Consumer;

/** What the balance takes: to be measured over a minute of six lenses, and to be applied in a render. */
public final class BalanceSpeed {
    private static final String SIX_LENSES = "among-the-rakers";
    private static final int LOOPS = 3;
    private static final TimeSpan MINUTE = new TimeSpan(0, 60);
    private static final double SECONDS = 4;
    private static final int CRF = 20;

    private final Path demo;
    private final int runs;

    /**
     * @param demo folder of the demo takes
     * @param runs how often each is done
     */
    public BalanceSpeed(Path demo, int runs) {
        this.runs = runs;
        this.demo = demo;
    }

    /** Hands each figure over when it is found. */
    public void run(Consumer<Figure> found) throws Exception {
        Path folder = Files.createTempDirectory("foldback-balance");
        found.accept(minute(folder));
        for (Kernel kernel : Kernel.values()) {
            found.accept(applied(folder, kernel));
        }
        Folders.delete(folder);
    }

    /** From proxies, as in the application; making those is no part of it. */
    private Figure minute(Path folder) throws Exception {
        Path take = demo.resolve(SIX_LENSES);
        for (char lens = 'a'; lens <= 'f'; lens++) {
            String name = SIX_LENSES + "-" + lens + ".mp4";
            Looped.make(take.resolve(name), LOOPS, folder.resolve(name));
        }
        Recipe recipe = DemoJob.recipe(folder, SIX_LENSES, take.resolve("rig-card.json"));
        Take opened = Take.open(recipe, MediaFolders.of(folder));
        Proxies proxies = new Proxies(folder.resolve("proxies"));
        opened.clips().forEach(clip -> proxies.make(clip, Run.QUIET));
        double[] seconds = new double[runs];
        for (int n = -1; n < runs; n++) {
            seconds[Math.max(0, n)] =
                    Timing.time(() -> BalanceMeter.even(recipe, MINUTE, KnotFrames.of(opened, proxies), Run.QUIET));
        }
        return new Figure("a minute of six lenses evened", Timing.median(seconds), "s", Figure.Bar.AT_MOST, 8);
    }

    /** Renders of two lenses with and without exposure, white balance and vignetting, in turn. */
    private Figure applied(Path folder, Kernel kernel) throws Exception {
        Path media = demo.resolve("sluice-path");
        Recipe plain = DemoJob.recipe(media, "sluice-path", media.resolve("rig-card.json"));
        Recipe evened = plain.with(Balance.SECTION, evened(plain));
        double[] ratios = new double[runs];
        for (int n = -1; n < runs; n++) {
            double without = Timing.time(() -> render(plain, media, kernel, folder));
            double with = Timing.time(() -> render(evened, media, kernel, folder));
            ratios[Math.max(0, n)] = with / without;
        }
        String name = "render with / without correction, " + kernel.name().toLowerCase(Locale.ROOT);
        return new Figure(name, Timing.median(ratios), "x", Figure.Bar.AT_MOST, 1.04);
    }

    /** Corrections of all kinds that leave the picture about as bright and as noisy as it was: the encoder shall have no more work. */
    private static Balance evened(Recipe recipe) {
        return new Balance(
                Balance.NONE.measure(),
                Balance.NONE.curve(),
                new Vignetting(0.4, -0.4, 0),
                recipe.rig().lenses().stream()
                        .map(lens -> new LensBalance(
                                lens.slot(),
                                Track.still(Stops.ofChannels(new double[] {0.05, -0.05, 0.04})),
                                LensBalance.none(lens.slot()).trim()))
                        .toList(),
                Balance.NONE.whole(),
                Balance.NONE.reference(),
                Balance.NONE.highlights(),
                0,
                Balance.NONE.transform(),
                Balance.NONE.noise());
    }

    private static void render(Recipe recipe, Path media, Kernel kernel, Path folder) throws Exception {
        var job = DemoJob.of(recipe, media, new Canvas(3840, 1920), kernel, "medium", CRF, SECONDS);
        Path out = folder.resolve("out.mp4");
        new Renderer(2, 0).render(job, folder.resolve("work"), out, Run.QUIET);
        Files.delete(out);
    }
}
