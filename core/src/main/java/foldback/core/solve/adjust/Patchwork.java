package foldback.core.solve.adjust;

import java.util.HashMap;
import java.util.Map;

/**
 * The parts of what lenses share within which points may be wrong alike: those of the same lenses that lie within some degrees.
 *
 * @param of each point, the number of its part
 * @param count of parts
 */
record Patchwork(int[] of, int count) {
    private static final double ACROSS = Math.toRadians(12);

    private record Part(long lenses, long yaw, long pitch) {}

    static Patchwork of(Points points) {
        Map<Part, Integer> numbers = new HashMap<>();
        int[] of = new int[points.count()];
        for (int n = 0; n < of.length; n++) {
            long lenses = 0;
            for (int lens : points.seen.get(n).lenses()) {
                lenses |= 1L << lens;
            }
            double pitch = Math.asin(Math.max(-1, Math.min(1, points.places[Points.EACH * n + 1])));
            double yaw = Math.atan2(points.places[Points.EACH * n], points.places[Points.EACH * n + 2]);
            Part part = new Part(lenses, Math.round(yaw * Math.cos(pitch) / ACROSS), Math.round(pitch / ACROSS));
            of[n] = numbers.computeIfAbsent(part, fresh -> numbers.size());
        }
        return new Patchwork(of, numbers.size());
    }
}
