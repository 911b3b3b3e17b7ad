package foldback.core.balance;

import foldback.core.picture.Frame;
import java.util.List;

/** Small pictures of all lenses at many moments of a take. */
public interface KnotPictures {
    /** Takes the pictures of one moment. */
    interface Visitor {
        /** @param frames of the lenses, in their order; reused after the call */
        void visit(int moment, List<Frame> frames);
    }

    /** Visits the pictures at take times, which rise. */
    void read(double[] seconds, Visitor visitor);

    /** How many moments may be asked for within some seconds. */
    int most();
}
