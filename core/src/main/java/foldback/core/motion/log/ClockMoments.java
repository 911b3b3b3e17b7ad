package foldback.core.motion.log;

import foldback.core.motion.log.LogFit.Moment;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** What single parts of a take say of a log's clock, all else being as it was found, and which of them are on one line. */
final class ClockMoments {
    /** So long a part of the take tells the clock by itself, seconds. */
    private static final double PART = 5;
    /** More parts are not shown: they get longer. */
    private static final int MOST_PARTS = 60;

    private static final int STEPS = 6;
    private static final double CLEARLY_OFF = 4;
    private static final double OFF_SECONDS = 0.004;
    private static final double USELESS_SIGMA = 0.01;

    private final LogModel model;
    private final double noise;

    /** @param noise of the picture's turns, radians about an axis */
    ClockMoments(LogModel model, double noise) {
        this.model = model;
        this.noise = noise;
    }

    /** How long a part of a take is, seconds. */
    static double part(PictureTurns turns) {
        return Math.max(PART, (turns.to() - turns.from()) / MOST_PARTS);
    }

    /** Of each part that tells anything; those that are off the line on which most are count for nothing. */
    List<Moment> judged() {
        PictureTurns turns = model.turns;
        double part = part(turns);
        List<Moment> moments = new ArrayList<>();
        int first = 0;
        while (first < turns.size()) {
            int end = first;
            while (end < turns.size() && turns.time(end) < turns.time(first) + part) {
                end++;
            }
            moment(first, end).ifPresent(moments::add);
            first = end;
        }
        return judged(moments);
    }

    private Optional<Moment> moment(int first, int end) {
        double late = 0;
        double sigma = 0;
        double[] sums = new double[2];
        for (int step = 0; step < STEPS; step++) {
            late(first, end, late, sums);
            sigma = noise / Math.sqrt(sums[0]);
            if (!(sums[0] > 0) || sigma > USELESS_SIGMA) {
                return Optional.empty();
            }
            late -= sums[1] / sums[0];
        }
        double middle = (model.turns.time(first) + model.turns.time(end)) / 2;
        return Optional.of(new Moment(middle, late, sigma, true));
    }

    /** What the turns from one to another change with the clock, by its square, and by what they are off. */
    private void late(int first, int end, double late, double[] sums) {
        double[] before = new double[3];
        double[] after = new double[3];
        Arrays.fill(sums, 0);
        for (int i = first; i < end; i++) {
            if (!model.isTold(i)) {
                continue;
            }
            double[] off = model.off(i, late);
            model.log.rate(model.logTime(model.turns.time(i), late), before);
            model.log.rate(model.logTime(model.turns.time(i + 1), late), after);
            double[] change =
                    model.inRig(new double[] {after[0] - before[0], after[1] - before[1], after[2] - before[2]});
            double far = off[0] * off[0] + off[1] * off[1] + off[2] * off[2];
            double weight = 1 / (1 + far / Math.pow(LogRefiner.CAUCHY * noise, 2));
            for (int k = 0; k < 3; k++) {
                sums[0] += weight * change[k] * change[k];
                sums[1] += weight * change[k] * off[k];
            }
        }
    }

    /** Those that are on the line on which most are: all together may lie between two clocks, on neither. */
    private static List<Moment> judged(List<Moment> moments) {
        ClockLine best = new ClockLine(0, 0);
        long most = best.holds(moments);
        for (Moment a : moments) {
            for (Moment b : moments) {
                ClockLine line = ClockLine.through(a, b);
                long held = Math.abs(line.slope()) <= LogAligner.FASTEST_DRIFT ? line.holds(moments) : 0;
                if (held > most) {
                    best = line;
                    most = held;
                }
            }
        }
        ClockLine clock = best;
        return moments.stream()
                .map(moment -> new Moment(moment.seconds(), moment.offSeconds(), moment.sigma(), clock.isOn(moment)))
                .toList();
    }

    /** How late a log is over take time, beyond what was thought; level through a moment where that is the only one. */
    private record ClockLine(double atZero, double slope) {

        static ClockLine through(Moment a, Moment b) {
            double slope = a.equals(b) ? 0 : (b.offSeconds() - a.offSeconds()) / (b.seconds() - a.seconds());
            return new ClockLine(a.offSeconds() - slope * a.seconds(), slope);
        }

        boolean isOn(Moment moment) {
            double off = moment.offSeconds() - atZero - slope * moment.seconds();
            return Math.abs(off) <= Math.max(OFF_SECONDS, CLEARLY_OFF * moment.sigma());
        }

        long holds(List<Moment> moments) {
            return moments.stream().filter(this::isOn).count();
        }
    }
}
