package foldback.media.proxy;

import foldback.core.picture.ColourTags;
import foldback.core.run.Run;
import foldback.media.decode.ClipCheck;
import foldback.media.decode.ClipHealth;
import foldback.media.ffmpeg.FrameIndex;
import foldback.media.ffmpeg.MediaInfo;
import foldback.media.process.Children;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * Makes a small copy of a clip that is quick to read from anywhere: short groups, no B-frames, all frames, no sound. It is a
 * bare H.264 stream whose pictures each begin with a delimiter and whose groups carry their headers, so that any group can be
 * given to a decoder that is already running ({@link GroupDecoder}).
 */
public final class ProxyEncoder {
    /** Half a second at the usual rates; a moment costs at most this many decoded frames. */
    public static final int GROUP = 12;

    private static final String QUALITY = "20";

    private ProxyEncoder() {}

    /**
     * Encodes a proxy; frames keep their order, layout, range and matrix.
     *
     * @param width of the proxy, even
     * @param height of the proxy, even
     * @param run progress over the frames; cancelling ends the encoder and throws
     * @return what was found out about the clip, which is decoded whole for it
     * @throws foldback.media.NoRoomException where there is no room for the proxy
     * @throws foldback.media.MediaException where the clip cannot be decoded to its end or the proxy not be written
     */
    public static ClipHealth encode(FrameIndex index, MediaInfo info, int width, int height, Path out, Run run) {
        MediaInfo.Video video = info.video().orElseThrow();
        boolean full = video.tags().range() == ColourTags.Range.FULL;
        List<String> coding = new ArrayList<>(
                List.of("-an", "-sn", "-dn", "-pix_fmt", video.decodeFormat(), "-color_range", full ? "pc" : "tv"));
        coding.addAll(List.of("-c:v", "libx264", "-preset", "superfast", "-tune", "fastdecode", "-crf", QUALITY));
        coding.addAll(List.of("-g", Integer.toString(GROUP), "-bf", "0", "-x264-params", "aud=1:repeat-headers=1"));
        coding.addAll(List.of("-f", "h264", Children.fileArgument(out)));
        return ClipCheck.beside(
                index,
                info,
                new ClipCheck.Output(
                        List.of("scale=" + width + ":" + height + ":flags=area:in_range=auto:out_range=auto"),
                        coding,
                        out),
                run);
    }
}
