package foldback.core.framing;

import foldback.core.keys.Key;
import foldback.core.warp.Canvas;
import foldback.core.warp.CanvasPath;
import java.util.DoubleSummaryStatistics;
import java.util.List;
import java.util.stream.DoubleStream;

/** What a framing of a stated size shows over time. */
public record FramedCanvas(Framing framing, int width, int height) implements CanvasPath {

    @Override
    public Canvas at(double seconds) {
        return framing.canvas(seconds, width, height);
    }

    /** Values between keys go no further than the keys. */
    @Override
    public List<Canvas> extremes() {
        DoubleSummaryStatistics fields = framing.field().keys().stream()
                .map(Key::value)
                .mapToDouble(field -> field.value())
                .summaryStatistics();
        return DoubleStream.of(fields.getMin(), Math.sqrt(fields.getMin() * fields.getMax()), fields.getMax())
                .distinct()
                .mapToObj(field -> new Canvas(width, height, framing.shape().projection(field)))
                .toList();
    }
}
