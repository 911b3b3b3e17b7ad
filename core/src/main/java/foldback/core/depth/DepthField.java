package foldback.core.depth;

import foldback.core.rig.Eye;
import foldback.core.seam.SeamFlow;
import foldback.core.seam.SeamStrip;
import foldback.core.space.Direction;
import java.util.Arrays;
import java.util.OptionalDouble;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;

/**
 * How far apart two eyes see what they see at one moment. Disparity is how far to the right the left eye sees a thing of where the right
 * eye does: 0 for what is far, more for what is nearer. Immutable.
 */
public final class DepthField {
    /** Of nodes around a place, those that count beside it. */
    private static final int AROUND = 1;
    /** Of looking where a thing lies that one eye sees. */
    private static final int ROUNDS = 4;
    /** Of nodes that are told, the share with the largest vertical mismatch that may be errors of matching. */
    private static final double DOUBTED = 0.02;

    private final SeamStrip strip;
    private final SeamFlow flow;
    private final double leastSure;

    DepthField(SeamStrip strip, SeamFlow flow, double leastSure) {
        this.strip = strip;
        this.flow = flow;
        this.leastSure = leastSure;
    }

    /** What was registered, with the right eye's lens as the first one. */
    public SeamFlow flow() {
        return flow;
    }

    /** Nodes from one line beside the eyes to the other. */
    public int rows() {
        return flow.rows();
    }

    /** Nodes about the line through the eyes. */
    public int columns() {
        return flow.columns();
    }

    /** The direction of a node, amid what both eyes see of a thing. */
    public Direction direction(int column, int row) {
        return strip.direction(SeamFlow.pixel(column), SeamFlow.pixel(row));
    }

    /** Disparity at a node, told or filled in from around. */
    public double disparity(int column, int row) {
        return -flow.across()[row * flow.columns() + column];
    }

    /** Vertical mismatch at a node: how much higher the left eye sees a thing, told or filled in. */
    public double vertical(int column, int row) {
        // The further up a column is, the less is along it.
        return flow.along()[row * flow.columns() + column] * Math.cos(strip.across(SeamFlow.pixel(row)));
    }

    /** How sure both are, 0 to 1. */
    public double sure(int column, int row) {
        return flow.sure()[row * flow.columns() + column];
    }

    /** Whether both are told of a node. */
    public boolean isTold(int column, int row) {
        return sure(column, row) >= leastSure;
    }

    /** The disparity of what is seen in a direction, amid both eyes: the median of what is told around it; nothing where nothing is. */
    public OptionalDouble disparityAt(Direction seen) {
        return disparityAt(strip.columnOf(seen), strip.rowOf(seen));
    }

    /**
     * The disparity of what one eye is shown in a direction, which lies half of what is shown of it beside where it is seen amid both;
     * nothing where nothing is told there.
     *
     * @param wanted what is shown of a disparity that was filmed
     */
    public OptionalDouble disparityAt(Direction seen, Eye eye, DoubleUnaryOperator wanted) {
        double beside = eye == Eye.BOTH ? 0 : (eye == Eye.LEFT ? -0.5 : 0.5) / strip.stepRad();
        double row = strip.rowOf(seen);
        double column = strip.columnOf(seen);
        OptionalDouble found = disparityAt(column, row);
        for (int round = 0; round < ROUNDS && found.isPresent(); round++) {
            OptionalDouble there = disparityAt(column, row + beside * wanted.applyAsDouble(found.getAsDouble()));
            found = there.isPresent() ? there : found;
        }
        return found;
    }

    private OptionalDouble disparityAt(double atColumn, double atRow) {
        int column = (int) Math.round(SeamFlow.node(atColumn));
        int row = (int) Math.round(SeamFlow.node(atRow));
        double[] around = IntStream.rangeClosed(row - AROUND, row + AROUND)
                .boxed()
                .flatMapToDouble(y -> IntStream.rangeClosed(column - AROUND, column + AROUND)
                        .filter(x -> isInside(x, y) && isTold(x, y))
                        .mapToDouble(x -> disparity(x, y)))
                .sorted()
                .toArray();
        return around.length == 0 ? OptionalDouble.empty() : OptionalDouble.of(around[around.length / 2]);
    }

    private boolean isInside(int column, int row) {
        return column >= 0 && column < columns() && row >= 0 && row < rows();
    }

    /** Whether what is seen in a direction is told, by the node that is nearest. */
    public boolean isTold(Direction seen) {
        int column = (int) Math.round(SeamFlow.node(strip.columnOf(seen)));
        int row = (int) Math.round(SeamFlow.node(strip.rowOf(seen)));
        return isInside(column, row) && isTold(column, row);
    }

    /** The disparity of what is seen in a direction, amid both eyes, told or filled in; NaN beyond what both see. */
    public double smooth(Direction seen) {
        double column = SeamFlow.node(strip.columnOf(seen));
        double row = SeamFlow.node(strip.rowOf(seen));
        boolean inside = column >= 0 && column < columns() - 1 && row >= 0 && row < rows() - 1;
        return inside ? -flow.between(flow.across(), column, row) : Double.NaN;
    }

    /** The disparity that a share of all that is told stays below, by how much of the sphere it takes; NaN where nothing is told. */
    public double quantile(double share) {
        int[] told = told();
        Integer[] order = Arrays.stream(told).boxed().toArray(Integer[]::new);
        Arrays.sort(order, (a, b) -> Double.compare(-flow.across()[a], -flow.across()[b]));
        double all = Arrays.stream(told).mapToDouble(this::weight).sum();
        double sum = 0;
        for (int node : order) {
            sum += weight(node);
            if (sum >= share * all) {
                return -flow.across()[node];
            }
        }
        return Double.NaN;
    }

    /** The root mean square of the vertical mismatch of what is told; NaN where nothing is. */
    public double verticalRms() {
        double[] squares = Arrays.stream(told())
                .mapToDouble(node -> {
                    double off = vertical(node % columns(), node / columns());
                    return off * off;
                })
                .sorted()
                .toArray();
        int counted = (int) Math.round(squares.length * (1 - DOUBTED));
        return Math.sqrt(Arrays.stream(squares, 0, counted).average().orElse(Double.NaN));
    }

    /** Share of what is measured that is told, by how much of the sphere it takes. */
    public double toldShare() {
        double all =
                IntStream.range(0, columns() * rows()).mapToDouble(this::weight).sum();
        return Arrays.stream(told()).mapToDouble(this::weight).sum() / all;
    }

    private int[] told() {
        return IntStream.range(0, columns() * rows())
                .filter(node -> flow.sure()[node] >= leastSure)
                .toArray();
    }

    private double weight(int node) {
        return Math.cos(strip.across(SeamFlow.pixel(node / columns())));
    }
}
