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

    /** Less than a millimetre before a ray leaves the heap's box there is nothing left to march through. */
    @Test
    void aRayThatIsAsGoodAsPastItEnds() {
        double side = 2 + 1.15;
        assertThat(HEAP.hit(side - 0.0005, -0.8, 3, 1, 1e-9, 1e-9, fresh())).isFalse();
    }
}
