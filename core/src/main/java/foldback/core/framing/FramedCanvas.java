package foldback.core.framing;

import foldback.core.keys.Amount;
import foldback.core.keys.Key;
import foldback.core.warp.Canvas;
import foldback.core.warp.CanvasPath;
import java.util.DoubleSummaryStatistics;
import java.util.List;
import java.util.stream.Stream;

/** What a framing of a stated size shows over time. */
public record FramedCanvas(Framing framing, int width, int height) implements CanvasPath {

    @Override
    public Canvas at(double seconds) {
        return framing.canvas(seconds, width, height);
    }

    /** Values between keys go no further than the keys, and are held by fields that stay while a framing is zoomed a little. */
    @Override
    public List<Canvas> extremes() {
        DoubleSummaryStatistics fields = framing.field().keys().stream()
                .map(Key::value)
                .mapToDouble(Amount::value)
                .summaryStatistics();
        List<Double> ladder = framing.shape().ladder(fields.getMin(), fields.getMax());
        return Stream.of(0, ladder.size() / 2, ladder.size() - 1)
                .distinct()
                .map(ladder::get)
                .map(field -> new Canvas(width, height, framing.shape().projection(field)))
                .toList();
    }
}
