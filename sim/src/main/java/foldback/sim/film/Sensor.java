package foldback.sim.film;

/**
 * How a camera turns light into a signal.
 *
 * @param exposureStops over the scene's own scale
 * @param redStops white balance error on red
 * @param blueStops white balance error on blue
 * @param vignetteStops what is lost at the rim
 * @param vignettePower of the field with which it is lost
 * @param noise standard deviation of the signal's noise at mid grey, in 8-bit codes; 0 is noise-free
 * @param readOutSeconds from the first to the last line
 * @param exposureSeconds of each line; what moves blurs by it
 */
public record Sensor(
        double exposureStops,
        double redStops,
        double blueStops,
        double vignetteStops,
        double vignettePower,
        double noise,
        double readOutSeconds,
        double exposureSeconds) {
    private static final double USUAL_POWER = 4;

    public static final Sensor IDEAL = new Sensor(0, 0, 0, 0, 0, 0);

    /** The same without noise. */
    public Sensor noiseless() {
        return new Sensor(
                exposureStops, redStops, blueStops, vignetteStops, vignettePower, 0, readOutSeconds, exposureSeconds);
    }

    /** The same that blurs what moves. */
    public Sensor exposing(double seconds) {
        return new Sensor(
                exposureStops, redStops, blueStops, vignetteStops, vignettePower, noise, readOutSeconds, seconds);
    }

    /** The scene's scale: this share of the light becomes the signal, so that the sunlit salt just clips. */
    static final double SCENE_GAIN = 0.80;

    /** Whose light falls with the fourth power of the field. */
    public Sensor(
            double exposureStops,
            double redStops,
            double blueStops,
            double vignetteStops,
            double noise,
            double readOutSeconds) {
        this(exposureStops, redStops, blueStops, vignetteStops, USUAL_POWER, noise, readOutSeconds);
    }

    /** That freezes what moves. */
    public Sensor(
            double exposureStops,
            double redStops,
            double blueStops,
            double vignetteStops,
            double vignettePower,
            double noise,
            double readOutSeconds) {
        this(exposureStops, redStops, blueStops, vignetteStops, vignettePower, noise, readOutSeconds, 0);
    }

    /** The same at another exposure. */
    public Sensor lifted(double stops) {
        return new Sensor(
                exposureStops + stops,
                redStops,
                blueStops,
                vignetteStops,
                vignettePower,
                noise,
                readOutSeconds,
                exposureSeconds);
    }

    double gain(int channel) {
        double balance = channel == 0 ? redStops : channel == 2 ? blueStops : 0;
        return SCENE_GAIN * Math.pow(2, exposureStops + balance);
    }

    double vignette(double fieldShare) {
        return Math.pow(2, -vignetteStops * Math.pow(fieldShare, vignettePower));
    }
}
