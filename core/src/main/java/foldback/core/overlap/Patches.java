package foldback.core.overlap;

import java.util.List;

/**
 * What was found in the overlaps at one knot of time.
 *
 * @param pairs places that two lenses see alike
 * @param refused of each lens, how many of its places were not used, and why
 */
public record Patches(List<PatchPair> pairs, Refused[] refused) {

    /** Counts of one lens's places that say nothing. */
    public record Refused(int clipped, int dark, int unlike) {
        public static final Refused NONE = new Refused(0, 0, 0);

        public Refused plus(Refused other) {
            return new Refused(clipped + other.clipped, dark + other.dark, unlike + other.unlike);
        }

        public int all() {
            return clipped + dark + unlike;
        }
    }
}
