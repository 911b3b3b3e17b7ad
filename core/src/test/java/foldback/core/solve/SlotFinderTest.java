package foldback.core.solve;

import static org.assertj.core.api.Assertions.assertThat;

import foldback.core.match.points.PointFinder;
import foldback.core.match.points.RotationGraph;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.RigLens;
import foldback.core.space.Direction;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Clips' places from where their lenses were found to point. */
class SlotFinderTest {
    private static final Rotation ELSEWHERE = Rotation.ofYawPitchRoll(1.1, -0.7, 2.2);
    private static final List<Rotation> RING =
            ReadyRigs.sixAround().lenses().stream().map(RigLens::rigFromLens).toList();
    /** A ring in which each lens leans its own way: only one order fits. */
    private static final List<Rotation> UNEVEN = uneven();

    private static List<Rotation> uneven() {
        List<Rotation> lenses = new ArrayList<>();
        double[] lean = {0.02, -0.07, 0.09, -0.04, 0.12, -0.11};
        for (int i = 0; i < 6; i++) {
            lenses.add(RING.get(i).times(Rotation.ofVector(lean[i], 0, lean[(i + 2) % 6])));
        }
        return lenses;
    }

    /** Where clips are found to point that belong in these slots, each off by up to about two degrees. */
    private static Rotation[] found(List<Rotation> lenses, int[] slots, long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        return Arrays.stream(slots)
                .mapToObj(slot -> ELSEWHERE
                        .times(lenses.get(slot))
                        .times(Rotation.ofVector(
                                0.02 * random.nextGaussian(),
                                0.02 * random.nextGaussian(),
                                0.02 * random.nextGaussian())))
                .toArray(Rotation[]::new);
    }

    @Test
    void swappedClipsAreToldFromACard() {
        // Clip 1 shows slot 4 and the other way round; clips in their slots stay.
        int[] slots = {0, 4, 2, 3, 1, 5};
        SlotFinder.Order order = SlotFinder.onCard(UNEVEN, found(UNEVEN, slots, 1));
        assertThat(order.clips()).containsExactly(0, 4, 2, 3, 1, 5);
        assertThat(order.offRad()).isLessThan(0.06);
    }

    @Test
    void anyMixIsPutInOrderByAnUnevenCard() {
        int[] slots = {3, 0, 5, 1, 4, 2};
        SlotFinder.Order order = SlotFinder.onCard(UNEVEN, found(UNEVEN, slots, 2));
        for (int clip = 0; clip < slots.length; clip++) {
            assertThat(order.clips()[slots[clip]]).isEqualTo(clip);
        }
    }

    @Test
    void anEvenRingMovesAsFewClipsAsItCan() {
        // Every turn by 60 degrees fits an even ring: the one that swaps two clips only is taken.
        int[] slots = {0, 1, 3, 2, 4, 5};
        SlotFinder.Order order = SlotFinder.onCard(RING, found(RING, slots, 3));
        assertThat(order.clips()).containsExactly(0, 1, 3, 2, 4, 5);
    }

    @Test
    void aClipThatHangsOnNoneTakesWhatIsLeft() {
        Rotation[] found = found(UNEVEN, new int[] {1, 0, 2, 3, 4, 5}, 4);
        found[3] = null;
        assertThat(SlotFinder.onCard(UNEVEN, found).clips()).containsExactly(1, 0, 2, 3, 4, 5);
    }

    @Test
    void slotsGoAroundFromTheFirstClip() {
        Rotation[] found = found(RING, new int[] {2, 0, 5, 1, 4, 3}, 5);
        List<Rotation> upright = RigStart.upright(found);
        // From the clip of slot 2 on: 3, 4, 5, 0, 1.
        assertThat(SlotFinder.around(upright)).containsExactly(0, 5, 4, 2, 1, 3);
    }

    @Test
    void aRigStandsUprightAcrossItsRing() {
        Rotation[] found = found(RING, new int[] {0, 1, 2, 3, 4, 5}, 6);
        for (Rotation lens : RigStart.upright(found)) {
            assertThat(Math.abs(lens.apply(Direction.FORWARD).pitch())).isLessThan(0.06);
            assertThat(lens.apply(Direction.UP).angleTo(Direction.UP)).isLessThan(0.1);
        }
        Direction first = RigStart.upright(found).get(0).apply(Direction.FORWARD);
        assertThat(Math.abs(first.yaw())).isLessThan(1e-9);
    }

    @Test
    void aWrongPairIsOutvotedByClosedLoops() {
        List<PointFinder.Pair> pairs = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            int j = (i + 1) % 6;
            Rotation right = RING.get(i).inverse().times(RING.get(j));
            pairs.add(pair(i, j, right, 30 + i));
        }
        // Stronger than any right one, and wrong: lenses that look apart are said to look the same way.
        pairs.add(pair(0, 3, Rotation.ofVector(0.3, 0.2, 0.1), 50));
        RotationGraph graph = RotationGraph.of(6, pairs, 8);
        assertThat(graph.hanging()).isEqualTo(6);
        for (int i = 0; i < 6; i++) {
            Rotation between = graph.rotations()[0].inverse().times(graph.rotations()[i]);
            assertThat(between.angleTo(RING.get(0).inverse().times(RING.get(i))))
                    .isLessThan(1e-6);
        }
        assertThat(graph.contradicted()).isEqualTo(50);
    }

    @Test
    void weakPairsHangNothing() {
        RotationGraph graph =
                RotationGraph.of(3, List.of(pair(0, 1, Rotation.IDENTITY, 20), pair(1, 2, ELSEWHERE, 5)), 8);
        assertThat(graph.hanging()).isEqualTo(2);
        assertThat(graph.rotations()[2]).isNull();
    }

    private static PointFinder.Pair pair(int first, int second, Rotation rotation, double score) {
        return new PointFinder.Pair(first, second, List.of(), rotation, score);
    }
}
