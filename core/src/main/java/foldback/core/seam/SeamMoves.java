package foldback.core.seam;

import foldback.core.space.Direction;
import java.util.List;

/** By how much seams lie beside the places that both their lenses see equally well, over time. */
public interface SeamMoves {
    /** Of no seams. */
    SeamMoves NONE = new SeamMoves() {
        @Override
        public List<SeamStrip> strips() {
            return List.of();
        }

        @Override
        public List<float[]> at(double seconds) {
            return List.of();
        }

        @Override
        public boolean reaches(Direction seen, double slack) {
            return false;
        }
    };

    /** The overlaps whose seams may be moved. */
    List<SeamStrip> strips();

    /**
     * The moves at a take time: by strip, one for each of its columns, radians towards its first lens's side. Where it is the same list as
     * for another time, nothing differs.
     */
    List<float[]> at(double seconds);

    /**
     * Whether a seam may be moved over a direction of the rig at any time.
     *
     * @param slack how far beside it counts, too, radians
     */
    boolean reaches(Direction seen, double slack);
}
