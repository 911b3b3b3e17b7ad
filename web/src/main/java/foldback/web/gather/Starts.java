package foldback.web.gather;

import foldback.core.picture.Area;
import foldback.core.rig.ReadyRigs;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.media.ffmpeg.MediaInfo;
import foldback.web.rigcard.RigCards;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The geometries from which the clips of a proposed take can start: cards that fit, and a ready one. */
@Component
class Starts {
    private static final int CANVAS_STEP = 16;
    private static final int WIDEST = 7680;
    private final RigCards cards;

    Starts(RigCards cards) {
        this.cards = cards;
    }

    /** One lens's picture: its clip, and where it is in it. */
    record Lens(Clip clip, KnownClip.LensPicture picture, int width, int height) {}

    /** The lens pictures of some clips, in their order. */
    static List<Lens> lenses(List<Clip> clips) {
        List<Lens> lenses = new ArrayList<>();
        for (Clip clip : clips) {
            KnownClip known = clip.facts();
            MediaInfo.Video video = known.info().video().orElseThrow();
            for (KnownClip.LensPicture picture : known.lenses()) {
                lenses.add(new Lens(
                        clip,
                        picture,
                        picture.area().map(Area::width).orElse(video.width()),
                        picture.area().map(Area::height).orElse(video.height())));
            }
        }
        return lenses;
    }

    /** All cards, saved units first. */
    List<Rig> cards() {
        return cards.rigs();
    }

    /** Those of some cards that fit, in their order, and the ready start at the end. */
    List<GatherView.Start> of(List<Clip> clips, List<Rig> known) {
        List<Lens> lenses = lenses(clips);
        List<GatherView.Start> starts = new ArrayList<>();
        for (Rig card : known) {
            fit(card, lenses)
                    .ifPresent(rig ->
                            starts.add(new GatherView.Start(card.name(), "Card: " + card.name(), canvasWidth(rig))));
        }
        if (lenses.size() <= Rig.MAX_LENSES) {
            Rig ready = ready(lenses);
            starts.add(new GatherView.Start("", "As it comes: " + ready.name(), canvasWidth(ready)));
        }
        return starts;
    }

    /** A rig by its card's name, for these clips' sizes; the ready one where the name is empty. */
    Rig rig(String card, List<Lens> lenses) {
        if (card.isEmpty()) {
            return ready(lenses);
        }
        Rig rig = cards.rigs().stream()
                .filter(known -> known.name().equals(card))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("There is no rig card named '" + card + "'."));
        return fit(rig, lenses)
                .orElseThrow(() -> new IllegalArgumentException("The card '" + card + "' is for "
                        + rig.lenses().size() + " lenses of another number or shape than these " + lenses.size()
                        + ". Choose another card, or start as it comes."));
    }

    private static Rig ready(List<Lens> lenses) {
        return ReadyRigs.startFor(lenses.stream()
                .map(lens -> new ReadyRigs.Picture(
                        lens.width(), lens.height(), lens.picture().circle()))
                .toList());
    }

    private static Optional<Rig> fit(Rig card, List<Lens> lenses) {
        if (card.lenses().size() != lenses.size()) {
            return Optional.empty();
        }
        List<RigLens> scaled = new ArrayList<>();
        try {
            for (int i = 0; i < lenses.size(); i++) {
                scaled.add(card.lenses()
                        .get(i)
                        .scaledTo(lenses.get(i).width(), lenses.get(i).height()));
            }
        } catch (IllegalArgumentException anotherAspect) {
            return Optional.empty();
        }
        return Optional.of(new Rig(card.name(), scaled));
    }

    /** The canvas whose middle has as many pixels to the degree as the sharpest lens. */
    static int canvasWidth(Rig rig) {
        double focal = rig.lenses().stream()
                .mapToDouble(lens -> lens.lens().focalPx())
                .max()
                .orElseThrow();
        int width = (int) Math.round(2 * Math.PI * focal / CANVAS_STEP) * CANVAS_STEP;
        return Math.min(WIDEST, width);
    }
}
