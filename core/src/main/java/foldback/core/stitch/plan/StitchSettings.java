package foldback.core.stitch.plan;

import foldback.core.lens.LensFrame;
import foldback.core.matte.Mattes;
import foldback.core.rig.Rig;
import foldback.core.space.Rotation;
import foldback.core.stitch.weight.Meeting;
import foldback.core.stitch.weight.WeightMap;
import foldback.core.warp.Canvas;
import foldback.core.warp.LensView;
import foldback.core.warp.RayShift;
import java.util.List;

/**
 * The geometry of one stitched picture.
 *
 * @param canvas its size
 * @param rig lenses stated for the pictures that will be read
 * @param rigFromCanvas the rotation from canvas to rig
 * @param meetingMetres where the lenses' pictures agree; infinite for far
 * @param weights what each lens counts where several show the same
 * @param meeting how the lenses of an overlap meet
 * @param mattes where lenses are painted in or out; none for lenses that are compared
 * @param shifts by lens, how what it is asked for is moved; empty where nothing is
 * @param levels pictures of each lens: its own, and as many halved once more each, for where the canvas shrinks it
 */
public record StitchSettings(
        Canvas canvas,
        Rig rig,
        Rotation rigFromCanvas,
        double meetingMetres,
        WeightMap weights,
        Meeting meeting,
        Mattes mattes,
        List<RayShift> shifts,
        int levels) {
    /** Of all lenses together: sets of them are held as bits. */
    public static final int MOST_PICTURES = Long.SIZE;

    public StitchSettings {
        shifts = List.copyOf(shifts);
        if (levels < 1 || levels > 1 && levels * rig.lenses().size() > MOST_PICTURES) {
            throw new IllegalArgumentException(
                    "a lens has a picture at least, and all have " + MOST_PICTURES + " at the most: " + levels);
        }
        if (!mattes.isNone() && mattes.lenses().size() != rig.lenses().size()) {
            throw new IllegalArgumentException("as many mattes as lenses are needed: "
                    + mattes.lenses().size() + " for " + rig.lenses().size());
        }
        if (!shifts.isEmpty() && shifts.size() != rig.lenses().size()) {
            throw new IllegalArgumentException("as many shifts as lenses are needed: " + shifts.size() + " for "
                    + rig.lenses().size());
        }
    }

    /**
     * For a picture that is blended.
     *
     * @param feather full ramp across a seam, radians; 0 is a hard cut
     */
    public StitchSettings(Canvas canvas, Rig rig, Rotation rigFromCanvas, double meetingMetres, double feather) {
        this(
                canvas,
                rig,
                rigFromCanvas,
                meetingMetres,
                new WeightMap.Feather(feather),
                Meeting.BLENDED,
                Mattes.NONE,
                List.of(),
                1);
    }

    /** The same for a picture whose lenses meet otherwise. */
    public StitchSettings with(Meeting other) {
        return new StitchSettings(canvas, rig, rigFromCanvas, meetingMetres, weights, other, mattes, shifts, levels);
    }

    /** The same for a canvas that is turned otherwise. */
    public StitchSettings with(Rotation rigFromOther) {
        return on(canvas, rigFromOther);
    }

    /** The same with lenses that count otherwise. */
    public StitchSettings with(WeightMap other) {
        return new StitchSettings(canvas, rig, rigFromCanvas, meetingMetres, other, meeting, mattes, shifts, levels);
    }

    /** The same with lenses that are painted in or out elsewhere. */
    public StitchSettings with(Mattes others) {
        return new StitchSettings(canvas, rig, rigFromCanvas, meetingMetres, weights, meeting, others, shifts, levels);
    }

    /** The same with lenses that look elsewhere. */
    public StitchSettings withShifts(List<RayShift> others) {
        return new StitchSettings(canvas, rig, rigFromCanvas, meetingMetres, weights, meeting, mattes, others, levels);
    }

    /** The same with so many pictures of each lens. */
    public StitchSettings withLevels(int pictures) {
        return new StitchSettings(
                canvas, rig, rigFromCanvas, meetingMetres, weights, meeting, mattes, shifts, pictures);
    }

    /** The picture of a lens that is halved so many times, by its number among all pictures. */
    public int picture(int lens, int times) {
        return lens * levels + times;
    }

    /** What one of the pictures shows. */
    public LensFrame frame(int picture) {
        LensFrame whole = rig.lenses().get(picture / levels).lens().frame();
        int times = picture % levels;
        return times == 0 ? whole : whole.scaledTo(whole.width() >> times, whole.height() >> times);
    }

    /** All pictures' number. */
    public int pictures() {
        return rig.lenses().size() * levels;
    }

    /** The same on another canvas. */
    public StitchSettings on(Canvas other, Rotation rigFromOther) {
        return new StitchSettings(other, rig, rigFromOther, meetingMetres, weights, meeting, mattes, shifts, levels);
    }

    /**
     * How a lens sees the canvas.
     *
     * @param rotations from canvas to rig while its picture is read, see {@link LensView}
     */
    LensView view(int lens, List<Rotation> rotations) {
        RayShift shift = shifts.isEmpty() ? RayShift.NONE : shifts.get(lens);
        return new LensView(rig.lenses().get(lens), rotations, meetingMetres, shift);
    }
}
