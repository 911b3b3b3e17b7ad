package foldback.core.stitch.paint;

import foldback.core.picture.Frame;
import foldback.core.tone.LensLight;
import foldback.core.tone.Vignetting;
import foldback.core.warp.PlaceTape;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;

/**
 * The sample places of a plan's rows of cells, and what is given back there of lenses' light, kept from frame to frame as long as they fit a number of bytes. A row is
 * made and read by one thread at a time; frames follow each other, so that no lock is needed.
 */
public final class KeptPlaces {
    private final PlaceTape[] rows;
    private final AtomicLong room;
    private List<Integer> strides = List.of();
    private List<Vignetting> vignettings = List.of();

    /** @param bytes the most that may be kept */
    public KeptPlaces(int rowCount, long bytes) {
        rows = new PlaceTape[rowCount];
        room = new AtomicLong(bytes);
    }

    /** Whether what is kept fits: places are made for the strides of frames' planes, and levels for what lenses lose. */
    public boolean fits(List<Frame> frames, List<LensLight> lights) {
        List<Integer> found = frames.stream()
                .flatMap(frame -> List.of(frame.y().stride(), frame.u().stride()).stream())
                .toList();
        List<Vignetting> lost = lights.stream().map(LensLight::vignetting).toList();
        if (strides.isEmpty()) {
            strides = found;
            vignettings = lost;
        }
        return strides.equals(found) && vignettings.equals(lost);
    }

    /** The places of a row from its first strip on, or null where they were not kept. */
    PlaceTape row(int row) {
        PlaceTape tape = rows[row];
        if (tape != null) {
            tape.rewind();
        }
        return tape;
    }

    void keep(int row, PlaceTape tape) {
        tape.trim();
        if (room.addAndGet(-tape.bytes()) >= 0) {
            rows[row] = tape;
        } else {
            // Full: later rows and frames must not be recorded in vain.
            room.set(0);
        }
    }

    /** Whether there is any room for more. */
    boolean hasRoom() {
        return room.get() > 0;
    }
}
