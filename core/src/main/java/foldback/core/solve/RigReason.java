package foldback.core.solve;

import foldback.core.rig.Rig;
import foldback.core.run.Reason;
import foldback.core.run.ReasonCode;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Why a solved rig is judged as it is. */
public enum RigReason implements ReasonCode {
    NOTHING_COMPARED,
    /** Names: the lens. Numbers: its points. */
    PLACE_OPEN,
    RIVAL_RIGS,
    /** Numbers: by what share the lenses see wider; negative where less wide. */
    OTHER_KIND,
    /** Names: the lens. Numbers: its points. */
    FEW_POINTS,
    TWO_LENSES,
    ONE_MOMENT,
    ON_FAR,
    /** Numbers: degrees. */
    LEFT_OPEN,
    /** Numbers: points. */
    AGREE,
    /** Numbers: points. */
    CROSSED,
    /** Names: the lenses. */
    DARK,
    /** Names: the lenses. */
    BLANK,
    /** Names: the lenses. */
    SOFT,
    /** Names: the lenses. */
    ALONE_BY_CARD,
    /** Names: in turn a slot, and the slot whose clip fits it. */
    OTHER_ORDER,
    /** Names: in turn a slot, and the one that its clip came from. */
    REORDERED,
    /** Of proposed moments. Numbers: the covered share of a lens's picture. */
    ALWAYS_COVERED,
    /** Of proposed moments. */
    NONE_SHARP,
    /** Of proposed moments. */
    ALL_SHARP,
    /** Of proposed moments. */
    FAR_THERE,
    /** Of proposed moments. */
    CALM,
    /** Names: what an earlier version said. */
    EARLIER;

    /**
     * Names for {@link #OTHER_ORDER} and {@link #REORDERED}.
     *
     * @param clips of each of the rig's slots, the number of the clip that belongs there
     */
    public static List<String> moves(Rig rig, int[] clips) {
        List<String> slots = rig.slots();
        return IntStream.range(0, clips.length)
                .filter(slot -> clips[slot] != slot)
                .boxed()
                .flatMap(slot -> Stream.of(slots.get(slot), slots.get(clips[slot])))
                .toList();
    }

    @Override
    public String sentence(Reason it) {
        return switch (this) {
            case NOTHING_COMPARED ->
                "The lenses' pictures share too little to be compared. Choose a moment at which far things stand in the"
                        + " overlaps, or check that the rig card is of this kind of rig.";
            case PLACE_OPEN ->
                "Lens " + it.name() + " shares only " + it.whole(0)
                        + " points with the others: its place is not decided."
                        + " Choose another moment, or check that its clip belongs to this slot.";
            case RIVAL_RIGS ->
                "Rigs that differ clearly explain the points as well. Choose a moment with far things in all overlaps.";
            case OTHER_KIND ->
                String.format(
                        Locale.ROOT,
                        "The lenses see %.0f%% %s than what the solve started from: is it the right kind of lens?"
                                + " Choose another kind and solve again, or look along the seams.",
                        100 * Math.abs(it.number(0)),
                        it.number(0) > 0 ? "wider" : "less wide");
            case FEW_POINTS ->
                "Lens " + it.name() + " shares only " + it.whole(0) + " points with the others. Look along its seams.";
            case TWO_LENSES ->
                "Of two lenses, how near things are and how wide the lenses see are told apart by ground and sky alone,"
                        + " and the inside of the lenses is as the card says. Look whether far things meet all along the seam.";
            case ONE_MOMENT -> "A second moment, the rig turned or carried elsewhere, tells more.";
            case ON_FAR ->
                "How the lenses lie rests on what seems to be far off or level ground."
                        + " Look whether far things meet along all seams.";
            case LEFT_OPEN ->
                String.format(
                        Locale.ROOT,
                        "The points leave %.2f\u00b0 open. Look along the seams, or solve at another moment.",
                        it.number(0));
            case AGREE -> it.whole(0) + " points agree all over the overlaps.";
            case CROSSED ->
                it.whole(0) + " more crossed the lenses while the rig turned, and tell what they are like inside.";
            case DARK -> pictures(it.names()) + " nearly black there. Choose a moment with light.";
            case BLANK ->
                pictures(it.names()) + " nearly even there: nothing stands out that could be found in another lens."
                        + " Choose a moment at which it sees something.";
            case SOFT ->
                pictures(it.names()) + " much softer than the others: out of focus, smeared or fogged."
                        + " Its seams will show; switch it off if the others cover its place.";
            case ALONE_BY_CARD ->
                (it.names().size() == 1 ? "Lens " + it.name() + " shares" : "Lenses " + listed(it.names()) + " share")
                        + " nothing with the others by the card: there is nothing to compare, and its place stays as the"
                        + " card says. Check the fields of view and where the lenses point.";
            case OTHER_ORDER ->
                "The clips seem to be in each other's slots: " + pairs(it.names(), "slot %s fits the clip of %s")
                        + ". Solve again with the clips in any order.";
            case REORDERED -> "Clips went to other slots: " + pairs(it.names(), "%2$s to %1$s") + ".";
            case ALWAYS_COVERED ->
                String.format(
                        Locale.ROOT,
                        "The moments: something stands before a lens at all times, there the least: %.0f%% of its picture.",
                        100 * it.number(0));
            case NONE_SHARP -> "The moments: none is sharp in all lenses at once; these are the sharpest.";
            case ALL_SHARP ->
                "The moments: each lens is as sharp there as it ever is, and nothing stands before one of them.";
            case FAR_THERE -> "More of what the lenses share is far off there than at other times.";
            case CALM -> "The moments: the rig turns the least there.";
            case EARLIER -> it.name();
        };
    }

    private static String pictures(List<String> slots) {
        return slots.size() == 1
                ? "The picture of lens " + slots.get(0) + " is"
                : "The pictures of lenses " + listed(slots) + " are";
    }

    private static String listed(List<String> slots) {
        return String.join(", ", slots.subList(0, slots.size() - 1)) + " and " + slots.get(slots.size() - 1);
    }

    private static String pairs(List<String> names, String format) {
        List<String> pairs = new ArrayList<>();
        for (int i = 0; i + 1 < names.size(); i += 2) {
            pairs.add(String.format(Locale.ROOT, format, names.get(i), names.get(i + 1)));
        }
        return String.join(", ", pairs);
    }
}
