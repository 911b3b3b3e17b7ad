package foldback.core.balance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.ejml.simple.SimpleMatrix;
import org.junit.jupiter.api.Test;

class TimeChainTest {
    private static final int KNOTS = 7;
    private static final int EACH = 4;
    private static final int SHARED = 2;

    /** Against the same normal equations written out and solved densely. */
    @Test
    void solvesAsADenseSystemDoes() {
        Random random = new Random(5);
        int size = KNOTS * EACH + SHARED;
        SimpleMatrix dense = new SimpleMatrix(size, size);
        SimpleMatrix side = new SimpleMatrix(size, 1);
        TimeChain chain = new TimeChain(KNOTS, EACH, SHARED);
        for (int n = 0; n < 120; n++) {
            int knot = random.nextInt(KNOTS);
            int first = random.nextInt(EACH);
            int second = (first + 1 + random.nextInt(EACH - 1)) % EACH;
            double[] row = {random.nextGaussian(), random.nextGaussian()};
            double wanted = random.nextGaussian();
            double weight = random.nextDouble();
            chain.addDifference(knot, first, second, row, wanted, weight);
            double[] whole = new double[size];
            whole[knot * EACH + first] = 1;
            whole[knot * EACH + second] = -1;
            whole[size - 2] = row[0];
            whole[size - 1] = row[1];
            square(dense, side, whole, wanted, weight);
        }
        for (int knot = 0; knot < KNOTS; knot++) {
            double[] sum = new double[size];
            for (int i = 0; i < EACH; i++) {
                sum[knot * EACH + i] = 1;
                double[] one = new double[size];
                one[knot * EACH + i] = 1;
                chain.addSize(knot, i, 0.01);
                square(dense, side, one, 0, 0.01);
                if (knot + 1 < KNOTS) {
                    double[] change = new double[size];
                    change[knot * EACH + i] = -1;
                    change[(knot + 1) * EACH + i] = 1;
                    chain.addChange(knot, i, 0.7 + i);
                    square(dense, side, change, 0, 0.7 + i);
                }
            }
            chain.addSum(knot, 3);
            square(dense, side, sum, 0, 3);
        }
        chain.addShared(0, SimpleMatrix.diag(2, 5), new double[] {0.3, -0.2});
        square(dense, side, unit(size, size - 2), 0.3, 2);
        square(dense, side, unit(size, size - 1), -0.2, 5);
        SimpleMatrix wanted = dense.solve(side);
        double[][] found = chain.solve();
        for (int knot = 0; knot < KNOTS; knot++) {
            for (int i = 0; i < EACH; i++) {
                assertThat(found[knot][i]).isCloseTo(wanted.get(knot * EACH + i, 0), within(1e-8));
            }
        }
        assertThat(found[KNOTS][0]).isCloseTo(wanted.get(size - 2, 0), within(1e-8));
        assertThat(found[KNOTS][1]).isCloseTo(wanted.get(size - 1, 0), within(1e-8));
    }

    private static double[] unit(int size, int at) {
        double[] unit = new double[size];
        unit[at] = 1;
        return unit;
    }

    private static void square(SimpleMatrix dense, SimpleMatrix side, double[] row, double wanted, double weight) {
        for (int a = 0; a < row.length; a++) {
            side.set(a, 0, side.get(a, 0) + weight * row[a] * wanted);
            for (int b = 0; b < row.length; b++) {
                dense.set(a, b, dense.get(a, b) + weight * row[a] * row[b]);
            }
        }
    }
}
