package foldback.engine.render;

import foldback.media.ffmpeg.ImageSequence;
import foldback.media.ffmpeg.VideoCodec;
import java.io.IOException;
import java.util.List;
import java.util.Optional;

/** What was found in a finished folder of images. */
final class VerifiedImages {
    private VerifiedImages() {}

    /**
     * Counts images, reads the first and the last one back, and holds them against what was asked.
     *
     * @param apart see {@link Verified#apart}
     * @throws foldback.media.MediaException where they are not what the job says
     */
    static Verified check(ImageSequence images, RenderJob job, List<Verified.Damaged> damaged, Optional<Double> apart)
            throws IOException, InterruptedException {
        VideoCodec codec = job.spec().codec();
        Verified.require(images.folder(), "images", images.count(), job.frames());
        int bits = codec.holdsLight() || job.spec().bits() > 8 ? 16 : 8;
        for (long frame : new long[] {0, job.frames() - 1}) {
            ImageSequence.Probed found = images.probe(frame);
            Verified.requireCodec(images.folder(), found.codec(), codec);
            Verified.require(images.folder(), "width", found.width(), job.spec().width());
            Verified.require(
                    images.folder(), "height", found.height(), job.spec().height());
            Verified.require(images.folder(), "bits", found.bits(), bits);
        }
        return new Verified(
                job.frames(),
                job.rate().secondsOf(job.frames()),
                job.spec().width(),
                job.spec().height(),
                bits,
                "full",
                Verified.NO_PROJECTION,
                Optional.of(Verified.ONE_EYE),
                "none",
                Optional.empty(),
                images.bytes(),
                images.sha256(),
                apart,
                damaged);
    }
}
