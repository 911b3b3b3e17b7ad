package foldback.core.rig;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class LensKindsTest {
    @Test
    void lensesOfOneRigAreOfOneKindAndOthersAreNot() {
        List<RigLens> two = ReadyRigs.twoBackToBack().lenses();
        List<RigLens> six = ReadyRigs.sixAround().lenses();
        assertThat(LensKinds.of(two)).containsExactly(0, 0);
        assertThat(LensKinds.of(six)).containsOnly(0);
        List<RigLens> mixed = new ArrayList<>(six);
        mixed.set(1, two.get(0));
        mixed.add(two.get(1).withLens(two.get(1).lens().scaledTo(640, 640)));
        assertThat(LensKinds.of(mixed)).containsExactly(0, 1, 0, 0, 0, 0, 1);
    }
}
