package foldback.core.follow;

import foldback.core.follow.Followed.Place;
import foldback.core.run.Run;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.List;

/**
 * Follows what is seen at a place by correlation of what it looks like, in flat looks at where it is expected: how it first looked holds it
 * against drifting, how it looked lately lets it turn and be lit otherwise. What is hidden for a moment is waited for where it would be.
 */
public final class SphereFollower {
    /** Sizes that are tried beside the one that it had. */
    private static final double[] SIZES = {0.96, 1.04};
    /** By how much another size has to fit better. */
    private static final double BETTER = 0.01;
    /** How much of a newly seen speed is believed. */
    private static final double SPEED_SHARE = 0.5;
    /** How far from where it lately looked like it, what it first looked like may draw it, pixels. */
    private static final int DRAWN = 2;

    private final FollowedView view;
    private final FollowSettings settings;

    public SphereFollower(FollowedView view, FollowSettings settings) {
        this.view = view;
        this.settings = settings;
    }

    /**
     * Follows.
     *
     * @param start where it is at the first moment
     * @param size the angle that it takes up then, radians
     * @param moments take times, rising or falling
     * @param run progress; cancelling throws {@link java.util.concurrent.CancellationException}
     * @throws IllegalArgumentException where there is nothing to hold on to
     */
    public Followed follow(Direction start, double size, List<Double> moments, Run run) throws InterruptedException {
        Chase chase = new Chase(start, size, moments.get(0));
        for (int n = 1; n < moments.size(); n++) {
            run.step((double) n / moments.size());
            if (!chase.step(moments.get(n))) {
                return new Followed(chase.seen(), true);
            }
        }
        return new Followed(chase.seen(), false);
    }

    /** One thing that is followed. */
    private final class Chase {
        private final List<Place> places = new ArrayList<>();
        private final Patch first;
        private Patch lately;
        private Direction direction;
        private double size;
        private double seconds;
        /** Of the last place that was seen, radians a second. */
        private double yawSpeed;

        private double pitchSpeed;
        private double lastSeen;

        Chase(Direction start, double size, double seconds) throws InterruptedException {
            this.direction = start;
            this.size = size;
            this.seconds = seconds;
            lastSeen = seconds;
            float[] look = look(start, size, seconds);
            double middle = settings.look() / 2.0;
            if (Patch.contrast(look, settings.look(), middle, middle, settings.patch()) < settings.leastContrast()) {
                throw new IllegalArgumentException(
                        "There is nothing to hold on to at that place: mark something with edges or a pattern.");
            }
            first = Patch.of(look, settings.look(), middle, middle, settings.patch());
            lately = first;
            places.add(new Place(seconds, start, 1, size));
        }

        private float[] look(Direction at, double angle, double time) throws InterruptedException {
            return view.look(time, turnTo(at), field(angle), settings.look());
        }

        /** So wide that the thing takes up the patch. */
        private double field(double angle) {
            double focal = settings.patch() / 2.0 / Math.tan(angle / 2);
            return 2 * Math.atan(settings.look() / 2.0 / focal);
        }

        /** What was seen, without what was only waited for at the end. */
        List<Place> seen() {
            int end = places.size();
            while (places.get(end - 1).likeness() == 0) {
                end--;
            }
            return places.subList(0, end);
        }

        /** Looks at the next moment; false where it is lost. */
        boolean step(double next) throws InterruptedException {
            double passed = next - seconds;
            Direction expected = Direction.ofYawPitch(
                    direction.yaw() + yawSpeed * passed, bounded(direction.pitch() + pitchSpeed * passed));
            float[] look = look(expected, size, next);
            Find best = find(look);
            seconds = next;
            if (best.likeness < settings.sure()) {
                direction = expected;
                places.add(new Place(next, expected, 0, size));
                return Math.abs(next - lastSeen) <= settings.hiddenSeconds();
            }
            Direction found = best.direction(expected, size);
            double since = next - lastSeen;
            Direction before = lastPlace();
            yawSpeed += SPEED_SHARE * (turn(before.yaw(), found.yaw()) / since - yawSpeed);
            pitchSpeed += SPEED_SHARE * ((found.pitch() - before.pitch()) / since - pitchSpeed);
            if (best.likeness > settings.kept()) {
                lately = lately.learnt(look, settings.look(), best.x, best.y, settings.learning());
            }
            direction = found;
            size = fitting(look, best);
            lastSeen = next;
            places.add(new Place(next, found, best.likeness, size));
            return true;
        }

        private Direction lastPlace() {
            for (int n = places.size() - 1; ; n--) {
                if (places.get(n).likeness() > 0) {
                    return places.get(n).direction();
                }
            }
        }

        /** The size that fits better than the one that it had, if one does. */
        private double fitting(float[] look, Find at) {
            double best = at.likeness + BETTER;
            double fits = size;
            for (double factor : SIZES) {
                float[] cut = Patch.cut(look, settings.look(), at.x, at.y, settings.patch(), factor);
                double likeness = lately.likeness(cut, settings.patch(), 0, 0);
                if (likeness > best) {
                    best = likeness;
                    fits = size * factor;
                }
            }
            return fits;
        }

        /** Where it is in a look most like what it looked like: every other pixel is tried, then those beside the best. */
        private Find find(float[] look) {
            int last = settings.look() - settings.patch();
            Spot coarse = best(lately, look, new Spot(last / 2, last / 2, -1), last / 2, 2);
            Spot fine = best(lately, look, coarse, 1, 1);
            Spot drawn = best(first, look, fine, DRAWN, 1);
            boolean isHeld = drawn.likeness > settings.sure();
            Patch held = isHeld ? first : lately;
            Spot at = isHeld ? drawn : fine;
            double middle = settings.patch() / 2.0;
            return new Find(
                    at.left + middle + peak(held, look, at.left, at.top, 1, 0),
                    at.top + middle + peak(held, look, at.left, at.top, 0, 1),
                    fine.likeness);
        }

        /** The spot about another one at which a look is most like a patch. */
        private Spot best(Patch patch, float[] look, Spot about, int reach, int step) {
            int last = settings.look() - settings.patch();
            Spot best = new Spot(about.left, about.top, -1);
            for (int top = Math.max(0, about.top - reach); top <= Math.min(last, about.top + reach); top += step) {
                for (int left = Math.max(0, about.left - reach);
                        left <= Math.min(last, about.left + reach);
                        left += step) {
                    double likeness = patch.likeness(look, settings.look(), left, top);
                    if (likeness > best.likeness) {
                        best = new Spot(left, top, likeness);
                    }
                }
            }
            return best;
        }

        /** A patch's upper left pixel in a look. */
        private record Spot(int left, int top, double likeness) {}

        /** How far beside a pixel the likeness is largest, by a parabola through its neighbours. */
        private double peak(Patch patch, float[] look, int left, int top, int x, int y) {
            int last = settings.look() - settings.patch();
            if (left - x < 0 || top - y < 0 || left + x > last || top + y > last) {
                return 0;
            }
            double before = patch.likeness(look, settings.look(), left - x, top - y);
            double here = patch.likeness(look, settings.look(), left, top);
            double after = patch.likeness(look, settings.look(), left + x, top + y);
            double bend = before - 2 * here + after;
            return bend >= 0 ? 0 : Math.max(-0.5, Math.min(0.5, (before - after) / 2 / bend));
        }

        /** A place in a look. */
        private final class Find {
            final double x;
            final double y;
            final double likeness;

            Find(double x, double y, double likeness) {
                this.x = x;
                this.y = y;
                this.likeness = likeness;
            }

            Direction direction(Direction middle, double angle) {
                double focal = settings.patch() / 2.0 / Math.tan(angle / 2);
                double half = settings.look() / 2.0;
                double right = (x - half) / focal;
                double down = (y - half) / focal;
                double length = Math.sqrt(1 + right * right + down * down);
                return turnTo(middle).apply(new Direction(right / length, down / length, 1 / length));
            }
        }
    }

    private static Rotation turnTo(Direction direction) {
        return Rotation.ofYawPitchRoll(direction.yaw(), direction.pitch(), 0);
    }

    private static double bounded(double pitch) {
        return Math.max(-Math.PI / 2, Math.min(Math.PI / 2, pitch));
    }

    /** From one heading to another the shorter way. */
    private static double turn(double from, double to) {
        return Math.IEEEremainder(to - from, 2 * Math.PI);
    }
}
