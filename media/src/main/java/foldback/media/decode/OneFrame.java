package foldback.media.decode;

import foldback.core.picture.Frame;
import foldback.media.MediaException;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.ffmpeg.MediaProbe;

/** Single frames of a file. */
public final class OneFrame {
    private OneFrame() {}

    /**
     * Decodes one frame.
     *
     * @param number by index
     * @param width of the frame to deliver; the video's own, or smaller for previews
     * @throws MediaException where the file has no such frame or cannot be decoded
     */
    public static Frame read(FrameIndex index, MediaInfo.Video video, int number, int width, int height) {
        return read(index, video, number, width, height, Denoising.NONE);
    }

    /** The same with noise taken out. */
    public static Frame read(
            FrameIndex index, MediaInfo.Video video, int number, int width, int height, Denoising noise) {
        Frame frame = Frame.allocate(video.format(), video.tags(), width, height);
        try (FrameReader reader = new FrameReader(index, video, number, width, height, noise, 0)) {
            if (!reader.next(frame)) {
                throw new MediaException(
                        index.file(),
                        MediaProbe.name(index.file()) + " has no frame " + number + ". Copy it again from the card.");
            }
        }
        return frame;
    }
}
