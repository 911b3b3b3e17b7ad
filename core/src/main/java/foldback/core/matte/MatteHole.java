package foldback.core.matte;

import foldback.core.rig.Rig;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.warp.LensView;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Where every lens that sees a place is painted out: they are shown there all the same.
 *
 * @param seconds the time at which most is left out
 * @param share of the sphere that is left out by all that see it
 * @param middle of that, in the rig
 * @param slots of the lenses that see a part of it
 */
public record MatteHole(double seconds, double share, Direction middle, List<String> slots) {
    /** Directions that are looked at are so far from each other, radians. */
    private static final double STEP = Math.toRadians(3);
    /** Less than that is the edge of a stroke. */
    private static final double LEAST_SHARE = 0.0005;
    /** So far inside of its picture a lens shows something, pixels. */
    private static final double INSIDE_PX = 5;

    private static final double LEFT_OUT = -0.5;

    /** The largest one over time, if there is any. */
    public static Optional<MatteHole> worst(Rig rig, double meetingMetres, MattePath path) {
        if (path.isNone()) {
            return Optional.empty();
        }
        List<LensView> views = rig.lenses().stream()
                .map(lens -> new LensView(lens, Rotation.IDENTITY, meetingMetres))
                .toList();
        List<Direction> places = places();
        MatteHole worst = null;
        for (double seconds : path.times()) {
            List<MatteMap> maps = MatteMap.of(path.at(seconds), rig);
            MatteHole found = maps.isEmpty() ? null : at(seconds, rig, views, maps, places);
            if (found != null && found.share > (worst == null ? LEAST_SHARE : worst.share)) {
                worst = found;
            }
        }
        return Optional.ofNullable(worst);
    }

    /** Directions all round, each for as much of the sphere. */
    private static List<Direction> places() {
        int count = (int) Math.round(4 * Math.PI / (STEP * STEP));
        double golden = Math.PI * (3 - Math.sqrt(5));
        List<Direction> places = new ArrayList<>();
        for (int n = 0; n < count; n++) {
            double y = 1 - (2 * n + 1.0) / count;
            double level = Math.sqrt(1 - y * y);
            places.add(new Direction(level * Math.sin(n * golden), y, level * Math.cos(n * golden)));
        }
        return places;
    }

    private static MatteHole at(
            double seconds, Rig rig, List<LensView> views, List<MatteMap> maps, List<Direction> places) {
        int holes = 0;
        double x = 0;
        double y = 0;
        double z = 0;
        boolean[] sees = new boolean[views.size()];
        boolean[] touched = new boolean[views.size()];
        for (Direction place : places) {
            if (isHole(views, maps, place, sees)) {
                holes++;
                x += place.x();
                y += place.y();
                z += place.z();
                for (int lens = 0; lens < sees.length; lens++) {
                    touched[lens] |= sees[lens];
                }
            }
        }
        if (holes == 0) {
            return null;
        }
        double length = Math.sqrt(x * x + y * y + z * z);
        Direction middle = length < 1e-9 ? Direction.FORWARD : new Direction(x / length, y / length, z / length);
        List<String> slots = new ArrayList<>();
        for (int lens = 0; lens < touched.length; lens++) {
            if (touched[lens]) {
                slots.add(rig.lenses().get(lens).slot());
            }
        }
        return new MatteHole(seconds, (double) holes / places.size(), middle, slots);
    }

    /** @param sees by lens, whether it sees the place, written */
    private static boolean isHole(List<LensView> views, List<MatteMap> maps, Direction place, boolean[] sees) {
        boolean any = false;
        double most = -1;
        for (int lens = 0; lens < sees.length; lens++) {
            double[] xy = views.get(lens).project(place);
            // Not a number is not inside.
            sees[lens] = views.get(lens).lens().frame().depthInside(xy[0], xy[1]) > INSIDE_PX;
            if (sees[lens]) {
                any = true;
                most = Math.max(most, maps.get(lens).at(xy[0], xy[1]));
            }
        }
        return any && most <= LEFT_OUT;
    }
}
