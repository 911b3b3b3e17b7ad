package foldback.core.rig;

import foldback.core.lens.Lens;
import java.util.ArrayList;
import java.util.List;

/** Which lenses of a rig are of one kind: of one law, with pictures of one shape, that see about as far. */
public final class LensKinds {
    private static final double ALIKE = 0.04;

    private LensKinds() {}

    /** The number of each lens's kind, from 0 on in the order of the lenses. */
    public static int[] of(List<RigLens> lenses) {
        List<Lens> kinds = new ArrayList<>();
        int[] found = new int[lenses.size()];
        for (int i = 0; i < found.length; i++) {
            Lens lens = lenses.get(i).lens();
            int kind = 0;
            while (kind < kinds.size() && !alike(kinds.get(kind), lens)) {
                kind++;
            }
            if (kind == kinds.size()) {
                kinds.add(lens);
            }
            found[i] = kind;
        }
        return found;
    }

    private static boolean alike(Lens one, Lens two) {
        return one.getClass() == two.getClass()
                && near(one.halfField(), two.halfField())
                && near(
                        one.focalPx() / one.frame().width(),
                        two.focalPx() / two.frame().width())
                && near(shape(one), shape(two));
    }

    private static double shape(Lens lens) {
        return (double) lens.frame().width() / lens.frame().height();
    }

    private static boolean near(double one, double two) {
        return Math.abs(one - two) < ALIKE * one;
    }
}
