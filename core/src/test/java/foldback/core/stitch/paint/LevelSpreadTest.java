package foldback.core.stitch.paint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import foldback.core.tone.LensLight;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class LevelSpreadTest {
    private static final int ONE = 1 << LensLight.LEVEL_BITS;

    /** A plane over the nodes must come out as itself in the middles of blocks. */
    @ParameterizedTest
    @ValueSource(ints = {2, 4, 8, 16})
    void levelsGoStraightFromNodeToNode(int size) {
        int columns = 6;
        int[] nodes = new int[3 * columns];
        for (int i = 0; i < nodes.length; i++) {
            nodes[i] = (int) Math.round((100 + 17.3 * (i % columns) + 5.1 * (i / columns)) * ONE);
        }
        int cells = 3;
        int half = size / 2;
        int[] levels = new int[cells * half * half];
        LevelSpread.spread(nodes, columns + 1, columns, size, cells, levels);
        for (int row = 0; row < half; row++) {
            for (int column = 0; column < cells * half; column++) {
                double x = 1 + (column + 0.5) / half;
                double y = 1 + (row + 0.5) / half;
                assertThat((double) levels[row * cells * half + column])
                        .isCloseTo(100 + 17.3 * x + 5.1 * y, within(0.51));
            }
        }
    }
}
