package foldback.core.stitch;

import foldback.core.picture.Frame;
import foldback.core.picture.FrameHalver;
import foldback.core.stitch.plan.StitchSettings;
import foldback.core.tone.LensLight;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;

/** Makes the coarser pictures of lenses that a plan asks for beside their own; safe for many threads, each with pictures of its own. */
final class Levels {
    private final int levels;
    /** Pictures that nobody reads at the moment. */
    private final Queue<List<Frame>> free = new ConcurrentLinkedQueue<>();

    Levels(StitchSettings settings) {
        levels = settings.levels();
    }

    /** The pictures of all lenses, each followed by its coarser ones; given back by {@link #release}. */
    List<Frame> of(List<Frame> sources) {
        if (levels == 1) {
            return sources;
        }
        List<Frame> coarse = free.poll();
        if (coarse == null || !fit(sources, coarse)) {
            coarse = allocate(sources);
        }
        List<Frame> all = new ArrayList<>();
        int next = 0;
        for (Frame source : sources) {
            all.add(source);
            for (int times = 1; times < levels; times++) {
                Frame half = coarse.get(next++);
                FrameHalver.halve(all.get(all.size() - 1), half);
                all.add(half);
            }
        }
        return all;
    }

    private boolean fit(List<Frame> sources, List<Frame> coarse) {
        for (int i = 0; i < sources.size(); i++) {
            Frame source = sources.get(i);
            Frame half = coarse.get(i * (levels - 1));
            if (half.width() != source.width() / 2
                    || half.height() != source.height() / 2
                    || !half.format().equals(source.format())
                    || !half.tags().equals(source.tags())) {
                return false;
            }
        }
        return true;
    }

    private List<Frame> allocate(List<Frame> sources) {
        List<Frame> coarse = new ArrayList<>();
        for (Frame source : sources) {
            for (int times = 1; times < levels; times++) {
                coarse.add(Frame.allocate(
                        source.format(), source.tags(), source.width() >> times, source.height() >> times));
            }
        }
        return coarse;
    }

    /** Gives the coarser ones back. */
    void release(List<Frame> all) {
        if (levels > 1) {
            List<Frame> coarse = new ArrayList<>();
            for (int i = 0; i < all.size(); i++) {
                if (i % levels > 0) {
                    coarse.add(all.get(i));
                }
            }
            free.add(coarse);
        }
    }

    /** What happens to the values of each picture. */
    List<LensLight> lights(List<LensLight> lenses) {
        return levels == 1
                ? lenses
                : lenses.stream()
                        .flatMap(light -> Collections.nCopies(levels, light).stream())
                        .toList();
    }
}
