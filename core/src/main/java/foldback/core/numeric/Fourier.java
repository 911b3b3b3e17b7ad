package foldback.core.numeric;

import java.lang.ref.SoftReference;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jtransforms.fft.FloatFFT_1D;

/** Fourier transforms by size, whose tables take as long to make as a transform; they go when memory is short. */
public final class Fourier {
    private static final Map<Integer, SoftReference<FloatFFT_1D>> KEPT = new ConcurrentHashMap<>();

    private Fourier() {}

    public static FloatFFT_1D of(int size) {
        SoftReference<FloatFFT_1D> kept = KEPT.get(size);
        FloatFFT_1D transform = kept == null ? null : kept.get();
        if (transform == null) {
            transform = new FloatFFT_1D(size);
            KEPT.put(size, new SoftReference<>(transform));
        }
        return transform;
    }

    /** One spectrum times the conjugate of another, of real signals as the transform lays them out; without mean and last line. */
    public static float[] cross(float[] a, float[] b) {
        float[] product = new float[a.length];
        for (int i = 2; i < a.length; i += 2) {
            product[i] = a[i] * b[i] + a[i + 1] * b[i + 1];
            product[i + 1] = a[i + 1] * b[i] - a[i] * b[i + 1];
        }
        return product;
    }
}
