package foldback.core.depth;

import foldback.core.match.view.Picture;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.seam.SeamMatcher;
import foldback.core.seam.SeamStrip;
import java.util.List;

/** Measures how far apart two eyes see what they see. Owns its buffers: one a thread. */
public final class EyeMatcher {
    private final SeamStrip strip;
    private final SeamMatcher matcher;
    private final DepthSettings settings;

    /**
     * @param left the left eye's lens, its pupil about the eye's own place, stated for the pictures that will be looked at
     * @param right the right eye's
     * @param baselineMetres from eye to eye
     * @param meetingMetres for what pupils differ from their eyes' places
     * @throws IllegalArgumentException where the two see nothing alike
     */
    public EyeMatcher(
            RigLens left, RigLens right, double baselineMetres, double meetingMetres, DepthSettings settings) {
        this.settings = settings;
        Rig rig = new Rig("eyes", List.of(left, right));
        strip = SeamStrip.ofEyes(rig, meetingMetres, settings.strip());
        SeamMatcher.Range range = new SeamMatcher.Range(
                -baselineMetres / settings.strip().nearestMetres()
                        - settings.strip().slackRad(),
                settings.beyondRad());
        matcher = new SeamMatcher(rig, strip, meetingMetres, range, settings.strip());
    }

    /** Measures, of a moment. */
    public DepthField measure(Picture left, Picture right) {
        return new DepthField(strip, matcher.measureDistinct(right, left), settings.leastSure());
    }

    /** The level of the lenses' pictures that is looked at. */
    public int level() {
        return matcher.level();
    }
}
