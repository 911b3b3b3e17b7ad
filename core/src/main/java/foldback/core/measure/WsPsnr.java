package foldback.core.measure;

import foldback.core.picture.Plane;

/**
 * Peak signal-to-noise ratio of equirectangular pictures, weighted by the area that a pixel has on the sphere: WS-PSNR of
 * the JVET common test conditions for 360-degree video, w(y) = cos((y + 1/2 - H/2) pi / H).
 */
public final class WsPsnr {
    private WsPsnr() {}

    /** Decibels over a whole plane; infinite for equal pictures. */
    public static double of(Plane found, Plane wanted, int maxValue) {
        if (found.width() != wanted.width() || found.height() != wanted.height()) {
            throw new IllegalArgumentException("planes must have one size: " + found.width() + " x " + found.height()
                    + " and " + wanted.width() + " x " + wanted.height());
        }
        double error = 0;
        double weights = 0;
        for (int y = 0; y < found.height(); y++) {
            double row = 0;
            for (int x = 0; x < found.width(); x++) {
                double difference = found.get(x, y) - wanted.get(x, y);
                row += difference * difference;
            }
            double weight = StrictMath.cos((y + 0.5 - found.height() / 2.0) * Math.PI / found.height());
            error += weight * row;
            weights += weight * found.width();
        }
        return 10 * StrictMath.log10((double) maxValue * maxValue * weights / error);
    }
}
