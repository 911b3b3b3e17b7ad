package foldback.core.tone;

import java.util.Arrays;
import java.util.List;

/** A curve by a table of light at signals from 0 to 1, straight between and beyond; 1 is diffuse white where light reaches so far. */
public final class SampledCurve implements LightCurve {
    public static final int LEAST = 16;
    public static final int MOST = 4096;
    /** Steps of it are about as those of logarithms, which such curves mostly are. */
    private static final double POWER = 0.25;

    private static final double DARK = 0.05;
    private static final double BRIGHT = 0.4;

    private final String name;
    private final List<Double> samples;
    private final double[] light;
    private final double white;
    private final double chromaShare;

    /**
     * @param name for people
     * @param samples light at evenly spaced signals, rising, in any measure whose 0 is black
     * @throws IllegalArgumentException where they do not rise from step to step, or are too few
     */
    public SampledCurve(String name, List<Double> samples) {
        this.name = name;
        this.samples = List.copyOf(samples);
        if (samples.size() < LEAST || samples.size() > MOST) {
            throw new IllegalArgumentException(
                    "a curve needs " + LEAST + " to " + MOST + " samples, " + name + " has " + samples.size());
        }
        double most = samples.get(samples.size() - 1);
        light = new double[samples.size()];
        for (int i = 0; i < light.length; i++) {
            if (!Double.isFinite(samples.get(i)) || i > 0 && !(samples.get(i) > samples.get(i - 1))) {
                throw new IllegalArgumentException(
                        name + " is no curve from a signal to light: its values do not rise all the way.");
            }
            light[i] = samples.get(i) / most;
        }
        if (!(most > 0)) {
            throw new IllegalArgumentException(name + " is no curve from a signal to light: it never gets above 0.");
        }
        white = Math.min(1, 1 / most);
        chromaShare = share();
    }

    /** How steps of the signal grow with light, in the power: 0 for a logarithm, 1 for a power. */
    private double share() {
        double steps = stepsAStop(BRIGHT) / stepsAStop(DARK);
        double power = StrictMath.log(steps) / StrictMath.log(BRIGHT / DARK);
        return Math.max(0, Math.min(1, power / POWER));
    }

    private double stepsAStop(double at) {
        return toSignal(at * StrictMath.sqrt(2)) - toSignal(at / StrictMath.sqrt(2));
    }

    public String name() {
        return name;
    }

    public List<Double> samples() {
        return samples;
    }

    @Override
    public double toLight(double signal) {
        double place = signal * (light.length - 1);
        int below = (int) Math.max(0, Math.min(light.length - 2, Math.floor(place)));
        return light[below] + (place - below) * (light[below + 1] - light[below]);
    }

    @Override
    public double toSignal(double value) {
        int found = Arrays.binarySearch(light, value);
        int below = Math.max(0, Math.min(light.length - 2, found >= 0 ? found : -found - 2));
        return (below + (value - light[below]) / (light[below + 1] - light[below])) / (light.length - 1);
    }

    @Override
    public double toPower(double value) {
        return StrictMath.pow(value, POWER);
    }

    @Override
    public double fromPower(double value) {
        return toSignal(StrictMath.pow(value, 1 / POWER));
    }

    @Override
    public double stopsOf(double factor) {
        return StrictMath.log(factor) / StrictMath.log(2) / POWER;
    }

    @Override
    public double chromaFactor(double factor) {
        return StrictMath.pow(factor, chromaShare);
    }

    @Override
    public double white() {
        return white;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof SampledCurve curve && curve.name.equals(name) && curve.samples.equals(samples);
    }

    @Override
    public int hashCode() {
        return 31 * name.hashCode() + samples.hashCode();
    }
}
