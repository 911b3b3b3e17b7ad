package foldback.sim.world;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class HeapTest {
    private static final Heap HEAP = new Heap(2, 3, 1, 0.8, new TileNoise(11, 4, 3), 1);

    private static Hit fresh() {
        Hit hit = new Hit();
        hit.clear();
        return hit;
    }

    @Test
    void aRayThatComesDownOnItHitsIt() {
        Hit hit = fresh();
        assertThat(HEAP.hit(2, -5, 3, 1e-9, 1, 1e-9, hit)).isTrue();
        assertThat(hit.distance).isBetween(3.9, 4.6);
    }

    /** Less than a millimetre before a ray leaves the heap's box, and just above the heap, there is nothing left to march through. */
    @Test
    void aRayThatIsAsGoodAsPastItEnds() {
        double begin = 1.15 - 0.0005;
        // Where a march begins, a millimetre on.
        double r = begin + 0.001;
        double surface = -0.8 * (1 - Math.sqrt(r * r + 0.01));
        for (int n = 1; n <= 300; n++) {
            double above = surface - n * 1e-6;
            assertThat(HEAP.hit(2 + begin, above, 3, 1, 1e-9, 1e-9, fresh())).isFalse();
        }
    }
}
