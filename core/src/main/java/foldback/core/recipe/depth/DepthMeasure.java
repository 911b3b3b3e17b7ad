package foldback.core.recipe.depth;

import java.util.List;

/**
 * What was measured of a take's depth.
 *
 * @param algorithm version of what measured
 * @param rig hash of the rig that it was measured with: another one has another depth
 * @param moments in their order
 */
public record DepthMeasure(int algorithm, String rig, List<Moment> moments) {

    /**
     * One moment. Disparity is how far to the right the left eye sees a thing of where the right eye sees it, radians: what is near has
     * more.
     *
     * @param seconds take time
     * @param far disparity that 2 % of what both eyes see stay below
     * @param near disparity that 2 % of it are above
     * @param vertical vertical mismatch, root mean square
     * @param told share of what both eyes see whose disparity was told
     */
    public record Moment(double seconds, double far, double near, double vertical, double told) {}

    public DepthMeasure {
        moments = List.copyOf(moments);
    }

    /** The least disparity of all moments. */
    public double far() {
        return moments.stream().mapToDouble(Moment::far).min().orElse(0);
    }

    /** The largest disparity of all moments. */
    public double near() {
        return moments.stream().mapToDouble(Moment::near).max().orElse(0);
    }

    /** Vertical mismatch, root mean square of all moments. */
    public double vertical() {
        return Math.sqrt(moments.stream()
                .mapToDouble(moment -> moment.vertical() * moment.vertical())
                .average()
                .orElse(0));
    }

    /** Share of what both eyes see whose disparity was told, the mean of all moments. */
    public double told() {
        return moments.stream().mapToDouble(Moment::told).average().orElse(0);
    }
}
