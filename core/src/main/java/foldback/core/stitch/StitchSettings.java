package foldback.core.stitch;

import foldback.core.rig.Rig;
import foldback.core.space.Rotation;
import foldback.core.warp.Canvas;

/**
 * The geometry of one stitched picture.
 *
 * @param canvas its size
 * @param rig lenses stated for the pictures that will be read
 * @param rigFromCanvas the rotation from canvas to rig
 * @param meetingMetres where the lenses' pictures agree; infinite for far
 * @param feather full ramp across a seam, radians; 0 is a hard cut
 * @param meeting how the lenses of an overlap meet
 */
public record StitchSettings(
        Canvas canvas, Rig rig, Rotation rigFromCanvas, double meetingMetres, double feather, Meeting meeting) {

    public StitchSettings {
        if (!(feather >= 0) || feather > Math.PI) {
            throw new IllegalArgumentException("'feather' must be 0 to pi: " + feather);
        }
    }

    /** For a picture that is blended. */
    public StitchSettings(Canvas canvas, Rig rig, Rotation rigFromCanvas, double meetingMetres, double feather) {
        this(canvas, rig, rigFromCanvas, meetingMetres, feather, Meeting.BLENDED);
    }

    /** The same for a picture whose lenses meet otherwise. */
    public StitchSettings with(Meeting other) {
        return new StitchSettings(canvas, rig, rigFromCanvas, meetingMetres, feather, other);
    }
}
