package foldback.core.seam.guard;

import foldback.core.seam.StillArea;
import foldback.core.space.Direction;

/** A guard's area at a moment, and the lens that keeps it. Immutable. */
final class KeptArea implements StillArea {
    private final int lens;
    private final GuardArea area;
    private final Direction middle;
    /** Directions that are farther from its middle are outside. */
    private final double leastCosine;

    KeptArea(int lens, GuardArea area) {
        this.lens = lens;
        this.area = area;
        middle = area.middle();
        leastCosine = Math.cos(Math.min(Math.PI, Math.max(area.length(), area.width()) + area.edge()));
    }

    @Override
    public int lens() {
        return lens;
    }

    @Override
    public double inside(Direction seen) {
        return seen.dot(middle) < leastCosine ? 0 : area.inside(seen);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof KeptArea kept && lens == kept.lens && area.equals(kept.area);
    }

    @Override
    public int hashCode() {
        return 31 * lens + area.hashCode();
    }
}
