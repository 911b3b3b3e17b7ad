package foldback.core.stitch.plan;

import foldback.core.warp.CoordinateGrid;

/** A plan without a part of its canvas, which somebody else paints. */
public final class OutsidePart implements CellPlan {
    private final CellPlan whole;
    private final CanvasPart part;

    public OutsidePart(CellPlan whole, CanvasPart part) {
        this.whole = whole;
        this.part = part;
    }

    private boolean isSkipped(int cell) {
        return part.holds(cell % cellColumns(), cell / cellColumns(), cellSize());
    }

    @Override
    public StitchSettings settings() {
        return whole.settings();
    }

    @Override
    public CoordinateGrid grid(int picture) {
        return whole.grid(picture);
    }

    @Override
    public int pictureOf(int cell) {
        return isSkipped(cell) ? SKIPPED : whole.pictureOf(cell);
    }

    @Override
    public boolean shows(int cell, int picture) {
        return !isSkipped(cell) && whole.shows(cell, picture);
    }

    @Override
    public boolean isReadable(int cell, int picture) {
        return whole.isReadable(cell, picture);
    }

    @Override
    public boolean alike(int cell, int other) {
        boolean skipped = isSkipped(cell);
        return skipped == isSkipped(other) && (skipped || whole.alike(cell, other));
    }

    @Override
    public CellWeights weights(int capacity) {
        return whole.weights(capacity);
    }
}
