package foldback.web.gather;

import foldback.media.ffmpeg.MediaInfo;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * What the Gather page shows of a project.
 *
 * @param canvasWidth of the project, or null while the first footage decides
 * @param reading how many clips are still looked into
 * @param rest clips that cannot be used, with the reason
 */
record GatherView(
        long project,
        String name,
        Integer canvasWidth,
        String rate,
        int reading,
        List<Group> groups,
        List<Row> rest,
        List<Made> takes) {

    /** A take that was made. */
    record Made(long id, String name, List<Row> clips) {}

    /**
     * Clips that are proposed as one take.
     *
     * @param name proposed for the take
     * @param lenses how many lens pictures they hold
     * @param starts geometries for as many lenses of the same aspect
     * @param rate the clips' own where the project has another one, else null
     */
    record Group(int number, String reason, String name, int lenses, List<Row> clips, List<Start> starts, Rate rate) {}

    /** A rate, and what comes of footage of that rate in this project. */
    record Rate(String rate, String says) {}

    /**
     * A geometry to start from.
     *
     * @param card the card's name; empty for the ready one
     * @param canvasWidth that the lenses resolve with it
     */
    record Start(String card, String label, int canvasWidth) {}

    /**
     * A clip.
     *
     * @param slots the letters its lenses would get
     * @param cells what it is, by column
     * @param differs the columns in which it differs from most of the proposed take
     * @param checked whether it was decoded whole
     * @param faults what was found wrong with it
     */
    record Row(
            long id,
            String file,
            String state,
            String message,
            long bytes,
            String slots,
            Map<String, String> cells,
            List<String> differs,
            boolean checked,
            List<String> faults) {}

    /** What a clip is, by column, as people read it. */
    static Map<String, String> cells(KnownClip known) {
        MediaInfo info = known.info();
        MediaInfo.Video video = info.video().orElseThrow();
        String sound = info.audio().isEmpty()
                ? "none"
                : info.audio().get(0).codec() + ", "
                        + String.format(
                                Locale.ROOT, "%.1f kHz", info.audio().get(0).sampleRate() / 1000.0);
        return Map.of(
                "size", video.width() + " x " + video.height(),
                "rate", rate(video.framesPerSecond()),
                "length", String.format(Locale.ROOT, "%.2f s", info.durationSeconds()),
                "codec", video.codec() + ", " + video.format().bits() + " bit",
                "colour", colour(video),
                "sound", sound,
                "started", info.origin().startedAt().map(Object::toString).orElse(""),
                "device", info.origin().device(),
                "log", info.origin().dataTracks() > 0 ? "data track" : "");
    }

    private static String colour(MediaInfo.Video video) {
        return (video.tags().matrix() + " " + video.tags().range()).toLowerCase(Locale.ROOT)
                + (video.assumed().isEmpty() ? "" : ", assumed");
    }

    private static String rate(double rate) {
        return String.format(Locale.ROOT, "%.3f", rate).replaceAll("\\.?0+$", "") + " /s";
    }
}
