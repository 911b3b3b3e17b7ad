package foldback.media.decode;

/**
 * How strongly noise is taken out of frames while they are decoded.
 *
 * @param temporal steps of strength of the mean over neighbouring frames; 0 for none
 * @param spatial steps of strength within each frame; 0 for none
 */
public record Denoising(double temporal, double spatial) {
    public static final Denoising NONE = new Denoising(0, 0);
}
