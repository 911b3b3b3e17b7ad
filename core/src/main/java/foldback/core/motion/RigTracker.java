package foldback.core.motion;

import foldback.core.rig.RigLens;
import foldback.core.space.Rotation;
import foldback.core.space.RotationPath;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * How a rig is turned over a take, by all of its lenses together, while it travels past near things. What {@link TravelMeter} tells from moment to
 * moment would add its errors up, so each moment is also held against a key moment that looked about the same way, with what is near known from the
 * travel: what is far ties the two together for as long as it is in sight. Both are brought together moment by moment, and in the end over the whole
 * take at once.
 */
public final class RigTracker {
    /** A key that looks farther away shares too little, radians. */
    private static final double FAR = Math.toRadians(30);
    /** One that was taken long ago is likely to show other things: as much as one that looks so much farther away, radians a second. */
    private static final double AGING = Math.toRadians(0.15);

    private static final int MOST_KEYS = 40;
    /** Keys that are tried for one moment. */
    private static final int TRIED = 2;
    /** What a turn from moment to moment may be off, radians over the root of a second; and what nothing is told of. */
    private static final double DRIFT = Math.toRadians(0.25);

    private static final double DRIFT_UNTOLD = Math.toRadians(5);
    /** Residuals of neighbours go together, and patches are not of one nearness: a turn is so much less certain than noise has it. */
    private static final double LESS_CERTAIN = 3;

    private static final double LEAST_SIGMA = Math.toRadians(0.02);
    /** A key against which a turn is less certain shows something else, radians. */
    private static final double MOST_SIGMA = Math.toRadians(0.3);
    /** What is left of errors that go together over moments that are held against the same key, radians. */
    private static final double KEY_SIGMA = Math.toRadians(0.1);

    private static final double STEP_SIGMA = Math.toRadians(0.15);
    /** How long a picture's lines may take, seconds: so much does a turn grow over it. */
    private static final double READ_OUT = 0.02;

    private static final double RATE_STEP = 0.01;

    private final RigTurnMeter meter;
    private final RotationPath believed;
    private final int lenses;
    private final List<Key> keys = new ArrayList<>();
    private final List<Double> times = new ArrayList<>();
    private final List<Rotation> turns = new ArrayList<>();
    private final RobustChain chain = new RobustChain();
    private RigMoment before;
    private Rotation worldFromRig = Rotation.IDENTITY;
    /** Of the turn against the keys, since it was held against one; and of that with all that keys are off themselves. */
    private double variance;

    private double drift;
    private double mostDrift;
    private int untold;

    /** A moment that others are held against: how the rig was turned, what of that is not as believed, and how far it may have drifted. */
    private record Key(RigMoment moment, Rotation worldFromRig, Rotation correction, double drift) {}

    /** What a key says of a moment: by how much the rig is turned otherwise, in the world, radians, and how certain that is. */
    private record Held(double[] off, double variance, double drift) {}

    /**
     * Of a rig.
     *
     * @param lenses of the small pictures
     * @param believed as a {@link TravelMeter}'s
     */
    public RigTracker(List<RigLens> lenses, RotationPath believed) {
        this.believed = believed;
        this.lenses = lenses.size();
        meter = new RigTurnMeter(lenses);
    }

    /**
     * Takes the next moment.
     *
     * @param travel since the moment before; of the first one what it says of the turn is not looked at
     */
    public void next(RigMoment now, Travel travel) {
        if (before == null) {
            worldFromRig = believed.at(now.seconds());
            keep(now);
        } else {
            double seconds = now.seconds() - before.seconds();
            predict(now, travel, seconds);
            Held held = hold(now, travel);
            double[] step = held == null ? new double[3] : correct(held);
            chain.add(step, STEP_SIGMA * Math.sqrt(seconds));
            if (held == null) {
                untold += travel.told() ? 0 : 1;
                keep(now);
            } else {
                double[] left = {held.off[0] + step[0], held.off[1] + step[1], held.off[2] + step[2]};
                chain.addKnown(left, Math.sqrt(held.variance + KEY_SIGMA * KEY_SIGMA));
            }
            mostDrift = Math.max(mostDrift, drift);
        }
        times.add(now.seconds());
        turns.add(worldFromRig);
        before = now;
    }

    /** Turns the rig as far towards what a key says as that is the more certain; by how much what is left of it is less, radians. */
    private double[] correct(Held held) {
        double gain = variance / (variance + held.variance);
        variance *= 1 - gain;
        drift = held.drift;
        worldFromRig = scaled(held.off, gain).times(worldFromRig);
        return new double[] {-gain * held.off[0], -gain * held.off[1], -gain * held.off[2]};
    }

    private static Rotation scaled(double[] vector, double by) {
        return Rotation.ofVector(by * vector[0], by * vector[1], by * vector[2]);
    }

    /** How the rig is turned at the moments that were taken; as at the first one it is the world. */
    public RotationTrack worldFromRig() {
        double[][] off = chain.solve();
        Rotation[] whole = IntStream.range(0, turns.size())
                .mapToObj(i -> scaled(off[i], 1).times(turns.get(i)))
                .toArray(Rotation[]::new);
        Rotation first = whole[0].inverse();
        Arrays.setAll(whole, i -> first.times(whole[i]));
        return new RotationTrack(times.stream().mapToDouble(time -> time).toArray(), whole);
    }

    /** By how much it may have drifted from the first moment where that is known worst, standard error about one axis, radians. */
    public double driftSigma() {
        return Math.sqrt(mostDrift);
    }

    /** Moments of which nothing told how the rig is turned. */
    public int untold() {
        return untold;
    }

    private void predict(RigMoment now, Travel travel, double seconds) {
        Rotation expected = believed.at(before.seconds()).inverse().times(believed.at(now.seconds()));
        worldFromRig = worldFromRig.times(travel.told() ? turned(expected, travel.turn()) : expected);
        double sigma = travel.told() ? DRIFT : DRIFT_UNTOLD;
        variance += sigma * sigma * seconds;
        drift += sigma * sigma * seconds;
    }

    /** The turn from an earlier to a later moment that is what was expected, and what the world turned in the rig beyond it half way between. */
    private static Rotation turned(Rotation expected, double[] beyond) {
        Rotation half = scaled(expected.vector(), 0.5);
        return half.times(scaled(beyond, -1)).times(half);
    }

    private void keep(RigMoment now) {
        if (keys.size() == MOST_KEYS) {
            keys.remove(0);
        }
        keys.add(new Key(now, worldFromRig, correction(now), drift));
    }

    private Rotation correction(RigMoment now) {
        return worldFromRig.times(believed.at(now.seconds()).inverse());
    }

    /** Holds a moment against the keys that look about the same way, the most alike first; null where none of them tells. */
    private Held hold(RigMoment now, Travel travel) {
        List<Key> near = keys.stream()
                .filter(key -> key.worldFromRig.angleTo(worldFromRig) < FAR)
                .sorted(Comparator.comparingDouble(
                        key -> key.worldFromRig.angleTo(worldFromRig) + AGING * (now.seconds() - key.moment.seconds())))
                .limit(TRIED)
                .toList();
        for (Key key : near) {
            Held held = hold(key, now, travel);
            if (held != null) {
                return held;
            }
        }
        return null;
    }

    private Held hold(Key key, RigMoment now, Travel travel) {
        Rotation correction = correction(now);
        for (int lens = 0; lens < lenses; lens++) {
            LensPair pair = meter.pair(lens);
            if (!now.shows(lens) || !key.moment.shows(lens)) {
                pair.leaveOut();
                continue;
            }
            pair.take(key.moment.pictures()[lens]);
            pair.take(now.pictures()[lens]);
            Rotation then = key.correction.times(believed.at(key.moment.taken()[lens]));
            Rotation here = correction.times(believed.at(now.taken()[lens]));
            pair.expect(then.inverse().times(here), 1);
        }
        double span = now.seconds() - key.moment.seconds();
        double[] near = new double[travel.nearness().length];
        for (int p = 0; p < near.length; p++) {
            near[p] = span * travel.nearness()[p];
        }
        meter.parallax().begin(near, span * TravelMeter.USUAL_NEARNESS);
        meter.parallax().setTravel(travel.way());
        if (!meter.measure(READ_OUT * faster(key.moment.seconds(), now.seconds()))) {
            return null;
        }
        double sigma = LESS_CERTAIN * meter.sigma();
        if (!(sigma <= MOST_SIGMA)) {
            return null;
        }
        double variance = sigma * sigma + LEAST_SIGMA * LEAST_SIGMA;
        Rotation expected = key.worldFromRig.inverse().times(worldFromRig);
        Rotation found = key.worldFromRig.times(turned(expected, meter.turn()));
        return new Held(
                found.times(worldFromRig.inverse()).vector(), variance, key.drift + variance + KEY_SIGMA * KEY_SIGMA);
    }

    /** By how much faster or otherwise the rig turns at one time than at another, radians a second. */
    private double faster(double one, double other) {
        double[] there = believed.rate(one, RATE_STEP);
        double[] here = believed.rate(other, RATE_STEP);
        return Math.sqrt(
                Math.pow(here[0] - there[0], 2) + Math.pow(here[1] - there[1], 2) + Math.pow(here[2] - there[2], 2));
    }
}
