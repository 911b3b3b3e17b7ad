package foldback.engine.rig;

import foldback.core.lens.Lens;
import foldback.core.match.Moment;
import foldback.core.match.points.PointFinder;
import foldback.core.match.points.TurnFinder;
import foldback.core.motion.TurnMeter;
import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.core.rig.Rig;
import foldback.core.run.Run;
import foldback.core.space.Rotation;
import foldback.core.time.TimeSpan;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Chooses moments to which a rig had turned since another one, so that what crosses its lenses tells what they are like inside. They are
 * those at which it turns the least: lines of a picture are read one after the other, and lean while it turns. A take on a stand costs no more
 * than some small pictures.
 */
final class TurnChooser {
    private static final int TIMES = 16;
    /** Pictures in which turns are looked for are no wider than this, pixels; those by which the turning is measured are smaller. */
    private static final int WIDEST = 1000;

    private static final int SMALL = 240;
    private static final int HALVINGS = 2;
    /** A picture that changed by so many code values in so small a share of it shows a rig that stands still, but for what moves by. */
    private static final double CODES = 8;

    private static final double CHANGED = 0.2;
    /** Between two pictures by which the turning is measured, seconds at least. */
    private static final double BETWEEN = 0.03;
    /** A rig that turns faster leans lines by up to a tenth of a degree, radians a second. */
    private static final double FASTEST = Math.toRadians(5);
    /** A turn that is so far from the wanted one is as bad as turning so fast meanwhile. */
    private static final double OFF = Math.toRadians(30);

    private static final double FAST = Math.toRadians(2);
    /** So many of the calmest are compared. */
    private static final int COMPARED = 5;
    /** Turns that tell the most: some of the lens is crossed by each, and both together reach from its middle to its rim. */
    private static final double[] WANTED = {Math.toRadians(25), Math.toRadians(55)};

    private static final double LEAST = Math.toRadians(8);
    private static final double MOST = Math.toRadians(85);

    private final Rig card;
    private final LensFrames frames;
    private final double between;

    /** @param period from frame to frame, seconds */
    TurnChooser(Rig card, LensFrames frames, double period) {
        this.card = card;
        this.frames = frames;
        between = period * Math.ceil(BETWEEN / period);
    }

    /** A moment at which a rig turns so fast, radians a second. */
    private record Calm(double seconds, double speed, MomentChooser.Glance glance) {}

    /** A moment and how far the rig had turned by then. */
    private record Turned(Calm moment, Rotation turn) {
        double angle() {
            return turn.angleTo(Rotation.IDENTITY);
        }
    }

    /**
     * What was chosen.
     *
     * @param reference take time from which turns count
     * @param turned take times, two at most, that it had turned by
     */
    record Choice(double reference, List<Double> turned) {}

    /**
     * Chooses.
     *
     * @param span in which all lenses have frames
     * @param wanted the reference, where it is given; else it is the calmest moment
     * @return nothing where the rig stands still, or turns all the time
     */
    Optional<Choice> choose(TimeSpan span, Optional<Double> wanted, Run run) {
        double[] times = IntStream.range(0, TIMES)
                .mapToDouble(m -> span.from() + span.seconds() * (m + 0.5) / TIMES)
                .toArray();
        List<MomentChooser.Glance> glances =
                Arrays.stream(times).mapToObj(this::glance).toList();
        MomentChooser.Glance first = wanted.map(this::glance).orElse(glances.get(0));
        if (glances.stream().noneMatch(glance -> hasTurned(first, glance))) {
            return Optional.empty();
        }
        run.check();
        double[] speeds =
                Arrays.stream(times).map(seconds -> speed(span, seconds)).toArray();
        List<Calm> calm = IntStream.range(0, TIMES)
                .filter(m -> speeds[m] < FASTEST)
                .mapToObj(m -> new Calm(times[m], speeds[m], glances.get(m)))
                .sorted(Comparator.comparingDouble(Calm::speed))
                .toList();
        run.check();
        if (calm.isEmpty() || wanted.isPresent() && !(speed(span, wanted.get()) < FASTEST)) {
            return Optional.empty();
        }
        double reference = wanted.orElse(rounded(calm.get(0).seconds));
        MomentChooser.Glance there = glance(reference);
        List<Calm> changed = calm.stream()
                .filter(moment -> hasTurned(there, moment.glance))
                .limit(COMPARED)
                .toList();
        List<Double> chosen = wanted(turned(reference, changed, run)).stream()
                .map(TurnChooser::rounded)
                .sorted()
                .toList();
        return chosen.isEmpty() ? Optional.empty() : Optional.of(new Choice(reference, chosen));
    }

    private static boolean hasTurned(MomentChooser.Glance since, MomentChooser.Glance glance) {
        return glance.changedSince(since, CODES) > CHANGED;
    }

    private static double rounded(double seconds) {
        return Math.round(seconds * 1000) / 1000.0;
    }

    private MomentChooser.Glance glance(double seconds) {
        Frame frame = frames.near(0, seconds, HALVINGS);
        return MomentChooser.glance(frame.y(), frame.format().bits());
    }

    /** How fast the rig turns, by its first lens, radians a second; NaN where that cannot be told. */
    private double speed(TimeSpan span, double seconds) {
        double from = Math.max(span.from(), Math.min(seconds, span.to() - 2 * between));
        int halvings = FarThings.halvings(card, 0, SMALL);
        Frame before = frames.at(0, from, halvings);
        int bits = before.format().bits();
        Plane one = before.y();
        Plane two = frames.at(0, from + between, halvings).y();
        Lens lens = card.lenses().get(0).lens().scaledTo(one.width(), one.height());
        TurnMeter meter = new TurnMeter(lens);
        double[] turn = new double[3];
        meter.next(bytes(one, bits), turn);
        return meter.next(bytes(two, bits), turn)
                ? Math.sqrt(turn[0] * turn[0] + turn[1] * turn[1] + turn[2] * turn[2]) / between
                : Double.NaN;
    }

    private static byte[] bytes(Plane luma, int bits) {
        byte[] bytes = new byte[luma.width() * luma.height()];
        for (int y = 0; y < luma.height(); y++) {
            for (int x = 0; x < luma.width(); x++) {
                bytes[y * luma.width() + x] = (byte) (luma.get(x, y) >> (bits - 8));
            }
        }
        return bytes;
    }

    /** How far it had turned at each of some moments; those that cannot be told are left out. */
    private List<Turned> turned(double reference, List<Calm> moments, Run run) {
        List<Turned> found = new ArrayList<>();
        if (moments.isEmpty()) {
            return found;
        }
        Moment first = seen(reference);
        Rig small = RigLane.fitted(card, first);
        TurnFinder finder = new TurnFinder(new PointFinder(small, first, 0));
        for (Calm moment : moments) {
            Optional<Rotation> turn = finder.turn(small, new PointFinder(small, seen(moment.seconds), 0), run);
            turn.ifPresent(rotation -> found.add(new Turned(moment, rotation)));
        }
        return found;
    }

    private Moment seen(double seconds) {
        List<Frame> small = IntStream.range(0, card.lenses().size())
                .parallel()
                .mapToObj(lens -> frames.at(lens, seconds, FarThings.halvings(card, lens, WIDEST)))
                .toList();
        return new Moment(
                small.stream().map(Frame::y).toList(), small.get(0).format().bits());
    }

    private static List<Double> wanted(List<Turned> found) {
        List<Turned> chosen = new ArrayList<>();
        Arrays.stream(WANTED)
                .forEach(angle -> found.stream()
                        .filter(turned -> turned.angle() > LEAST && turned.angle() < MOST)
                        .filter(turned -> chosen.stream().allMatch(other -> other.turn.angleTo(turned.turn) > LEAST))
                        .min(Comparator.comparingDouble(
                                turned -> Math.abs(turned.angle() - angle) / OFF + turned.moment.speed / FAST))
                        .ifPresent(chosen::add));
        return chosen.stream().map(turned -> turned.moment.seconds).toList();
    }
}
