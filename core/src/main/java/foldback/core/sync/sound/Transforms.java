package foldback.core.sync.sound;

import java.lang.ref.SoftReference;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jtransforms.fft.FloatFFT_1D;

/** Fourier transforms by size, whose tables take as long to make as a transform; they go when memory is short. */
final class Transforms {
    private static final Map<Integer, SoftReference<FloatFFT_1D>> MADE = new ConcurrentHashMap<>();

    private Transforms() {}

    static FloatFFT_1D of(int size) {
        SoftReference<FloatFFT_1D> kept = MADE.get(size);
        FloatFFT_1D made = kept == null ? null : kept.get();
        if (made == null) {
            made = new FloatFFT_1D(size);
            MADE.put(size, new SoftReference<>(made));
        }
        return made;
    }
}
