package foldback.core.solve;

import foldback.core.match.points.PointFinder;
import foldback.core.match.view.LensLook;
import foldback.core.rig.Coverage;
import foldback.core.rig.Rig;
import foldback.core.run.Reason;
import foldback.core.space.Rotation;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;

/** Looks for what stands in the way of a solve: in the pictures by themselves, and in what the card says of the lenses. */
final class RigTrouble {
    /** Pictures below are nearly black, code values of 8 bits; the black of limited range is 16. */
    private static final double DARK = 34;
    /** Less change than that is noise, code values of 8 bits. */
    private static final double BLANK = 1.1;
    /** A lens as much less fine than the others is out of focus. */
    private static final double SOFT = 0.45;
    /** Lenses that share a smaller part of the sphere share too little to be compared. */
    private static final double LEAST_SHARED = 0.0015;

    private static final int COLUMNS = 180;

    private RigTrouble() {}

    /** What is wrong with the pictures of some moments; nothing where all is well. */
    static List<Reason> ofPictures(Rig rig, List<PointFinder> moments) {
        List<List<LensLook>> seen =
                moments.stream().map(moment -> moment.looks(rig)).toList();
        List<LensLook> looks = IntStream.range(0, rig.lenses().size())
                .mapToObj(i -> seen.stream()
                        .map(moment -> moment.get(i))
                        .max(Comparator.comparingDouble(LensLook::change))
                        .orElseThrow())
                .toList();
        List<Reason> said = new ArrayList<>();
        say(said, RigReason.DARK, slots(rig, i -> looks.get(i).bright() < DARK));
        say(
                said,
                RigReason.BLANK,
                slots(rig, i -> looks.get(i).bright() >= DARK && looks.get(i).change() < BLANK));
        say(said, RigReason.SOFT, soft(rig, looks));
        return said;
    }

    private static void say(List<Reason> said, RigReason code, List<String> slots) {
        if (!slots.isEmpty()) {
            said.add(Reason.of(code, slots));
        }
    }

    /** Lenses that are clearly less fine than the finer half; of two, the one that is clearly less fine than the other. */
    private static List<String> soft(Rig rig, List<LensLook> looks) {
        double[] fine = looks.stream()
                .filter(RigTrouble::seesSomething)
                .mapToDouble(LensLook::fine)
                .sorted()
                .toArray();
        if (fine.length < 2) {
            return List.of();
        }
        double usual = fine[fine.length / 2];
        return slots(rig, i -> seesSomething(looks.get(i)) && looks.get(i).fine() < SOFT * usual);
    }

    private static boolean seesSomething(LensLook look) {
        return look.bright() >= DARK && look.change() >= BLANK;
    }

    /** Lenses that by the card share nothing with any other; empty where each shares something. */
    static List<Reason> ofCard(Rig card) {
        Coverage coverage = Coverage.of(card, Rotation.IDENTITY, 0, COLUMNS);
        List<Reason> said = new ArrayList<>();
        say(said, RigReason.ALONE_BY_CARD, slots(card, i -> coverage.sharedWithOthers(i) < LEAST_SHARED));
        return said;
    }

    private static List<String> slots(Rig rig, IntPredicate which) {
        return IntStream.range(0, rig.lenses().size())
                .filter(which)
                .mapToObj(i -> rig.lenses().get(i).slot())
                .toList();
    }

    /** Clips that point to other slots than they are in; none where the found order is the given one. */
    static List<Reason> ofOrder(Rig card, SlotFinder.Order order) {
        List<Reason> said = new ArrayList<>();
        say(said, RigReason.OTHER_ORDER, RigReason.moves(card, order.clips()));
        return said;
    }
}
