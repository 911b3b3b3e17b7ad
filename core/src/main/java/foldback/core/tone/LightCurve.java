package foldback.core.tone;

/**
 * The curve of a camera between linear light L and the signal V, 0 for black and 1 for full scale of the signal, going on beyond.
 *
 * <p>Gains are worked on in a power of light of the curve's own, in which steps are about as eyes see them.
 */
public interface LightCurve {
    double toSignal(double light);

    double toLight(double signal);

    /** Light of 0 and more as the curve's own power of it, in which a gain is a factor. */
    double toPower(double light);

    /** The signal of such a power. */
    double fromPower(double value);

    /** The gain of light, in stops, that is a factor of such a power. */
    double stopsOf(double factor);

    /** By what differences between signals grow where light's power is multiplied. */
    double chromaFactor(double factor);

    /** Light of a diffuse white; 0 for curves that screens show. */
    double white();
}
