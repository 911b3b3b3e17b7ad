package foldback.core.solve.adjust;

import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * Where the numbers stand that an adjustment solves for: {@value RigState#EACH} a lens, then of each stand {@value RigState#POSE} of its pose,
 * then of each {@value RigState#GROUND} of the ground under it.
 */
final class Unknowns {
    /** How many there are, held ones too. */
    final int size;
    /** Those that are free: of the lenses in turn, then of the poses, then of the grounds. */
    final int[] free;
    /** Which of a lens's numbers are free. */
    final int[] used;

    /** How many of a pose's numbers are free, the first ones. */
    final int usedOfPose;

    private final int lenses;
    private final int stands;
    /** Of each number which of the free ones it is. */
    private final int[] place;

    Unknowns(Priors priors) {
        lenses = priors.lenses();
        stands = priors.stands();
        size = priors.size();
        free = priors.free();
        usedOfPose = priors.freeOfPose();
        used = IntStream.range(0, RigState.EACH).filter(priors::isFree).toArray();
        place = new int[size];
        Arrays.fill(place, -1);
        for (int i = 0; i < free.length; i++) {
            place[free[i]] = i;
        }
    }

    /** Which of the free numbers is the first one of a lens. */
    int freeOfLens(int lens) {
        return lens * used.length;
    }

    /** Which of the free numbers is the first one of a stand's pose. */
    int freeOfPose(int stand) {
        return place[RigState.firstPose(lenses) + RigState.POSE * stand];
    }

    /** Which of the free numbers is the first one of a stand's ground. */
    int freeOfGround(int stand) {
        return place[RigState.firstGround(lenses, stands) + RigState.GROUND * stand];
    }

    /** Which numbers a point says something of: those of its views' lenses, of the poses of those from elsewhere, of the ground under it. */
    int[] of(WorldPoint point) {
        IntStream ofLenses = IntStream.range(0, point.views())
                .flatMap(view -> Arrays.stream(used).map(k -> point.lenses()[view] * RigState.EACH + k));
        IntStream ofPoses = IntStream.range(0, point.views())
                .filter(point::isFromElsewhere)
                .flatMap(view -> run(RigState.firstPose(lenses) + RigState.POSE * point.stands()[view], usedOfPose));
        IntStream ofGround =
                run(RigState.firstGround(lenses, stands) + RigState.GROUND * point.stand(), RigState.GROUND);
        return IntStream.concat(IntStream.concat(ofLenses, ofPoses), ofGround).toArray();
    }

    private static IntStream run(int first, int count) {
        return IntStream.range(first, first + count);
    }
}
