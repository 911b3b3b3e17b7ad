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
 */
public record StitchSettings(Canvas canvas, Rig rig, Rotation rigFromCanvas, double meetingMetres, double feather) {

    public StitchSettings {
        if (!(feather >= 0) || feather > Math.PI) {
            throw new IllegalArgumentException("'feather' must be 0 to pi: " + feather);
        }
    }
}
