package foldback.core.follow;

/**
 * How something is followed.
 *
 * @param patch pixels of the followed thing each way
 * @param reach how far it is looked for, of its size: to each side of where it is expected
 * @param sure correlation from which on it is where it is found
 * @param kept correlation from which on what it looks like is learnt anew
 * @param learning share of a new look in what is looked for
 * @param hiddenSeconds so long it may be hidden before it counts as lost
 * @param leastContrast codes, root mean square: what has less is nothing to hold on to
 */
public record FollowSettings(
        int patch,
        double reach,
        double sure,
        double kept,
        double learning,
        double hiddenSeconds,
        double leastContrast) {
    public static final FollowSettings DEFAULT = new FollowSettings(32, 1, 0.6, 0.75, 0.1, 0.8, 4);

    /** Pixels of a look each way: the patch, and how far around it is searched. */
    public int look() {
        return 2 * (int) Math.round(patch * reach) + patch;
    }
}
