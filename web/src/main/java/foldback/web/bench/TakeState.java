package foldback.web.bench;

import java.time.Instant;
import java.util.List;
import tools.jackson.databind.JsonNode;

/**
 * All that the bench shows of a take, after every change.
 *
 * @param revision number of the head
 * @param label what the head's change was
 * @param touched when it was made
 * @param undo what undo would take back, or null
 * @param redo what redo would bring again, or null
 * @param recipe the head's recipe document
 * @param from take time from which all lenses have frames
 * @param to take time until which all lenses have frames
 * @param starts what all files state of their beginning: timecode, clock
 * @param footageRate the footage's own frame rate where the take has another one, else null
 */
record TakeState(
        long take,
        int revision,
        String label,
        Instant touched,
        String undo,
        String redo,
        JsonNode recipe,
        List<LedgerRow> ledger,
        List<ClipRow> clips,
        double from,
        double to,
        double rate,
        int canvasWidth,
        List<String> starts,
        String footageRate) {

    /**
     * A clip as the Gather sheet lists it.
     *
     * @param from take time of its beginning
     * @param to take time of its end
     * @param damaged where something of it is lost: from and to of each place, take time
     */
    record ClipRow(
            String slot,
            String file,
            int width,
            int height,
            String frameRate,
            double from,
            double to,
            int frames,
            double seconds,
            String codec,
            int bits,
            String range,
            String curve,
            String sound,
            List<String> assumed,
            List<String> faults,
            List<double[]> damaged) {}
}
