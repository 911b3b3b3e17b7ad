package foldback.core.solve.adjust;

import java.util.stream.IntStream;

/** Where the numbers stand that an adjustment solves for: {@value RigState#EACH} a lens, then those of the ground under each stand. */
final class Unknowns {
    /** How many there are, held ones too. */
    final int size;
    /** Those that are free: of the lenses in turn, then of the grounds. */
    final int[] free;
    /** Which of a lens's numbers are free. */
    final int[] used;

    private final int ofGrounds;

    Unknowns(Priors priors) {
        ofGrounds = priors.stands() * RigState.GROUND;
        size = priors.size();
        free = priors.free();
        used = IntStream.range(0, RigState.EACH).filter(priors::isFree).toArray();
    }

    /** Which of the free numbers is the first one of a stand's ground. */
    int freeOfGround(int stand) {
        return free.length - ofGrounds + RigState.GROUND * stand;
    }

    /** Which numbers a point says something of: those of its lenses, then those of the ground under it. */
    int[] of(WorldPoint point) {
        int ofLenses = point.views() * used.length;
        int[] numbers = new int[ofLenses + RigState.GROUND];
        for (int a = 0; a < numbers.length; a++) {
            numbers[a] = a >= ofLenses
                    ? size - ofGrounds + RigState.GROUND * point.stand() + a - ofLenses
                    : point.lenses()[a / used.length] * RigState.EACH + used[a % used.length];
        }
        return numbers;
    }
}
