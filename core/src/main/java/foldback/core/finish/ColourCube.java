package foldback.core.finish;

/**
 * A table of colours on the corners of a cube's cells, read between them by tetrahedra: greys stay on the line between two corners, so that
 * they come out as the table says (Kasson et al. 1995).
 */
public final class ColourCube implements ColourTransform {
    private final int size;
    private final float[] colours;
    private final float[] least;
    private final float[] scale;

    /**
     * @param size corners along an edge, at least 2
     * @param colours red, green and blue of each corner, red's place running fastest, {@code 3 size^3} numbers
     * @param least of red, green and blue, where the first corners lie
     * @param most likewise, where the last corners lie
     */
    public ColourCube(int size, float[] colours, float[] least, float[] most) {
        if (size < 2 || colours.length != 3 * size * size * size) {
            throw new IllegalArgumentException("a cube of " + size + " has not " + colours.length + " numbers");
        }
        this.size = size;
        this.colours = colours.clone();
        this.least = least.clone();
        scale = new float[3];
        for (int c = 0; c < 3; c++) {
            if (!(most[c] > least[c])) {
                throw new IllegalArgumentException("a cube's domain must rise: " + least[c] + " to " + most[c]);
            }
            scale[c] = (size - 1) / (most[c] - least[c]);
        }
    }

    @Override
    public void apply(float[] rgb) {
        float r = place(rgb[0], 0);
        float g = place(rgb[1], 1);
        float b = place(rgb[2], 2);
        int rowStep = 3 * size;
        int planeStep = rowStep * size;
        int ri = Math.min(size - 2, (int) r);
        int gi = Math.min(size - 2, (int) g);
        int bi = Math.min(size - 2, (int) b);
        r -= ri;
        g -= gi;
        b -= bi;
        int from = 3 * ri + gi * rowStep + bi * planeStep;
        int to = from + 3 + rowStep + planeStep;
        // From black's corner to white's along the three edges, the largest share first.
        int one;
        int two;
        float most;
        float middle;
        float least;
        if (r >= g) {
            if (g >= b) {
                one = from + 3;
                two = one + rowStep;
                most = r;
                middle = g;
                least = b;
            } else if (r >= b) {
                one = from + 3;
                two = one + planeStep;
                most = r;
                middle = b;
                least = g;
            } else {
                one = from + planeStep;
                two = one + 3;
                most = b;
                middle = r;
                least = g;
            }
        } else if (r >= b) {
            one = from + rowStep;
            two = one + 3;
            most = g;
            middle = r;
            least = b;
        } else if (g >= b) {
            one = from + rowStep;
            two = one + planeStep;
            most = g;
            middle = b;
            least = r;
        } else {
            one = from + planeStep;
            two = one + rowStep;
            most = b;
            middle = g;
            least = r;
        }
        for (int c = 0; c < 3; c++) {
            rgb[c] = (1 - most) * colours[from + c]
                    + (most - middle) * colours[one + c]
                    + (middle - least) * colours[two + c]
                    + least * colours[to + c];
        }
    }

    private float place(float value, int channel) {
        return Math.max(0, Math.min(size - 1, (value - least[channel]) * scale[channel]));
    }
}
