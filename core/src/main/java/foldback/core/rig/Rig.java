package foldback.core.rig;

import foldback.core.picture.Frame;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;

/** The lenses of a take, in the order of their slots. */
public record Rig(String name, List<RigLens> lenses) {
    /** More lenses than this on one rig are taken for a mistake. */
    public static final int MAX_LENSES = 24;

    public Rig {
        lenses = List.copyOf(lenses);
        if (lenses.isEmpty() || lenses.size() > MAX_LENSES) {
            throw new IllegalArgumentException("a rig has 1 to " + MAX_LENSES + " lenses: " + lenses.size());
        }
        Set<String> slots = new HashSet<>();
        for (RigLens lens : lenses) {
            if (!slots.add(lens.slot())) {
                throw new IllegalArgumentException("slot '" + lens.slot() + "' is there twice");
            }
        }
    }

    /** The slots of its lenses, in their order. */
    public List<String> slots() {
        return lenses.stream().map(RigLens::slot).toList();
    }

    /** Whether some of its lenses are for one eye alone, and others for the other one. */
    public boolean isStereo() {
        return EyePair.of(this).isPresent();
    }

    /** The same stated for pictures of other sizes, one of each lens. */
    public Rig scaledTo(List<Frame> pictures) {
        return new Rig(
                name,
                IntStream.range(0, lenses.size())
                        .mapToObj(i -> lenses.get(i)
                                .scaledTo(
                                        pictures.get(i).width(), pictures.get(i).height()))
                        .toList());
    }

    /** The mean of the lenses' focal lengths, pixels. */
    public double meanFocalPx() {
        return lenses.stream()
                .mapToDouble(lens -> lens.lens().focalPx())
                .average()
                .orElseThrow();
    }
}
