package foldback.core.solve.adjust;

/**
 * How points are believed.
 *
 * <p>What a point's coordinates are off counts by a loss that lets go of what is far off (Geman and McClure 1985), by re-weighting:
 * some matches are false. One that let go slowly would shrink the focal length, since that shrinks what false matches are off. Its
 * inverse distance cannot be below 0, which a stiff square says; above, it is pulled gently towards infinity, and where it seems far
 * already a loss of the same form says that it is. So what is near may be as near as it likes and says what it can of the rig across
 * its way in and out; what is far says all.
 *
 * @param noise how many times larger than they say themselves the points' deviations are
 * @param doubt from where a point counts less and less, in the same measure
 * @param beyondInverse how far beyond infinity a point may seem: standard deviation of an inverse distance below 0, 1/m; 0 takes all
 *     points as infinitely far
 * @param pull towards infinity: what 1/m costs a point
 * @param far an inverse distance up to which a point seems far, 1/m; 0 where none shall
 * @param odds how much a point that seems far says that it is: twice the negative logarithm of a prior's odds
 * @param ground how much a point that seems to lie on the ground says that it does; 0 where none shall
 */
record Loss(double noise, double doubt, double beyondInverse, double pull, double far, double odds, double ground) {
    /** Whether all points are infinitely far. */
    boolean isAllFar() {
        return beyondInverse == 0;
    }

    /** The cost of a square that is measured in variances; a false match costs no more than what it is taken for one at. */
    double doubted(double square) {
        double scale = doubt / noise * (doubt / noise);
        return scale * square / (scale + square);
    }

    /** How far a point of such a square is believed, 0 to 1. */
    double believed(double square) {
        double scale = doubt / noise;
        double root = 1 / (1 + square / (scale * scale));
        return root * root;
    }
}
