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
 * @param strips width of strips along the seam in which the two lenses of an overlap are shown in turn, radians; 0 for none
 */
public record StitchSettings(
        Canvas canvas, Rig rig, Rotation rigFromCanvas, double meetingMetres, double feather, double strips) {

    public StitchSettings {
        if (!(feather >= 0) || feather > Math.PI) {
            throw new IllegalArgumentException("'feather' must be 0 to pi: " + feather);
        }
        if (!(strips >= 0) || strips > Math.PI) {
            throw new IllegalArgumentException("'strips' must be 0 to pi: " + strips);
        }
    }

    /** For a picture that is blended. */
    public StitchSettings(Canvas canvas, Rig rig, Rotation rigFromCanvas, double meetingMetres, double feather) {
        this(canvas, rig, rigFromCanvas, meetingMetres, feather, 0);
    }

    /** The same for a picture that shows the two lenses of each overlap in turn, to be compared. */
    public StitchSettings inStrips(double width) {
        return new StitchSettings(canvas, rig, rigFromCanvas, meetingMetres, feather, width);
    }
}
