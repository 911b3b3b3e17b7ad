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
    /** Between two pictures by which the turning is measured, seconds. */
    private static final double BETWEEN = 0.08;
    /** A rig that turns faster leans lines by more than a tenth of a degree, radians a second. */
    private static final double FASTEST = Math.toRadians(6);
    /** So many of the calmest are compared. */
    private static final int COMPARED = 5;
    /** Turns that tell the most: some of the lens is crossed by each, and both together reach from its middle to its rim. */
    private static final double[] WANTED = {Math.toRadians(25), Math.toRadians(55)};

    private static final double LEAST = Math.toRadians(8);
    private static final double MOST = Math.toRadians(85);

    private final Rig card;
    private final LensFrames frames;

    TurnChooser(Rig card, LensFrames frames) {
        this.card = card;
        this.frames = frames;
    }

    /** A moment and how far the rig had turned by then. */
    private record Turned(double seconds, Rotation turn) {
        double angle() {
            return turn.angleTo(Rotation.IDENTITY);
        }
    }

    /**
     * Chooses.
     *
     * @param span in which all lenses have frames
     * @param reference take time from which turns count
     * @return take times, two at most; none where the rig stands still, or turns all the time
     */
    List<Double> choose(TimeSpan span, double reference, Run run) {
        MomentChooser.Glance there = glance(reference);
        List<Double> changed = IntStream.range(0, TIMES)
                .mapToObj(m -> span.from() + span.seconds() * (m + 0.5) / TIMES)
                .filter(seconds -> glance(seconds).changedSince(there, CODES) > CHANGED)
                .toList();
        run.check();
        if (changed.isEmpty() || !(speed(span, reference) < FASTEST)) {
            return List.of();
        }
        double[] speeds =
                changed.stream().mapToDouble(seconds -> speed(span, seconds)).toArray();
        run.check();
        List<Double> calm = IntStream.range(0, speeds.length)
                .filter(n -> speeds[n] < FASTEST)
                .boxed()
                .sorted(Comparator.comparingDouble(n -> speeds[n]))
                .limit(COMPARED)
                .map(changed::get)
                .toList();
        return wanted(turned(reference, calm, run)).stream()
                .map(seconds -> Math.round(seconds * 1000) / 1000.0)
                .sorted()
                .toList();
    }

    private MomentChooser.Glance glance(double seconds) {
        Frame frame = frames.near(0, seconds, HALVINGS);
        return MomentChooser.glance(frame.y(), frame.format().bits());
    }

    /** How fast the rig turns, by its first lens, radians a second; NaN where that cannot be told. */
    private double speed(TimeSpan span, double seconds) {
        double from = Math.max(span.from(), Math.min(seconds, span.to() - 2 * BETWEEN));
        int halvings = FarThings.halvings(card, 0, SMALL);
        Plane one = frames.at(0, from, halvings).y();
        Plane two = frames.at(0, from + BETWEEN, halvings).y();
        Lens lens = card.lenses().get(0).lens().scaledTo(one.width(), one.height());
        TurnMeter meter = new TurnMeter(lens);
        double[] turn = new double[3];
        int bits = frames.at(0, from, halvings).format().bits();
        meter.next(bytes(one, bits), turn);
        return meter.next(bytes(two, bits), turn)
                ? Math.sqrt(turn[0] * turn[0] + turn[1] * turn[1] + turn[2] * turn[2]) / BETWEEN
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
    private List<Turned> turned(double reference, List<Double> moments, Run run) {
        List<Turned> found = new ArrayList<>();
        if (moments.isEmpty()) {
            return found;
        }
        Moment first = seen(reference);
        Rig small = RigLane.fitted(card, first);
        TurnFinder finder = new TurnFinder(new PointFinder(small, first, 0));
        for (double seconds : moments) {
            Optional<Rotation> turn = finder.turn(small, new PointFinder(small, seen(seconds), 0), run);
            turn.ifPresent(rotation -> found.add(new Turned(seconds, rotation)));
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
                        .min(Comparator.comparingDouble(turned -> Math.abs(turned.angle() - angle)))
                        .ifPresent(chosen::add));
        return chosen.stream().map(Turned::seconds).toList();
    }
}
