package foldback.engine.rig;

import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.core.rig.Rig;
import foldback.core.rig.RigLens;
import foldback.core.run.Run;
import foldback.core.solve.Moment;
import foldback.core.solve.RigFinder;
import foldback.core.solve.adjust.SolveSettings;
import foldback.engine.take.TakeClip;
import foldback.media.MediaException;
import foldback.media.ffmpeg.FrameReader;
import foldback.media.ffmpeg.MediaInfo;
import java.util.ArrayList;
import java.util.List;

/** Solves a take's rig from its clips at some moments. */
public final class TakeRig {
    private static final double READING_SHARE = 0.2;

    private TakeRig() {}

    /**
     * Solves a rig.
     *
     * @param card of the same kind of rig
     * @param clips one for each of the card's lenses, in their order
     * @param moments take times, at least one
     * @throws MediaException where a clip cannot be read, shows nothing at a moment, or is not of the card's aspect
     */
    public static RigFinder.Found solve(Rig card, List<TakeClip> clips, List<Double> moments, Run run) {
        Rig fitting = fitted(card, clips);
        Run reading = run.part(0, READING_SHARE);
        List<Moment> seen = new ArrayList<>();
        for (int m = 0; m < moments.size(); m++) {
            List<Plane> lumas = new ArrayList<>();
            for (int i = 0; i < clips.size(); i++) {
                reading.step((m + (double) i / clips.size()) / moments.size());
                lumas.add(luma(clips.get(i), moments.get(m)));
            }
            seen.add(new Moment(lumas, clips.get(0).whole().format().bits()));
        }
        return RigFinder.fromCard(fitting, seen, SolveSettings.defaults(), run.part(READING_SHARE, 1));
    }

    /** The card for pictures of the clips' sizes. */
    private static Rig fitted(Rig card, List<TakeClip> clips) {
        List<RigLens> lenses = new ArrayList<>();
        for (int i = 0; i < clips.size(); i++) {
            MediaInfo.Video video = clips.get(i).video();
            RigLens lens = card.lenses().get(i);
            try {
                lenses.add(lens.scaledTo(video.width(), video.height()));
            } catch (IllegalArgumentException otherAspect) {
                throw new MediaException(
                        clips.get(i).file(),
                        clips.get(i).file().getFileName() + " does not fit lens " + lens.slot() + " of the rig card: "
                                + otherAspect.getMessage() + ". Choose the card of this kind of rig.");
            }
        }
        return new Rig(card.name(), lenses);
    }

    private static Plane luma(TakeClip clip, double moment) {
        MediaInfo.Video video = clip.whole();
        if (moment < clip.span().from() || moment >= clip.span().to()) {
            throw new MediaException(
                    clip.file(),
                    clip.file().getFileName() + " shows nothing at " + moment
                            + " s. Choose a moment that all clips show.");
        }
        Frame frame = Frame.allocate(video.format(), video.tags(), video.width(), video.height());
        try (FrameReader reader =
                new FrameReader(clip.index(), video, clip.frameAt(moment), video.width(), video.height(), 0)) {
            if (!reader.next(frame)) {
                throw new MediaException(
                        clip.file(),
                        clip.file().getFileName() + " ends before " + moment + " s. Choose an earlier moment.");
            }
        }
        return clip.part(frame).y();
    }
}
