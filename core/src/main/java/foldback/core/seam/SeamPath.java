package foldback.core.seam;

import foldback.core.space.Direction;
import foldback.core.warp.RayShift;
import foldback.core.warp.ShiftPath;
import java.util.List;
import java.util.function.DoubleFunction;

/**
 * How lenses are moved in their overlaps over time.
 *
 * @param strips the overlaps; elsewhere nothing is moved that is shown
 * @param shifts by take time, as {@link SeamShift#of} makes them; none where nothing is known
 */
public record SeamPath(List<SeamStrip> strips, DoubleFunction<List<RayShift>> shifts) implements ShiftPath {

    @Override
    public List<RayShift> at(double seconds) {
        return shifts.apply(seconds);
    }

    @Override
    public boolean reaches(Direction seen, double slack) {
        return strips.stream().anyMatch(strip -> strip.reaches(seen, slack));
    }
}
