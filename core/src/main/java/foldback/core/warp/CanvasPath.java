package foldback.core.warp;

import java.util.List;

/** A canvas of one size whose projection may change over time, as where a framing zooms. */
public interface CanvasPath {

    Canvas at(double seconds);

    /** Canvases that between them are as fine and as coarse as any it ever is. */
    List<Canvas> extremes();

    /** One that stays as it is. */
    static CanvasPath still(Canvas canvas) {
        return new Still(canvas);
    }

    /** See {@link #still}. */
    record Still(Canvas canvas) implements CanvasPath {
        @Override
        public Canvas at(double seconds) {
            return canvas;
        }

        @Override
        public List<Canvas> extremes() {
            return List.of(canvas);
        }
    }
}
