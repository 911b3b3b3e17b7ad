package foldback.core.depth;

import foldback.core.seam.SeamFlow;
import foldback.core.seam.SeamStrip;
import foldback.core.warp.RayShift;
import java.util.Arrays;
import java.util.function.DoubleUnaryOperator;

/**
 * A new view for an eye: what is shown in a direction is looked for where that eye filmed it, so that the disparities which two new views
 * show are those that are wanted (after Lang et al. 2010). The map of disparities is nowhere so steep that it would fold over. Where
 * little is told of it all around, nothing is changed.
 */
public final class DepthShift implements RayShift {
    /** Each round leaves a third of what the one before left, and three quarters where depth is made as steep as it may be. */
    private static final int ROUNDS = 10;
    /** How often the map of what is told is blurred, a node each way at a time: over some degrees. */
    private static final int BLURS = 12;
    /** From which share of nodes that are told around a place on the whole change is made there. */
    private static final float ENOUGH = 0.35f;

    private final SeamStrip strip;
    private final SeamFlow flow;
    private final float[] changed;
    private final double[] stripFromRig;
    private final double half;

    private DepthShift(SeamStrip strip, SeamFlow flow, float[] changed, double half) {
        this.strip = strip;
        this.flow = flow;
        this.changed = changed;
        this.half = half;
        stripFromRig = strip.rigFromStrip().inverse().matrix();
    }

    /**
     * The new views of both eyes.
     *
     * @param strip of the two eyes
     * @param flow that was measured along it
     * @param wanted what is wanted of a disparity that was filmed, radians
     * @return the left eye's, then the right eye's
     */
    public static RayShift[] of(SeamStrip strip, SeamFlow flow, DoubleUnaryOperator wanted) {
        float[] told = told(flow);
        float[] changed = new float[told.length];
        for (int node = 0; node < told.length; node++) {
            double filmed = -flow.across()[node];
            float counts = Math.min(1, told[node] / ENOUGH);
            changed[node] = (float) (filmed + counts * (wanted.applyAsDouble(filmed) - filmed));
        }
        return new RayShift[] {new DepthShift(strip, flow, changed, 0.5), new DepthShift(strip, flow, changed, -0.5)};
    }

    /** How much is told around each node: sureness, blurred. */
    private static float[] told(SeamFlow flow) {
        float[] told = flow.sure().clone();
        for (int n = 0; n < BLURS; n++) {
            told = blurred(told, flow.columns(), flow.rows());
        }
        return told;
    }

    private static float[] blurred(float[] values, int columns, int rows) {
        float[] blurred = new float[values.length];
        for (int row = 0; row < rows; row++) {
            for (int column = 0; column < columns; column++) {
                float sum = 0;
                for (int y = -1; y <= 1; y++) {
                    int line = Math.max(0, Math.min(rows - 1, row + y)) * columns;
                    for (int x = -1; x <= 1; x++) {
                        sum += values[line + Math.max(0, Math.min(columns - 1, column + x))];
                    }
                }
                blurred[row * columns + column] = sum / 9;
            }
        }
        return blurred;
    }

    @Override
    public void shift(double[] rays, int count) {
        double[] m = stripFromRig;
        for (int i = 0; i < count; i++) {
            double x = rays[3 * i];
            double y = rays[3 * i + 1];
            double z = rays[3 * i + 2];
            double sx = m[0] * x + m[1] * y + m[2] * z;
            double sy = m[3] * x + m[4] * y + m[5] * z;
            double sz = m[6] * x + m[7] * y + m[8] * z;
            // A direction that is not a number is none of the strip's columns, and stays.
            double along = Math.atan2(sx, sz);
            double across = Math.asin(Math.max(-1, Math.min(1, -sy)));
            double column = SeamFlow.node(strip.column(along));
            if (column >= 0 && column <= flow.columns() - 1) {
                double moved = across + by(column, across);
                double level = Math.cos(moved);
                double tx = Math.sin(along) * level;
                double ty = -Math.sin(moved);
                double tz = Math.cos(along) * level;
                rays[3 * i] = m[0] * tx + m[3] * ty + m[6] * tz;
                rays[3 * i + 1] = m[1] * tx + m[4] * ty + m[7] * tz;
                rays[3 * i + 2] = m[2] * tx + m[5] * ty + m[8] * tz;
            }
        }
    }

    /** How far to the right of where it is to be shown the eye filmed a thing. */
    private double by(double column, double across) {
        double amid = across;
        for (int round = 0; round < ROUNDS; round++) {
            amid = across - half * flow.between(changed, column, SeamFlow.node(strip.row(amid)));
        }
        double row = SeamFlow.node(strip.row(amid));
        return half * (-flow.between(flow.across(), column, row) - flow.between(changed, column, row));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof DepthShift shift
                && half == shift.half
                && strip.equals(shift.strip)
                && Arrays.equals(changed, shift.changed)
                && Arrays.equals(flow.across(), shift.flow.across());
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(changed);
    }
}
