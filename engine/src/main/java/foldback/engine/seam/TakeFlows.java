package foldback.engine.seam;

import com.github.benmanes.caffeine.cache.Cache;
import foldback.core.depth.DepthSettings;
import foldback.core.depth.EyeMatcher;
import foldback.core.match.view.Picture;
import foldback.core.recipe.Recipe;
import foldback.core.rig.EyePair;
import foldback.core.rig.Rig;
import foldback.core.run.Run;
import foldback.core.seam.FlowBlend;
import foldback.core.seam.SeamFlow;
import foldback.core.seam.SeamMatcher;
import foldback.core.seam.SeamPath;
import foldback.core.seam.SeamSettings;
import foldback.core.seam.SeamShift;
import foldback.core.seam.SeamStrip;
import foldback.core.time.TimeSpan;
import foldback.core.warp.RayShift;
import foldback.core.warp.ShiftPath;
import foldback.engine.cache.Caches;
import foldback.engine.depth.EyeLenses;
import foldback.engine.depth.TakeDepth;
import foldback.engine.rig.TakeRig;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import foldback.media.ContentHash;
import foldback.media.MediaException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.LongStream;

/**
 * How far apart takes' lenses show the same, over time. Moments are measured on a grid of the take's frames from take time 0 on, from the clips
 * themselves, so that every preview and render has the same; kept as files by all that they follow from, any of which may be deleted at
 * any time.
 */
public final class TakeFlows {
    /** Raised whenever the same pictures would give another field. */
    static final int ALGORITHM = 2;

    private static final String ENDING = ".flow";
    private static final int KEPT_TAKES = 4;
    private static final int KEPT_MOMENTS = 64;
    /** Moments within a memory: finer ones say nothing new. */
    private static final double MOMENTS_A_MEMORY = 4;
    /** Of a memory, the standard deviation of what counts. */
    private static final double SIGMA = 0.5;

    /** Of frame numbers that were seconds. */
    private static final double ROUNDING = 1e-6;

    /** Who renders goes on in time: so many moments are measured at once. */
    public static final int AHEAD_OF_RENDERS = 48;

    private final Path folder;
    private final int ahead;
    private final Cache<Key, Overlaps> takes =
            Caches.builder().maximumSize(KEPT_TAKES).softValues().build();
    private final Cache<Path, List<SeamFlow>> moments =
            Caches.builder().maximumSize(KEPT_MOMENTS).softValues().build();

    /** @param ahead moments that are measured beyond one that is missing: those who go on in time need them */
    public TakeFlows(Path folder, int ahead) {
        this.folder = folder;
        this.ahead = ahead;
    }

    /**
     * What fields follow from.
     *
     * @param name of all of it, but not of what files are called
     * @param lenses numbers of the rig's lenses among the clips
     * @param eyes of the rig of two eyes whose whole pictures overlap; none where lenses overlap at their seams
     */
    private record Key(String name, Rig rig, double meetingMetres, List<Integer> lenses, Optional<EyePair> eyes) {
        static Key of(Recipe recipe, Take shown) {
            Rig rig = TakeRig.fitted(recipe.geometry().rigOn(), shown.clips());
            List<Integer> all = IntStream.range(0, rig.lenses().size()).boxed().toList();
            return of(recipe, shown, rig, all, Optional.empty());
        }

        static Key ofEyes(Recipe recipe, Take shown) {
            EyeLenses eyes = EyeLenses.of(recipe.geometry());
            List<Integer> lenses = List.of(eyes.left(), eyes.right());
            Rig fitted = TakeRig.fitted(
                    eyes.rig(), lenses.stream().map(shown.clips()::get).toList());
            return of(recipe, shown, fitted, lenses, Optional.of(eyes.places()));
        }

        private static Key of(Recipe recipe, Take shown, Rig rig, List<Integer> lenses, Optional<EyePair> eyes) {
            double metres = recipe.seams().meetingMetres();
            String contents = shown.clips().stream()
                    .map(TakeClip::ref)
                    .map(clip -> clip.slot() + clip.sha256() + clip.area() + clip.takeTime(0) + " " + clip.takeTime(1))
                    .collect(Collectors.joining(" "));
            String how = eyes.map(places -> " eyes " + places + " " + TakeDepth.ALGORITHM)
                    .orElse(" " + ALGORITHM);
            String all = contents + rig.lenses() + metres + " " + recipe.rate() + how;
            return new Key(ContentHash.ofText(all), rig, metres, lenses, eyes);
        }
    }

    /** The overlaps of a take, and what measures them, made when it is needed. Measuring is done by one at a time. */
    private static final class Overlaps {
        private final Key key;
        private final List<SeamStrip> strips;
        private List<SeamMatcher> matchers = List.of();
        private Optional<EyeMatcher> eyeMatcher = Optional.empty();

        Overlaps(Key key) {
            this.key = key;
            strips = key.eyes().isPresent()
                    ? List.of(SeamStrip.ofEyes(key.rig(), key.meetingMetres(), DepthSettings.DEFAULT.strip()))
                    : SeamStrip.of(key.rig(), key.meetingMetres(), SeamSettings.DEFAULT);
        }

        private List<SeamMatcher> matchers() {
            if (matchers.isEmpty()) {
                matchers = strips.stream()
                        .map(strip -> new SeamMatcher(key.rig(), strip, key.meetingMetres(), SeamSettings.DEFAULT))
                        .toList();
            }
            return matchers;
        }

        private EyeMatcher eyeMatcher(EyePair places) {
            if (eyeMatcher.isEmpty()) {
                eyeMatcher = Optional.of(new EyeMatcher(
                        key.rig().lenses().get(0),
                        key.rig().lenses().get(1),
                        places.baseline(),
                        key.meetingMetres(),
                        DepthSettings.DEFAULT));
            }
            return eyeMatcher.get();
        }

        /** By lens, how often its picture may be halved. */
        List<Integer> levels() {
            return key.eyes()
                    .map(places -> Collections.nCopies(
                            key.lenses().size(), eyeMatcher(places).level()))
                    .orElseGet(() -> IntStream.range(0, key.rig().lenses().size())
                            .mapToObj(this::level)
                            .toList());
        }

        private int level(int lens) {
            return IntStream.range(0, strips.size())
                    .filter(n -> strips.get(n).first() == lens || strips.get(n).second() == lens)
                    .map(n -> matchers().get(n).level())
                    .min()
                    .orElse(0);
        }

        List<SeamFlow> measure(List<Picture> pictures) {
            if (key.eyes().isPresent()) {
                return List.of(eyeMatcher(key.eyes().get())
                        .measure(
                                pictures.get(key.lenses().get(0)),
                                pictures.get(key.lenses().get(1)))
                        .flow());
            }
            return IntStream.range(0, strips.size())
                    .parallel()
                    .mapToObj(n -> matchers.get(n)
                            .measure(
                                    pictures.get(strips.get(n).first()),
                                    pictures.get(strips.get(n).second())))
                    .toList();
        }
    }

    /** What was and is measured of a take, by moments of its grid: numbers of frames. */
    Fields fields(Recipe recipe, Take shown) {
        return new Fields(Key.of(recipe, shown), recipe, shown);
    }

    /**
     * The same of all that the two eyes of a take see, along one strip.
     *
     * @throws IllegalArgumentException where each eye has not one lens
     */
    Fields eyes(Recipe recipe, Take shown) {
        return new Fields(Key.ofEyes(recipe, shown), recipe, shown);
    }

    /** Of a take. */
    final class Fields {
        private final Key key;
        private final Recipe recipe;
        private final Take shown;

        private Fields(Key key, Recipe recipe, Take shown) {
            this.key = key;
            this.recipe = recipe;
            this.shown = shown;
        }

        /** All that fields follow from, and how they are taken together. */
        String name() {
            return key.name() + " " + recipe.seams().memorySeconds();
        }

        List<SeamStrip> strips() {
            return overlaps(key).strips;
        }

        /** The moments that count at a time. */
        List<Long> window(double seconds) {
            return TakeFlows.window(recipe, seconds);
        }

        /** The one nearest to a time. */
        long nearest(double seconds) {
            return step(recipe) * TakeFlows.nearest(recipe, seconds);
        }

        double secondsOf(long number) {
            return recipe.rate().secondsOf(number);
        }

        boolean areMeasured(List<Long> numbers) {
            return numbers.stream().allMatch(number -> isMeasured(key, number));
        }

        void measure(List<Long> numbers) {
            TakeFlows.this.measure(key, recipe, shown, numbers, Run.QUIET);
        }

        /** One field a strip of what was measured at moments, as they count at a time. */
        List<SeamFlow> blended(List<Long> numbers, double seconds) {
            return TakeFlows.this.blended(key, recipe, numbers, seconds);
        }

        /** What moments count at a time. */
        double[] weights(List<Long> numbers, double seconds) {
            return TakeFlows.weights(recipe, numbers, seconds);
        }
    }

    /** How a take's lenses are moved; what was not measured yet is. */
    public ShiftPath path(Recipe recipe, Take shown) {
        Key key = Key.of(recipe, shown);
        StillAreas still = StillAreas.of(recipe);
        return new SeamPath(overlaps(key).strips, seconds -> {
            List<Long> wanted = window(recipe, seconds);
            measure(key, recipe, shown, wanted, Run.QUIET);
            return shifts(key, recipe, still, wanted, seconds);
        });
    }

    /**
     * The same that measures no more than the moment itself where something was not measured yet: what is seen then is a little less calm
     * than what will be rendered.
     */
    public ShiftPath pathOfNearest(Recipe recipe, Take shown) {
        Key key = Key.of(recipe, shown);
        StillAreas still = StillAreas.of(recipe);
        return new SeamPath(overlaps(key).strips, seconds -> {
            List<Long> wanted = window(recipe, seconds);
            if (!wanted.stream().allMatch(number -> isMeasured(key, number))) {
                wanted = List.of(step(recipe) * nearest(recipe, seconds));
                measure(key, recipe, shown, wanted, Run.QUIET);
            }
            return shifts(key, recipe, still, wanted, seconds);
        });
    }

    /** The same that moves nothing where something was not measured yet: for who cannot wait. */
    public ShiftPath pathOfMeasured(Recipe recipe, Take shown) {
        Key key = Key.of(recipe, shown);
        StillAreas still = StillAreas.of(recipe);
        return new SeamPath(overlaps(key).strips, seconds -> {
            List<Long> wanted = window(recipe, seconds);
            return wanted.stream().allMatch(number -> isMeasured(key, number))
                    ? shifts(key, recipe, still, wanted, seconds)
                    : List.of();
        });
    }

    /** Measures all that a span of a take needs. */
    public void measure(Recipe recipe, Take shown, TimeSpan span, Run run) {
        Key key = Key.of(recipe, shown);
        long step = step(recipe);
        List<Long> wanted = LongStream.rangeClosed(
                        Math.floorDiv(recipe.rate().nearestFrame(span.from()), step),
                        -Math.floorDiv(-recipe.rate().nearestFrame(span.to()), step))
                .map(n -> n * step)
                .boxed()
                .toList();
        measure(key, recipe, shown, wanted, run);
    }

    /** What was measured in a span, one field an overlap, by moment. */
    List<Moment> measured(Recipe recipe, Take shown, TimeSpan span) {
        Key key = Key.of(recipe, shown);
        long step = step(recipe);
        List<Moment> found = new ArrayList<>();
        for (long n = recipe.rate().nearestFrame(span.from()) / step * step;
                recipe.rate().secondsOf(n) <= span.to();
                n += step) {
            if (isMeasured(key, n)) {
                found.add(new Moment(recipe.rate().secondsOf(n), read(key, n)));
            }
        }
        return found;
    }

    /**
     * What was measured at a moment.
     *
     * @param flows one an overlap
     */
    record Moment(double seconds, List<SeamFlow> flows) {}

    /** The overlaps of a take. */
    List<SeamStrip> strips(Recipe recipe, Take shown) {
        return overlaps(Key.of(recipe, shown)).strips;
    }

    private Overlaps overlaps(Key key) {
        return takes.get(key, Overlaps::new);
    }

    /** Frames from moment to moment: a power of two, so that moments of longer memories are among those of shorter ones. */
    private static long step(Recipe recipe) {
        double frames = recipe.seams().memorySeconds() * recipe.rate().perSecond() / MOMENTS_A_MEMORY;
        return Long.highestOneBit(Math.max(1, (long) frames));
    }

    /** The moments that count at a time; numbers of frames. */
    private static List<Long> window(Recipe recipe, double seconds) {
        long step = step(recipe);
        double memory = recipe.seams().memorySeconds();
        double from = (seconds - memory) * recipe.rate().perSecond() / step;
        double to = (seconds + memory) * recipe.rate().perSecond() / step;
        long nearest = nearest(recipe, seconds);
        List<Long> window = new ArrayList<>();
        for (long n = Math.min(nearest, (long) Math.ceil(from - ROUNDING));
                n <= Math.max(nearest, (long) Math.floor(to + ROUNDING));
                n++) {
            window.add(n * step);
        }
        return window;
    }

    /** The grid's nearest moment, counted in steps. */
    private static long nearest(Recipe recipe, double seconds) {
        return Math.round(seconds * recipe.rate().perSecond() / step(recipe));
    }

    private List<RayShift> shifts(Key key, Recipe recipe, StillAreas still, List<Long> numbers, double seconds) {
        return SeamShift.of(key.rig(), overlaps(key).strips, blended(key, recipe, numbers, seconds), still.at(seconds));
    }

    private List<SeamFlow> blended(Key key, Recipe recipe, List<Long> numbers, double seconds) {
        double[] weights = weights(recipe, numbers, seconds);
        List<List<SeamFlow>> all = numbers.stream().map(n -> read(key, n)).toList();
        return IntStream.range(0, overlaps(key).strips.size())
                .mapToObj(strip ->
                        FlowBlend.of(all.stream().map(each -> each.get(strip)).toList(), weights))
                .toList();
    }

    private static double[] weights(Recipe recipe, List<Long> numbers, double seconds) {
        double sigma = Math.max(1e-3, SIGMA * recipe.seams().memorySeconds());
        return numbers.stream()
                .mapToDouble(n -> {
                    double away = (recipe.rate().secondsOf(n) - seconds) / sigma;
                    return numbers.size() == 1 ? 1 : Math.exp(-away * away / 2);
                })
                .toArray();
    }

    private Path file(Key key, long number) {
        return folder.resolve(key.name()).resolve(number + ENDING);
    }

    private boolean isMeasured(Key key, long number) {
        return Files.isRegularFile(file(key, number));
    }

    private List<SeamFlow> read(Key key, long number) {
        return moments.get(file(key, number), file -> {
            try {
                return FlowFile.read(file);
            } catch (IOException failed) {
                throw new UncheckedIOException(
                        "What was measured of the seams cannot be read: delete " + file + " and try again.", failed);
            }
        });
    }

    private void measure(Key key, Recipe recipe, Take shown, List<Long> wanted, Run run) {
        Optional<Long> missing =
                wanted.stream().filter(number -> !isMeasured(key, number)).findFirst();
        if (missing.isEmpty()) {
            return;
        }
        Overlaps overlaps = overlaps(key);
        synchronized (overlaps) {
            List<Long> numbers = numbers(recipe, shown, wanted, missing.get());
            try (MomentReader reader = new MomentReader(
                    shown.clips(), overlaps.levels(), recipe.rate().secondsOf(numbers.get(0)))) {
                for (int n = 0; n < numbers.size(); n++) {
                    run.check();
                    if (!isMeasured(key, numbers.get(n))) {
                        List<Picture> pictures = reader.at(recipe.rate().secondsOf(numbers.get(n)));
                        FlowFile.write(overlaps.measure(pictures), file(key, numbers.get(n)));
                    }
                    run.step((n + 1.0) / numbers.size());
                }
            } catch (IOException failed) {
                throw new MediaException(
                        shown.clips().get(0).file(),
                        "What was measured of the seams could not be kept: " + failed.getMessage()
                                + ". Make room on the disk and try again.",
                        failed);
            }
        }
    }

    /** From the first moment that is missing on, and some ahead as far as the take goes. */
    private List<Long> numbers(Recipe recipe, Take shown, List<Long> wanted, long missing) {
        long step = step(recipe);
        long last = Math.max(
                wanted.get(wanted.size() - 1),
                Math.min(
                        missing + ahead * step,
                        recipe.rate().nearestFrame(shown.commonSpan().to())));
        return LongStream.iterate(missing, n -> n <= last, n -> n + step)
                .boxed()
                .toList();
    }
}
