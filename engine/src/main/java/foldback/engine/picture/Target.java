package foldback.engine.picture;

import foldback.core.framing.FramedCanvas;
import foldback.core.framing.Framing;
import foldback.core.picture.ColourTags;
import foldback.core.space.RotationPath;
import foldback.core.stitch.weight.Meeting;
import foldback.core.warp.Canvas;
import foldback.core.warp.CanvasPath;
import foldback.core.warp.Kernel;
import java.util.Optional;

/**
 * What a picture is to be, besides what is decided about the take.
 *
 * @param canvas its size, or that of each eye's part; of a framing, as it is at one time
 * @param framing what of the levelled sphere it shows; empty for what the canvas shows of it, its middle ahead
 * @param eyes what it holds for whom
 * @param bits of a sample, 8 or 10
 * @param kernel by which the lenses' pictures are sampled
 * @param colours what its values mean
 * @param marks what is drawn over it
 * @param meeting how the lenses of an overlap meet; by their numbers among those that are on
 */
public record Target(
        Canvas canvas,
        Optional<Framing> framing,
        Eyes eyes,
        int bits,
        Kernel kernel,
        Colours colours,
        Marks marks,
        Meeting meeting) {
    /** What a picture's values mean. */
    public enum Colours {
        /** They are the footage's, corrected. */
        FOOTAGE,
        /** They have gone through the take's transform or, where it has none and screens do not show the footage's curve, its viewing transform. */
        VIEWING,
        /** Rec.2100 in hybrid log-gamma. */
        HLG,
        /** Rec.2100 in the perceptual quantiser. */
        PQ;

        /** What code values mean that have gone through what these name; the footage's go through nothing. */
        public ColourTags tags() {
            return switch (this) {
                case HLG -> ColourTags.HLG_LIMITED;
                case PQ -> ColourTags.HLG_LIMITED.withTransfer(ColourTags.Curve.PQ);
                case FOOTAGE, VIEWING -> ColourTags.BT709_LIMITED;
            };
        }
    }

    /** What is drawn over a picture. */
    public enum Marks {
        NONE,
        /** What the source has clipped, and what the correction clips. */
        CLIPPING
    }

    public Target {
        if (bits != 8 && bits != 10) {
            throw new IllegalArgumentException("'bits' must be 8 or 10: " + bits);
        }
    }

    /** A picture for both eyes alike. */
    public Target(Canvas canvas, int bits, Kernel kernel, Colours colours, Marks marks, Meeting meeting) {
        this(canvas, Optional.empty(), Eyes.ONE, bits, kernel, colours, marks, meeting);
    }

    /** A picture of 8 bits with nothing drawn over it, whose lenses meet as they do in renders. */
    public static Target plain(Canvas canvas, Kernel kernel, Colours colours) {
        return new Target(canvas, 8, kernel, colours, Marks.NONE, Meeting.BLENDED);
    }

    /** The same of what a framing shows, in a picture of a stated size. */
    public Target framed(Framing shown, int width, int height) {
        return new Target(
                shown.firstCanvas(width, height), Optional.of(shown), eyes, bits, kernel, colours, marks, meeting);
    }

    /** Its canvas over time. */
    CanvasPath path() {
        return framing.<CanvasPath>map(shown -> new FramedCanvas(shown, canvas.width(), canvas.height()))
                .orElseGet(() -> CanvasPath.still(canvas));
    }

    /** How its canvas is turned to what it shows, over time. */
    RotationPath looks() {
        return framing.<RotationPath>map(shown -> shown::rotation).orElse(RotationPath.STILL);
    }

    /** A plain picture of what a framing shows. */
    public static Target plain(Framing shown, int width, int height, Kernel kernel, Colours colours) {
        return plain(shown.firstCanvas(width, height), kernel, colours).framed(shown, width, height);
    }

    /** The same with samples of 8 or 10 bits. */
    public Target withBits(int deep) {
        return new Target(canvas, framing, eyes, deep, kernel, colours, marks, meeting);
    }

    public Target withMarks(Marks drawn) {
        return new Target(canvas, framing, eyes, bits, kernel, colours, drawn, meeting);
    }

    public Target withMeeting(Meeting other) {
        return new Target(canvas, framing, eyes, bits, kernel, colours, marks, other);
    }

    public Target withEyes(Eyes shown) {
        return new Target(canvas, framing, shown, bits, kernel, colours, marks, meeting);
    }
}
