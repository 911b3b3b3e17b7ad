package foldback.sim.film;

import foldback.core.picture.BytePlane;
import foldback.core.picture.Frame;
import foldback.core.picture.ShortPlane;
import java.util.SplittableRandom;
import java.util.stream.IntStream;

/** Turns light that fell on a sensor into a picture: vignetting, gains, clipping, the curve, noise, and chroma at half the size. */
final class Development {
    private final int width;
    private final int height;
    private final float[] lit;
    private final float[] field;
    private final long seed;

    /** @param rays of the camera whose light is developed */
    Development(PixelRays rays, long seed) {
        width = rays.width();
        height = rays.height();
        this.seed = seed;
        lit = new float[width * height];
        field = new float[width * height];
        LensRays lens = rays instanceof LensRays l ? l : null;
        IntStream.range(0, width * height).parallel().forEach(at -> {
            double x = at % width + 0.5;
            double y = at / width + 0.5;
            lit[at] = lens == null ? 1 : (float) lens.lit(x, y);
            field[at] = lens == null ? 0 : (float) lens.fieldShare(x, y);
        });
    }

    /** Whether a pixel gets any light. */
    boolean isLit(int at) {
        return lit[at] > 0;
    }

    /**
     * Fills a 4:2:0 frame, limited range BT.709 with chroma at the left.
     *
     * @param light linear, three floats a pixel
     */
    void develop(float[] light, Sensor sensor, long frameSeed, Frame frame) {
        int bits = frame.format().bits();
        double one = 1 << (bits - 8);
        float[] chroma = new float[2 * width * height];
        IntStream.range(0, height).parallel().forEach(row -> {
            SplittableRandom random = new SplittableRandom(seed * 1_000_003 + frameSeed * 7919 + row);
            for (int x = 0; x < width; x++) {
                int at = row * width + x;
                double fall = lit[at] * sensor.vignette(field[at]);
                double red = signal(light[3 * at] * sensor.gain(0) * fall, sensor, random);
                double green = signal(light[3 * at + 1] * sensor.gain(1) * fall, sensor, random);
                double blue = signal(light[3 * at + 2] * sensor.gain(2) * fall, sensor, random);
                double luma = 0.2126 * red + 0.7152 * green + 0.0722 * blue;
                put(frame, row, x, (16 + 219 * luma) * one);
                chroma[2 * at] = (float) ((blue - luma) / 1.8556);
                chroma[2 * at + 1] = (float) ((red - luma) / 1.5748);
            }
        });
        IntStream.range(0, height / 2).parallel().forEach(row -> {
            for (int x = 0; x < width / 2; x++) {
                frame.u().set(x, row, (int) Math.round((128 + 224 * chromaAt(chroma, x, row, 0)) * one));
                frame.v().set(x, row, (int) Math.round((128 + 224 * chromaAt(chroma, x, row, 1)) * one));
            }
        });
    }

    private static void put(Frame frame, int row, int x, double code) {
        int value = (int) Math.round(code);
        if (frame.y() instanceof BytePlane bytes) {
            bytes.data()[bytes.offset() + row * bytes.stride() + x] = (byte) value;
        } else if (frame.y() instanceof ShortPlane shorts) {
            shorts.data()[shorts.offset() + row * shorts.stride() + x] = (short) value;
        }
    }

    /** Two rows, and 1-2-1 along the row around the left pixel of the pair. */
    private double chromaAt(float[] chroma, int x, int row, int which) {
        double sum = 0;
        for (int dy = 0; dy < 2; dy++) {
            int base = (2 * row + dy) * width;
            sum += chroma[2 * (base + Math.max(0, 2 * x - 1)) + which]
                    + 2 * chroma[2 * (base + 2 * x) + which]
                    + chroma[2 * (base + 2 * x + 1) + which];
        }
        return sum / 8;
    }

    /** BT.709's curve with clipping and noise that grows with light. */
    private static double signal(double linear, Sensor sensor, SplittableRandom random) {
        double clipped = Math.max(0, Math.min(1, linear));
        double value = clipped < 0.018 ? 4.5 * clipped : 1.099 * Math.pow(clipped, 0.45) - 0.099;
        if (sensor.noise() > 0 && clipped < 1) {
            value += random.nextGaussian() * sensor.noise() / 219 * (0.6 + 0.8 * value);
        }
        return Math.max(0, Math.min(1, value));
    }
}
