package foldback.gauge.sync;

import foldback.core.motion.PictureTrack;
import foldback.core.picture.PixelFormat;
import foldback.core.run.Run;
import foldback.core.run.Verdict;
import foldback.core.sync.OffsetFinder;
import foldback.core.sync.SyncResult;
import foldback.core.sync.pair.Clue;
import foldback.core.sync.pair.PairEvidence;
import foldback.core.sync.pair.SyncSettings;
import foldback.gauge.Figure;
import foldback.sim.film.Studio;
import foldback.sim.motion.CubeSphere;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.IntStream;

/** Sync by motion and light on simulated takes of every kind of {@link MotionScene}, twenty of each. */
public final class MotionTrials {
    private static final int EACH = 20;
    private static final int SPHERE_WIDTH = 1024;
    /** A sure result farther off than this is a false one, frames. */
    private static final double FALSE_FRAMES = 0.5;

    private MotionTrials() {}

    private record Outcome(MotionScene.Kind kind, Verdict verdict, double errorFrames) {}

    /** What all takes are filmed in. */
    static CubeSphere sphere() {
        return new CubeSphere(
                new Studio().sphere(SPHERE_WIDTH, 1, PixelFormat.YUV420_8, 3).y(), SPHERE_WIDTH / 3);
    }

    public static List<Figure> measure(Consumer<String> news) {
        CubeSphere sphere = sphere();
        List<Outcome> outcomes = new ArrayList<>();
        for (MotionScene.Kind kind : MotionScene.Kind.values()) {
            List<Outcome> own = IntStream.range(0, EACH)
                    .parallel()
                    .mapToObj(n -> trial(MotionScene.make(kind, n + EACH * kind.ordinal()), n, sphere, news))
                    .toList();
            outcomes.addAll(own);
            news.accept(String.format(
                    Locale.ROOT,
                    "%s: %d sure, %d check, %d unsettled; 95%% %.3f frames, worst %.3f",
                    kind,
                    count(own, Verdict.SURE),
                    count(own, Verdict.CHECK),
                    count(own, Verdict.UNSETTLED),
                    percentile(own, 0.95),
                    percentile(own, 1)));
        }
        return figures(outcomes);
    }

    private static List<Figure> figures(List<Outcome> outcomes) {
        List<Outcome> solvable = outcomes.stream()
                .filter(o -> o.kind().expect == MotionScene.Expect.PLACED)
                .toList();
        List<Outcome> moving = outcomes.stream()
                .filter(o -> o.kind().expect != MotionScene.Expect.REFUSED)
                .filter(o -> o.kind() != MotionScene.Kind.LAMPS)
                .toList();
        long falseSures = outcomes.stream()
                .filter(o -> o.verdict() == Verdict.SURE)
                .filter(o -> o.kind().expect == MotionScene.Expect.REFUSED || o.errorFrames() > FALSE_FRAMES)
                .count();
        return List.of(
                new Figure("sync by motion: error, 95%", percentile(moving, 0.95), "frames", Figure.Bar.AT_MOST, 0.1),
                new Figure("sync by motion and light: false sures", falseSures, "", Figure.Bar.AT_MOST, 0),
                new Figure(
                        "sync by motion and light: unsettled of the solvable",
                        100.0 * count(solvable, Verdict.UNSETTLED) / solvable.size(),
                        "%",
                        Figure.Bar.AT_MOST,
                        3));
    }

    private static long count(List<Outcome> outcomes, Verdict verdict) {
        return outcomes.stream().filter(o -> o.verdict() == verdict).count();
    }

    private static double percentile(List<Outcome> outcomes, double share) {
        double[] sorted =
                outcomes.stream().mapToDouble(Outcome::errorFrames).sorted().toArray();
        return sorted.length == 0 ? 0 : sorted[(int) Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
    }

    private static Outcome trial(MotionScene scene, int number, CubeSphere sphere, Consumer<String> news) {
        List<Optional<PictureTrack>> tracks = new ArrayList<>();
        for (int i = 0; i < scene.starts().length; i++) {
            tracks.add(Optional.of(scene.track(i, sphere)));
        }
        SyncResult result = OffsetFinder.find(
                new ReadyTracks(tracks.size(), List::of, () -> tracks),
                Set.of(Clue.MOTION, Clue.LIGHT),
                Map.of(),
                SyncSettings.defaults(),
                Run.QUIET);
        double error = 0;
        for (int i = 1; i < tracks.size(); i++) {
            if (i != scene.stranger()
                    && !result.unplaced().contains(i)
                    && !result.unplaced().contains(0)) {
                error = Math.max(error, scene.rate() * Math.abs(result.offsets()[i] - scene.offset(i)));
            }
        }
        Verdict verdict = result.judgement().verdict();
        boolean missed = scene.kind().expect == MotionScene.Expect.REFUSED
                ? verdict == Verdict.SURE
                : verdict != Verdict.SURE || error > 0.1;
        if (missed) {
            news.accept(String.format(
                    Locale.ROOT,
                    "  %s %d: %d clips at %.2f, %s, error %.3f frames; %s; %s",
                    scene.kind(),
                    number,
                    tracks.size(),
                    scene.rate(),
                    verdict.word(),
                    error,
                    result.judgement().reason(),
                    result.pairs().stream().map(MotionTrials::brief).toList()));
        }
        return new Outcome(scene.kind(), verdict, error);
    }

    private static String brief(PairEvidence pair) {
        return String.format(
                Locale.ROOT,
                "%s %d-%d %s height %.1f rival %.2f share %.2f, %d witnesses %.2f%s",
                pair.clue().word(),
                pair.first() + 1,
                pair.second() + 1,
                pair.belief(),
                pair.height(),
                pair.rival(),
                pair.share(),
                pair.witnesses(),
                pair.agreeing(),
                pair.used() ? "" : " not used");
    }
}
