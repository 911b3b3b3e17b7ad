package foldback.web.deliverable;

import foldback.engine.document.spec.RenderSpec;
import foldback.media.ffmpeg.VideoCodec;
import java.util.ArrayList;
import java.util.List;

/** Where a file of a spec will not play, in sentences' parts; said before it is made. */
final class PlayingNotes {
    /** The widest picture of the H.264 levels that decoders in devices keep to (ITU-T H.264, level 5.2). */
    private static final int WIDEST_H264 = 4096;
    /** The same of H.265 and AV1 (ITU-T H.265, level 6.2). */
    private static final int WIDEST = 8192;

    private PlayingNotes() {}

    static List<String> of(RenderSpec spec) {
        List<String> notes = new ArrayList<>();
        VideoCodec codec = spec.codec();
        if (codec.isImages()) {
            notes.add(codec.words() + " are for programs that work on them: no player or site opens a folder of them");
        } else if (!codec.isRated()) {
            notes.add(
                    "usual players and sites will not open " + codec.words() + ": it is for programs that work on it");
        }
        if (codec == VideoCodec.H264 && spec.bits() > 8) {
            notes.add("usual players will not open H.264 of 10 bits: take H.265 for 10 bits, or 8 bits");
        }
        if (spec.colours() == RenderSpec.Colours.PQ) {
            notes.add("screens without HDR show PQ dark and pale: HLG looks right on both kinds");
        }
        int widest = codec == VideoCodec.H264 ? WIDEST_H264 : WIDEST;
        if (codec.isRated() && Math.max(spec.width(), spec.height()) > widest) {
            notes.add("many players do not open " + codec.words() + " wider or higher than " + widest + ": "
                    + (codec == VideoCodec.H264 ? "take H.265 or a smaller size" : "take a smaller size"));
        }
        return notes;
    }
}
