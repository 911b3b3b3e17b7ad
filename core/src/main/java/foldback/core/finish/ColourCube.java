package foldback.core.finish;

/**
 * A table of colours on the corners of a cube's cells, read between them by tetrahedra: greys stay on the line between two corners, so that
 * they come out as the table says (Kasson et al. 1995).
 */
public final class ColourCube implements ColourTransform {
    private final int size;
    private final float[] colours;
    private final Domain domain;

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
        domain = new Domain(size, least, most);
    }

    @Override
    public void apply(float[] red, float[] green, float[] blue, int count) {
        for (int i = 0; i < count; i++) {
            apply(domain.place(red[i], 0), domain.place(green[i], 1), domain.place(blue[i], 2), red, green, blue, i);
        }
    }

    /** Writes the colour of a place among the corners. */
    private void apply(float r, float g, float b, float[] red, float[] green, float[] blue, int i) {
        int rowStep = 3 * size;
        int planeStep = rowStep * size;
        int ri = Math.min(size - 2, (int) r);
        int gi = Math.min(size - 2, (int) g);
        int bi = Math.min(size - 2, (int) b);
        float fr = r - ri;
        float fg = g - gi;
        float fb = b - bi;
        int from = 3 * ri + gi * rowStep + bi * planeStep;
        int to = from + 3 + rowStep + planeStep;
        // From black's corner to white's along the three edges, the largest share first.
        int one;
        int two;
        float most;
        float middle;
        float least;
        if (fr >= fg) {
            if (fg >= fb) {
                one = from + 3;
                two = one + rowStep;
                most = fr;
                middle = fg;
                least = fb;
            } else if (fr >= fb) {
                one = from + 3;
                two = one + planeStep;
                most = fr;
                middle = fb;
                least = fg;
            } else {
                one = from + planeStep;
                two = one + 3;
                most = fb;
                middle = fr;
                least = fg;
            }
        } else if (fr >= fb) {
            one = from + rowStep;
            two = one + 3;
            most = fg;
            middle = fr;
            least = fb;
        } else if (fg >= fb) {
            one = from + rowStep;
            two = one + planeStep;
            most = fg;
            middle = fb;
            least = fr;
        } else {
            one = from + planeStep;
            two = one + rowStep;
            most = fb;
            middle = fg;
            least = fr;
        }
        float atFrom = 1 - most;
        float atOne = most - middle;
        float atTwo = middle - least;
        float[] c = colours;
        red[i] = atFrom * c[from] + atOne * c[one] + atTwo * c[two] + least * c[to];
        green[i] = atFrom * c[from + 1] + atOne * c[one + 1] + atTwo * c[two + 1] + least * c[to + 1];
        blue[i] = atFrom * c[from + 2] + atOne * c[one + 2] + atTwo * c[two + 2] + least * c[to + 2];
    }
}
