package foldback.core.match.view;

import foldback.core.lens.LensFrame;

/**
 * What can be told of one lens's picture by itself.
 *
 * @param bright level that 95 % of its used part stays below, code values of 8 bits
 * @param change root mean square of the steps between places four pixels apart, code values of 8 bits
 * @param fine share of the change between places eight pixels apart that is there between places two apart already, 0 to 1: the
 *     picture's fineness, told apart from how much there is to see; a picture out of focus has little
 */
public record LensLook(double bright, double change, double fine) {
    private static final int CODES = 256;
    /** Pyramid levels between whose pixels steps are measured: noise is small in both. */
    private static final int FINE = 1;

    private static final int MIDDLE = 2;
    private static final int COARSE = 3;
    private static final double RIM_PX = 12;

    /** Looks at a picture. */
    public static LensLook of(LensFrame frame, Picture picture) {
        int[] histogram = new int[CODES];
        int count = 0;
        for (int y = 0; y < picture.height(); y += 4) {
            for (int x = 0; x < picture.width(); x += 4) {
                float value = picture.at(x, y, FINE);
                if (frame.depthInside(x, y) > RIM_PX && !Float.isNaN(value)) {
                    histogram[(int) Math.max(0, Math.min(CODES - 1, value))]++;
                    count++;
                }
            }
        }
        int bright = CODES - 1;
        for (int above = 0; bright > 0 && above + histogram[bright] < 0.05 * count; bright--) {
            above += histogram[bright];
        }
        double fine = steps(frame, picture, FINE);
        double coarse = steps(frame, picture, COARSE);
        return new LensLook(
                bright, Math.sqrt(steps(frame, picture, MIDDLE)), coarse <= 0 ? 0 : Math.min(1, fine / coarse));
    }

    /** Mean square of the steps between neighbours of a level, in the used part. */
    private static double steps(LensFrame frame, Picture picture, int level) {
        double step = 1 << level;
        double sum = 0;
        int count = 0;
        for (double y = step / 2; y < picture.height() - step; y += 8) {
            for (double x = step / 2; x < picture.width() - step; x += 8) {
                if (!(frame.depthInside(x, y) > RIM_PX)) {
                    continue;
                }
                float here = picture.at(x, y, level);
                float right = picture.at(x + step, y, level) - here;
                float below = picture.at(x, y + step, level) - here;
                if (!Float.isNaN(right) && !Float.isNaN(below)) {
                    sum += right * right + below * below;
                    count++;
                }
            }
        }
        return sum / Math.max(1, 2 * count);
    }
}
