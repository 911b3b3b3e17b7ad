package foldback.engine.gather;

import foldback.core.recipe.Recipe;
import foldback.core.recipe.RecipePlan;
import foldback.core.time.FrameRate;
import foldback.core.time.TimeSpan;
import foldback.core.warp.Canvas;
import foldback.engine.take.Take;
import foldback.engine.take.TakeClip;
import foldback.media.decode.ClipHealth;
import foldback.media.ffmpeg.MediaInfo;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** What a take's footage has against it, in sentences: damage, and rates that do not go together. */
public final class FootageNotes {
    /** Rates within this share of each other are one: recorders round what they write down. */
    private static final double SAME = 0.001;
    /** A canvas that is enlarged by less looks the same: lenses resolve less at their rims than in their middles anyway. */
    private static final double LEAST_ENLARGED = 0.15;

    private FootageNotes() {}

    /** How the footage's rate goes with the one that is asked for; empty where it is the same. */
    public static Optional<String> rate(double footage, FrameRate wanted) {
        double asked = wanted.perSecond();
        if (footage <= 0 || Math.abs(footage - asked) < SAME * asked) {
            return Optional.empty();
        }
        double more = Math.abs(footage - asked);
        String happens = footage > asked
                ? every(footage / more)
                        .map(n -> n + " frame is left out")
                        .orElse(plain(more) + " frames a second are left out")
                : every(asked / more)
                        .map(n -> n + " frame shows the one before again")
                        .orElse(plain(more) + " frames a second show the one before again");
        return Optional.of(
                "the footage has " + plain(footage) + " frames/s, " + plain(asked) + " are made of it: " + happens);
    }

    private static Optional<String> every(double ratio) {
        long whole = Math.round(ratio);
        return whole >= 2 && Math.abs(ratio - whole) < 0.01 * ratio
                ? Optional.of(whole == 2 ? "every other" : "every " + ordinal(whole))
                : Optional.empty();
    }

    private static String ordinal(long n) {
        String ending = n % 100 >= 11 && n % 100 <= 13
                ? "th"
                : switch ((int) (n % 10)) {
                    case 1 -> "st";
                    case 2 -> "nd";
                    case 3 -> "rd";
                    default -> "th";
                };
        return n + ending;
    }

    private static String plain(double rate) {
        return String.format(Locale.ROOT, "%.3f", rate).replaceAll("\\.?0+$", "");
    }

    /** How the rates of a take's clips go with one that is asked for; clips that say the same are told once. */
    public static List<String> rates(FrameRate wanted, Take take) {
        Set<String> notes = new LinkedHashSet<>();
        for (TakeClip clip : take.clips()) {
            rate(clip.whole().framesPerSecond(), wanted).ifPresent(notes::add);
        }
        return List.copyOf(notes);
    }

    /** Whether a canvas is wider than the lenses resolve. */
    public static Optional<String> size(Recipe recipe, Take shown, Canvas canvas) {
        double share = RecipePlan.leastSourcePerCanvas(recipe, canvas, shown.sources());
        return share > 1 - LEAST_ENLARGED
                ? Optional.empty()
                : Optional.of(String.format(
                        Locale.ROOT,
                        "a canvas of %d x %d enlarges the footage by %.0f%%",
                        canvas.width(),
                        canvas.height(),
                        100 * (1 / share - 1)));
    }

    /** The lenses that were recorded with other settings than the first one. */
    public static List<String> settings(Take take) {
        List<String> differing = new ArrayList<>();
        MediaInfo.Video first = take.clips().get(0).video();
        for (TakeClip clip : take.clips()) {
            MediaInfo.Video video = clip.video();
            String slot = clip.ref().slot();
            if (video.width() != first.width() || video.height() != first.height()) {
                differing.add(slot + " is " + video.width() + " x " + video.height());
            } else if (!video.frameRate().equals(first.frameRate())) {
                differing.add(slot + " has another frame rate");
            } else if (video.tags().transfer() != first.tags().transfer()) {
                differing.add(slot + " has another curve");
            } else if (!video.tags().equals(first.tags()) || !video.format().equals(first.format())) {
                differing.add(slot + " has other colour settings");
            }
        }
        return differing.isEmpty()
                ? List.of()
                : List.of("lenses were recorded with different settings: " + String.join(", ", differing));
    }

    /** What is damaged of a take's clips within a span of take time; a file with several lenses is told once. */
    public static List<String> damage(Take take, ClipHealths healths, TimeSpan span) {
        List<String> notes = new ArrayList<>();
        for (List<Integer> lenses : take.lensesByFile()) {
            TakeClip clip = take.clips().get(lenses.get(0));
            Optional<ClipHealth> health = healths.of(clip.ref().sha256());
            int frames = health.map(h -> h.damagedFrames(clip.frameAt(span.from()), clip.frameAt(span.to()) + 1))
                    .orElse(0);
            if (frames > 0) {
                notes.add((frames == 1 ? "1 frame" : frames + " frames") + " of clip "
                        + clip.ref().slot() + (frames == 1 ? " is" : " are") + " damaged");
            }
            health.filter(h -> h.endsEarlySeconds() > 0)
                    .ifPresent(h -> notes.add("clip " + clip.ref().slot() + " is cut off: "
                            + String.format(Locale.ROOT, "%.2f s", h.endsEarlySeconds()) + " are missing at its end"));
        }
        return notes;
    }
}
