package foldback.core.solve.adjust;

import java.util.stream.IntStream;

/** Where the numbers stand that an adjustment solves for: {@value RigState#EACH} a lens, then those of the ground under each stand. */
final class Unknowns {
    /** How many there are, held ones too. */
    final int size;
    /** Which of a lens's numbers are free. */
    final int[] used;
    /** How many are free: those of the lenses in turn, then the grounds'. */
    final int freeSize;

    private final int ofGrounds;

    Unknowns(int lenses, int stands, Priors priors) {
        ofGrounds = stands * RigState.GROUND;
        size = RigState.numbers(lenses, stands);
        used = IntStream.range(0, RigState.EACH).filter(priors::isFree).toArray();
        freeSize = lenses * used.length + ofGrounds;
    }

    /** Which of all numbers a free one is. */
    int number(int free) {
        int ground = freeSize - ofGrounds;
        return free < ground
                ? free / used.length * RigState.EACH + used[free % used.length]
                : size - ofGrounds + free - ground;
    }

    /** Which of the free numbers is the first one of a stand's ground. */
    int freeOfGround(int stand) {
        return freeSize - ofGrounds + RigState.GROUND * stand;
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
