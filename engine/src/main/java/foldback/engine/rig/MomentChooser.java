package foldback.engine.rig;

import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.core.rig.Rig;
import foldback.core.run.Judgement;
import foldback.core.run.Reason;
import foldback.core.run.Run;
import foldback.core.solve.RigReason;
import foldback.core.time.TimeSpan;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;

/**
 * Proposes the moments of a take at which a rig is best solved: where all lenses are as sharp as they ever are, none has something
 * before it that is not there at other times, such as a hand, and much of what two lenses share is far off.
 */
public final class MomentChooser {
    private static final int LOOKED_AT = 9;
    /** What lenses share is compared at no more moments than this: each takes over a second with six lenses. */
    private static final int COMPARED = 5;

    private static final int CHOSEN = 2;
    private static final int HALVINGS = 2;
    private static final int CELLS = 12;
    /** A cell whose brightness is off by so many code values of 8 bits shows something else than at other times. */
    private static final double OTHER = 22;

    private static final double LOOKING_SHARE = 0.5;
    private static final double NEARLY = 0.9;
    /** A moment with nothing far counts so much less than one with nothing near. */
    private static final double ALL_NEAR = 0.5;
    /** Shares of far things that differ by less are alike. */
    private static final double FARTHER = 0.1;

    /** A picture of which a smaller share is open has something standing before it. */
    private static final double OPEN = 0.9;
    /** Sharpness as a share of the best there is. */
    private static final double SHARP = 0.7;

    private MomentChooser() {}

    /**
     * A proposal.
     *
     * @param moments take times, in order
     * @param reasons why
     */
    public record Proposal(List<Double> moments, List<Reason> reasons) {
        /** Why, in sentences. */
        String reason() {
            return Judgement.sentences(reasons);
        }
    }

    /**
     * What one lens shows at one moment.
     *
     * @param cells mean brightness of its parts, code values of 8 bits
     */
    record Glance(double sharpness, double[] cells) {
        /** The share of its parts that show something else than another glance, by so many code values and more. */
        double changedSince(Glance other, double codes) {
            return (double) IntStream.range(0, cells.length)
                            .filter(c -> Math.abs(cells[c] - other.cells[c]) > codes)
                            .count()
                    / cells.length;
        }
    }

    /**
     * Proposes.
     *
     * @param card about as the rig is; empty where it is not known how the lenses lie
     * @param span in which all lenses have frames
     */
    public static Proposal propose(LensFrames frames, Optional<Rig> card, int lenses, TimeSpan span, Run run) {
        double[] times = new double[LOOKED_AT];
        for (int m = 0; m < times.length; m++) {
            times[m] = span.from() + span.seconds() * (m + 0.5) / times.length;
        }
        Glance[][] glances = new Glance[lenses][times.length];
        AtomicInteger done = new AtomicInteger();
        Run looking = run.part(0, LOOKING_SHARE);
        IntStream.range(0, lenses * times.length).parallel().forEach(n -> {
            run.check();
            Frame frame = frames.near(n % lenses, times[n / lenses], HALVINGS);
            glances[n % lenses][n / lenses] = glance(frame.y(), frame.format().bits());
            looking.step((double) done.incrementAndGet() / (lenses * times.length));
        });
        double[] sharp = new double[times.length];
        double[] open = new double[times.length];
        for (int m = 0; m < times.length; m++) {
            sharp[m] = Double.POSITIVE_INFINITY;
            open[m] = 1;
            for (Glance[] lens : glances) {
                double usual = median(
                        Arrays.stream(lens).mapToDouble(Glance::sharpness).toArray());
                sharp[m] = Math.min(sharp[m], lens[m].sharpness / Math.max(1e-6, usual));
                open[m] = Math.min(open[m], 1 - covered(lens, m));
            }
        }
        return chosen(times, sharp, open, far(frames, card, times, sharp, open, run.part(LOOKING_SHARE, 1)));
    }

    /** The share of far things at each moment that is good enough otherwise to be asked; NaN where it cannot be told. */
    private static double[] far(
            LensFrames frames, Optional<Rig> card, double[] times, double[] sharp, double[] open, Run run) {
        double[] far = new double[times.length];
        Arrays.fill(far, Double.NaN);
        double best = IntStream.range(0, times.length)
                .mapToDouble(m -> score(sharp[m], open[m]))
                .max()
                .orElseThrow();
        int[] asked = spread(IntStream.range(0, times.length)
                .filter(m -> score(sharp[m], open[m]) > ALL_NEAR * best)
                .toArray());
        if (card.isPresent()) {
            double[] shares = FarThings.shares(
                    card.get(),
                    frames,
                    Arrays.stream(asked).mapToDouble(m -> times[m]).toArray(),
                    run);
            for (int k = 0; k < asked.length; k++) {
                far[asked[k]] = shares[k];
            }
        }
        return far;
    }

    /** So many of them as are compared, from the first to the last. */
    private static int[] spread(int[] moments) {
        int count = Math.min(COMPARED, moments.length);
        return IntStream.range(0, count)
                .map(k -> moments[count == 1 ? 0 : k * (moments.length - 1) / (count - 1)])
                .toArray();
    }

    private static double score(double sharp, double open) {
        return Math.min(1, sharp) * open * open;
    }

    private static Proposal chosen(double[] times, double[] sharp, double[] open, double[] far) {
        double mostFar = most(far);
        double[] score = new double[times.length];
        for (int m = 0; m < times.length; m++) {
            // Where all others tell, one that does not shows too little in its overlaps.
            double farther = Double.isNaN(mostFar) ? 1 : Double.isNaN(far[m]) ? 0 : far[m] / Math.max(1e-6, mostFar);
            score[m] = score(sharp[m], open[m]) * (ALL_NEAR + (1 - ALL_NEAR) * farther);
        }
        List<Integer> best = IntStream.range(0, times.length)
                .boxed()
                .sorted(Comparator.comparingDouble(m -> -score[m]))
                .toList();
        List<Integer> chosen = new ArrayList<>(List.of(best.get(0)));
        for (int m : best) {
            // Two moments that lie apart show different things in the overlaps; one good one is better than that.
            boolean apart = Math.abs(m - chosen.get(0)) >= times.length / 3;
            if (chosen.size() < CHOSEN && apart && score[m] > NEARLY * score[best.get(0)]) {
                chosen.add(m);
            }
        }
        List<Double> moments = chosen.stream()
                .sorted()
                .map(m -> Math.round(times[m] * 1000) / 1000.0)
                .toList();
        double leastSharp = chosen.stream().mapToDouble(m -> sharp[m]).min().orElseThrow();
        double leastOpen = chosen.stream().mapToDouble(m -> open[m]).min().orElseThrow();
        List<Reason> reasons = new ArrayList<>();
        if (leastOpen < OPEN) {
            reasons.add(Reason.of(RigReason.ALWAYS_COVERED, 1 - leastOpen));
        } else {
            reasons.add(Reason.of(leastSharp < SHARP ? RigReason.NONE_SHARP : RigReason.ALL_SHARP));
        }
        if (isFarther(far, chosen)) {
            reasons.add(Reason.of(RigReason.FAR_THERE));
        }
        return new Proposal(moments, reasons);
    }

    private static double most(double[] far) {
        return Arrays.stream(far).filter(share -> !Double.isNaN(share)).max().orElse(Double.NaN);
    }

    /** Whether the chosen moments show more far things than others. */
    private static boolean isFarther(double[] far, List<Integer> chosen) {
        double least =
                Arrays.stream(far).filter(share -> !Double.isNaN(share)).min().orElse(Double.NaN);
        double taken = chosen.stream().mapToDouble(m -> far[m]).min().orElseThrow();
        return taken > least + FARTHER;
    }

    /** The share of a lens's picture that shows something else than at most other times. */
    private static double covered(Glance[] lens, int moment) {
        int other = 0;
        for (int c = 0; c < CELLS * CELLS; c++) {
            int cell = c;
            double usual =
                    median(Arrays.stream(lens).mapToDouble(g -> g.cells[cell]).toArray());
            other += Math.abs(lens[moment].cells[c] - usual) > OTHER ? 1 : 0;
        }
        return (double) other / (CELLS * CELLS);
    }

    /** Sharpness is the mean step between neighbours but one, which noise and its filters tell little of. */
    static Glance glance(Plane luma, int bits) {
        double scale = 1.0 / (1 << (bits - 8));
        double[] sums = new double[CELLS * CELLS];
        int[] counts = new int[sums.length];
        double steps = 0;
        long count = 0;
        for (int y = 0; y < luma.height() - 2; y += 2) {
            for (int x = 0; x < luma.width() - 2; x += 2) {
                int here = luma.get(x, y);
                int cell = y * CELLS / luma.height() * CELLS + x * CELLS / luma.width();
                sums[cell] += here * scale;
                counts[cell]++;
                double across = (luma.get(x + 2, y) - here) * scale;
                double down = (luma.get(x, y + 2) - here) * scale;
                steps += across * across + down * down;
                count++;
            }
        }
        for (int c = 0; c < sums.length; c++) {
            sums[c] /= Math.max(1, counts[c]);
        }
        return new Glance(Math.sqrt(steps / Math.max(1, count)), sums);
    }

    private static double median(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }
}
