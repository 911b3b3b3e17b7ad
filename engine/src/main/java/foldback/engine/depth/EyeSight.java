package foldback.engine.depth;

import foldback.core.depth.DepthField;
import foldback.core.recipe.Recipe;
import foldback.core.rig.Eye;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import foldback.core.warp.Canvas;
import foldback.engine.picture.EyeTurn;
import foldback.engine.steady.TakeShake;
import foldback.engine.take.Take;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.IntStream;

/** What the eyes' pictures of a take show how far away, by places of those pictures. */
public final class EyeSight {
    /** Shares of the sphere beyond which things are too small to count as far or near. */
    private static final double SMALL = 0.02;
    /** Between black and white, radians. */
    private static final double LEAST_RANGE = Math.toRadians(0.3);

    private final TakeDepth depth;
    private final TakeShake shake;

    public EyeSight(TakeDepth depth, TakeShake shake) {
        this.depth = depth;
        this.shake = shake;
    }

    /**
     * The disparity of what an eye's picture shows in a direction.
     *
     * @param shown the clips of the lenses that are on
     * @param eye whose picture it is
     * @param seen of that picture's canvas
     */
    public OptionalDouble disparityAt(Recipe recipe, Take shown, double seconds, Eye eye, Direction seen) {
        Rotation turn = shake.rigFromCanvas(recipe, shown, seconds)
                .times(EyeTurn.of(recipe.depth(), eye).at(seconds));
        return depth.at(recipe, shown, seconds)
                .disparityAt(turn.apply(seen), eye, recipe.depth().curve()::at);
    }

    /**
     * What is told of a place.
     *
     * @param seen in the canvas, amid both eyes
     * @param disparity radians, as it was filmed
     * @param vertical mismatch, radians; how much higher the left eye sees it
     */
    public record Told(Direction seen, double disparity, double vertical) {}

    /**
     * What is told all over the picture.
     *
     * @param step every how many nodes each way
     */
    public List<Told> all(Recipe recipe, Take shown, double seconds, int step) {
        Rotation canvasFromRig = shake.rigFromCanvas(recipe, shown, seconds).inverse();
        DepthField field = depth.at(recipe, shown, seconds);
        List<Told> told = new ArrayList<>();
        for (int row = step / 2; row < field.rows(); row += step) {
            for (int column = step / 2; column < field.columns(); column += step) {
                if (field.isTold(column, row)) {
                    told.add(new Told(
                            canvasFromRig.apply(field.direction(column, row)),
                            field.disparity(column, row),
                            field.vertical(column, row)));
                }
            }
        }
        return told;
    }

    /**
     * A picture of disparities.
     *
     * @param low the disparity of value 1, radians
     * @param high that of value 255
     * @param values by row; 0 where both eyes do not see
     * @param told whether each value is told, else it is filled in from around
     */
    public record DepthPicture(double low, double high, int width, int height, byte[] values, boolean[] told) {}

    /**
     * How far away things are all over a canvas.
     *
     * @param canvas of the eyes' pictures, before they are turned to a screen plane
     */
    public DepthPicture picture(Recipe recipe, Take shown, double seconds, Canvas canvas) {
        Rotation rigFromCanvas = shake.rigFromCanvas(recipe, shown, seconds);
        DepthField field = depth.at(recipe, shown, seconds);
        double low = known(field.quantile(SMALL));
        double high = Math.max(low + LEAST_RANGE, known(field.quantile(1 - SMALL)));
        byte[] values = new byte[canvas.width() * canvas.height()];
        boolean[] told = new boolean[values.length];
        IntStream.range(0, canvas.height()).parallel().forEach(y -> {
            for (int x = 0; x < canvas.width(); x++) {
                Direction seen = rigFromCanvas.apply(canvas.directionAt(x + 0.5, y + 0.5));
                double share = (field.smooth(seen) - low) / (high - low);
                int at = y * canvas.width() + x;
                values[at] = (byte) (Double.isNaN(share) ? 0 : 1 + Math.round(254 * Math.max(0, Math.min(1, share))));
                told[at] = field.isTold(seen);
            }
        });
        return new DepthPicture(low, high, canvas.width(), canvas.height(), values, told);
    }

    private static double known(double value) {
        return Double.isNaN(value) ? 0 : value;
    }
}
