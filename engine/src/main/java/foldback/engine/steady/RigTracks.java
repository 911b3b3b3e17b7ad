package foldback.engine.steady;

import foldback.core.motion.ReadOutMeter;
import foldback.core.motion.RigMoment;
import foldback.core.motion.RigTracker;
import foldback.core.motion.RotationTrack;
import foldback.core.motion.Travel;
import foldback.core.motion.TravelMeter;
import foldback.core.recipe.ClipRef;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Ahead;
import foldback.core.run.Run;
import foldback.core.steady.RigShake;
import foldback.engine.proxy.Proxies;
import foldback.engine.proxy.SmallPictures;
import foldback.engine.sync.PictureTracks;
import foldback.engine.take.MeasuredFiles;
import foldback.engine.take.TakeClip;
import foldback.media.MediaException;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * How rigs of several lenses turned over their takes, by small pictures of all lenses together. Kept as files in a folder, named by the clips, where
 * they are in the take, and the rig; any may be deleted at any time and is measured again.
 */
final class RigTracks {
    /** Raised whenever the same clips would give another track. */
    private static final int ALGORITHM = 3;

    private static final int AHEAD = 4;
    /** What share of the time it takes to follow each lens by itself. */
    private static final double ALONE = 0.2;

    private static final MeasuredFiles.Form<RigTrack> FORM = new MeasuredFiles.Form<>() {
        @Override
        public void write(RigTrack track, DataOutputStream out) throws IOException {
            out.writeInt(track.untold);
            out.writeDouble(track.driftRad);
            out.writeDouble(track.readOutSeconds.orElse(Double.NaN));
            out.writeDouble(track.shake.apartRad());
            TrackForm.write(track.shake.worldFromRig(), out);
        }

        @Override
        public RigTrack read(DataInputStream in) throws IOException {
            int untold = in.readInt();
            double drift = in.readDouble();
            double readOut = in.readDouble();
            double apart = in.readDouble();
            return new RigTrack(
                    new RigShake(TrackForm.read(in), apart),
                    untold,
                    drift,
                    Double.isNaN(readOut) ? Optional.empty() : Optional.of(readOut));
        }
    };

    private final MeasuredFiles<RigTrack> files;
    private final PictureTracks alone;
    private final Optional<Proxies> proxies;

    /** @param proxies empty where clips are read as they are */
    RigTracks(Path folder, Optional<Proxies> proxies) {
        files = new MeasuredFiles<>(folder, ".rig", FORM);
        alone = new PictureTracks(folder, proxies);
        this.proxies = proxies;
    }

    /**
     * How a rig turned.
     *
     * @param shake over take time; as the rig was at the first moment it is the world
     * @param untold moments at which that could not be told
     * @param driftRad by how much it may have drifted, standard error, radians
     * @param readOutSeconds from a picture's first line to its last, where it shows
     */
    record RigTrack(RigShake shake, int untold, double driftRad, Optional<Double> readOutSeconds) {}

    /** A moment, and how the rig came there. */
    private record Step(RigMoment moment, Travel travel) {}

    /**
     * Measures a rig, or reads what was measured.
     *
     * @param run progress; cancelling throws
     * @throws MediaException where a clip cannot be decoded or the track not be kept
     */
    RigTrack of(List<TakeClip> clips, Rig rig, Run run) {
        List<RigLens> small = rig.lenses().stream()
                .map(lens -> lens.withLens(SmallPictures.lens(lens.lens())))
                .toList();
        String from = clips.stream().map(clip -> place(clip.ref())).collect(Collectors.joining(" ")) + " " + small + " "
                + ALGORITHM;
        return files.of(clips.get(0), from, measuring -> measure(clips, rig, small, measuring), run);
    }

    private static String place(ClipRef clip) {
        return clip.sha256() + " " + clip.area() + " " + clip.offsetSeconds() + " " + clip.driftPpm();
    }

    /** Each lens alone tells turns well enough to begin with: what travel makes of near things, and drift, only all together tell. */
    private RigTrack measure(List<TakeClip> clips, Rig rig, List<RigLens> small, Run run) {
        List<RotationTrack> tracks = alone(clips, rig, run.part(0, ALONE));
        RotationTrack believed = RigShake.chained(tracks, rig.lenses());
        RigTracker tracker = new RigTracker(small, believed);
        Run together = run.part(ALONE, 1);
        ReadOutMeter readOut = new ReadOutMeter();
        double[] times = believed.times();
        // What happens from moment to moment needs nothing of what keys say: it is measured beside that.
        try (Ahead<Step> steps =
                new Ahead<>("travel", AHEAD, (sink, cancelled) -> travel(clips, small, believed, sink, cancelled))) {
            int taken = 0;
            for (Optional<Step> step = steps.next(); step.isPresent(); step = steps.next()) {
                tracker.next(step.get().moment, step.get().travel);
                if (taken > 0) {
                    readOut.add(times[taken - 1], times[taken], step.get().travel);
                }
                taken++;
                together.step((double) taken / times.length);
            }
        }
        RotationTrack track = tracker.worldFromRig();
        RigShake shake = RigShake.of(track, tracks, rig.lenses());
        return new RigTrack(shake, tracker.untold(), tracker.driftSigma(), readOut.seconds(track));
    }

    private List<RotationTrack> alone(List<TakeClip> clips, Rig rig, Run run) {
        double[] shares = new double[clips.size()];
        return IntStream.range(0, clips.size())
                .parallel()
                .mapToObj(i -> TakeShake.inTake(
                        alone.of(
                                        clips.get(i),
                                        Optional.of(rig.lenses().get(i).lens()),
                                        new Run(share -> step(run, shares, i, share), run.cancelled()))
                                .chained(),
                        clips.get(i)))
                .toList();
    }

    /** Lenses are measured beside each other: all together are as far as they are in the mean. */
    private static void step(Run run, double[] shares, int lens, double share) {
        synchronized (shares) {
            shares[lens] = share;
            run.step(Arrays.stream(shares).average().orElseThrow());
        }
    }

    private void travel(
            List<TakeClip> clips, List<RigLens> small, RotationTrack believed, Consumer<Step> sink, Run cancelled) {
        TravelMeter meter = new TravelMeter(small, believed);
        try (StepReader reader = new StepReader(clips, small, proxies)) {
            for (double seconds : believed.times()) {
                cancelled.check();
                RigMoment moment = reader.at(seconds);
                sink.accept(new Step(moment, meter.next(moment)));
            }
        }
    }
}
