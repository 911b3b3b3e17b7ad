package foldback.core.solve;

import foldback.core.match.points.PointFinder;
import foldback.core.match.view.LensLook;
import foldback.core.rig.Coverage;
import foldback.core.rig.Rig;
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

    /** What is wrong with the pictures of some moments, a sentence each; none where nothing is. */
    static List<String> ofPictures(Rig rig, List<PointFinder> moments) {
        List<List<LensLook>> seen =
                moments.stream().map(moment -> moment.looks(rig)).toList();
        List<LensLook> looks = IntStream.range(0, rig.lenses().size())
                .mapToObj(i -> seen.stream()
                        .map(moment -> moment.get(i))
                        .max(Comparator.comparingDouble(LensLook::change))
                        .orElseThrow())
                .toList();
        List<String> said = new ArrayList<>();
        List<String> dark = slots(rig, i -> looks.get(i).bright() < DARK);
        List<String> blank =
                slots(rig, i -> looks.get(i).bright() >= DARK && looks.get(i).change() < BLANK);
        if (!dark.isEmpty()) {
            said.add(pictures(dark) + " nearly black there. Choose a moment with light.");
        }
        if (!blank.isEmpty()) {
            said.add(pictures(blank) + " nearly even there: nothing stands out that could be found in another lens."
                    + " Choose a moment at which it sees something.");
        }
        List<String> soft = soft(rig, looks);
        if (!soft.isEmpty()) {
            said.add(pictures(soft) + " much softer than the others: out of focus, smeared or fogged."
                    + " Its seams will show; switch it off if the others cover its place.");
        }
        return said;
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

    /** Lenses that by the card share nothing with any other, a sentence; empty where each shares something. */
    static List<String> ofCard(Rig card) {
        Coverage coverage = Coverage.of(card, Rotation.IDENTITY, 0, COLUMNS);
        List<String> alone = slots(card, i -> coverage.sharedWithOthers(i) < LEAST_SHARED);
        if (alone.isEmpty()) {
            return List.of();
        }
        return List.of((alone.size() == 1 ? "Lens " + alone.get(0) + " shares" : "Lenses " + listed(alone) + " share")
                + " nothing with the others by the card: there is nothing to compare, and its place stays as the card says."
                + " Check the fields of view and where the lenses point.");
    }

    private static List<String> slots(Rig rig, IntPredicate which) {
        return IntStream.range(0, rig.lenses().size())
                .filter(which)
                .mapToObj(i -> rig.lenses().get(i).slot())
                .toList();
    }

    private static String pictures(List<String> slots) {
        return slots.size() == 1
                ? "The picture of lens " + slots.get(0) + " is"
                : "The pictures of lenses " + listed(slots) + " are";
    }

    private static String listed(List<String> slots) {
        return String.join(", ", slots.subList(0, slots.size() - 1)) + " and " + slots.get(slots.size() - 1);
    }

    /** Clips that point to other slots than they are in, a sentence; none where the found order is the given one. */
    static List<String> ofOrder(Rig card, SlotFinder.Order order) {
        List<String> moved = IntStream.range(0, order.clips().length)
                .filter(slot -> order.clips()[slot] != slot)
                .mapToObj(slot -> "slot " + card.lenses().get(slot).slot() + " fits the clip of "
                        + card.lenses().get(order.clips()[slot]).slot())
                .toList();
        return moved.isEmpty()
                ? List.of()
                : List.of("The clips seem to be in each other's slots: " + String.join(", ", moved)
                        + ". Solve again with the clips in any order.");
    }
}
