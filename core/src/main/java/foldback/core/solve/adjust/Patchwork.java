package foldback.core.solve.adjust;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * The parts of what lenses share within which points may be wrong alike: those of the same views that lie within some degrees.
 *
 * @param of each point, the number of its part
 * @param count of parts
 */
record Patchwork(int[] of, int count) {
    private static final double ACROSS = Math.toRadians(12);
    private static final int MOST_LENSES = 1 << 10;

    private record Part(List<Integer> views, long yaw, long pitch) {}

    static Patchwork of(Points points) {
        Map<Part, Integer> numbers = new HashMap<>();
        int[] of = new int[points.count()];
        for (int n = 0; n < of.length; n++) {
            WorldPoint point = points.seen.get(n);
            List<Integer> views = IntStream.range(0, point.views())
                    .map(view -> point.stands()[view] * MOST_LENSES + point.lenses()[view])
                    .sorted()
                    .boxed()
                    .toList();
            double pitch = Math.asin(Math.max(-1, Math.min(1, points.places[Points.EACH * n + 1])));
            double yaw = Math.atan2(points.places[Points.EACH * n], points.places[Points.EACH * n + 2]);
            Part part = new Part(views, Math.round(yaw * Math.cos(pitch) / ACROSS), Math.round(pitch / ACROSS));
            of[n] = numbers.computeIfAbsent(part, fresh -> numbers.size());
        }
        return new Patchwork(of, numbers.size());
    }
}
