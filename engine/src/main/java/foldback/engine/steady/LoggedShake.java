package foldback.engine.steady;

import foldback.core.motion.RotationTrack;
import foldback.core.motion.log.LogAligner;
import foldback.core.motion.log.LogClock;
import foldback.core.motion.log.LogFit;
import foldback.core.motion.log.LogFusion;
import foldback.core.recipe.LogMeasure;
import foldback.core.recipe.MotionLogRef;
import foldback.core.run.Run;
import foldback.core.steady.RigShake;
import foldback.media.MediaException;
import foldback.media.log.LogFile;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;

/** How a rig turned by its pictures and a motion log together. */
record LoggedShake(RigShake shake, LogMeasure measure) {
    /** Of the picture's turning: a log that has less of it is of another ride. */
    private static final double LEAST_EXPLAINED = 0.3;
    /** What a single lens's track may drift in the root of each second. */
    private static final double LENS_DRIFT = Math.toRadians(0.15);

    /**
     * Fuses them.
     *
     * @param picture how the rig turned by the pictures
     * @param driftRad by how much that may have drifted; empty where it is not known
     * @throws MediaException where the log is not of this take
     */
    static LoggedShake of(RigShake picture, Optional<Double> driftRad, LogFile log, MotionLogRef ref, Run run) {
        RotationTrack track = picture.worldFromRig();
        LogFit fit = ref.nearSeconds()
                .flatMap(near -> LogAligner.refine(track, log.log(), new LogClock(near, 0)))
                .or(() -> ref.nearSeconds().isPresent() ? Optional.empty() : LogAligner.align(track, log.log(), run))
                .filter(found -> found.explained() >= LEAST_EXPLAINED)
                .orElseThrow(() -> foreign(ref));
        double drift = driftRad.orElse(LENS_DRIFT * Math.sqrt(track.to() - track.from()));
        LogFusion.Fused fused = LogFusion.fuse(track, drift, log.log(), fit);
        LogMeasure measure = new LogMeasure(
                fit.clock(),
                fit.clockSigma(),
                fit.explained(),
                fit.scale(),
                fit.isMirrored(),
                fit.faultShare(),
                fit.moments(),
                fused.up(),
                fused.upSigma(),
                fit.rival().map(LogFit.Rival::offsetSeconds));
        return new LoggedShake(new RigShake(fused.worldFromRig(), fused.fine(), picture.apartRad()), measure);
    }

    private static MediaException foreign(MotionLogRef ref) {
        String where = ref.nearSeconds()
                .map(near -> String.format(Locale.ROOT, " near %.2f s", near))
                .orElse("");
        return new MediaException(
                Path.of(ref.file()),
                ref.file() + " does not turn as this take does" + where
                        + ": it is the log of another recording, or the rig hardly"
                        + " turned. Choose another log, say where its clock begins, or measure by the pictures alone.");
    }
}
