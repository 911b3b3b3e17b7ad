package foldback.media.colour;

import foldback.core.finish.ChannelTables;
import foldback.core.finish.ColourCube;
import foldback.core.finish.ColourTransform;
import foldback.media.MediaException;
import java.io.BufferedReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Locale;

/**
 * Reads .cube files: a table of colours (LUT_3D_SIZE) or one a channel (LUT_1D_SIZE), red's place running fastest, with DOMAIN_MIN and
 * DOMAIN_MAX or an input range. Other keywords are passed over.
 */
public final class CubeReader {
    private static final long MOST_BYTES = 200L << 20;
    private static final int MOST_EDGE = 129;
    private static final int MOST_STEPS = 65536;

    private final Path file;
    private int number;
    private boolean solid;
    private int size;
    private float[] values = new float[0];
    private int filled;
    private final float[] least = new float[3];
    private final float[] most = {1, 1, 1};

    private CubeReader(Path file) {
        this.file = file;
    }

    /** @throws MediaException which names the line, where the file is none or is broken */
    public static ColourTransform read(Path file) {
        CubeReader reader = new CubeReader(file);
        // Titles may hold anything; as Latin-1 every byte is a character.
        try (BufferedReader lines = Files.newBufferedReader(file, StandardCharsets.ISO_8859_1)) {
            if (Files.size(file) > MOST_BYTES) {
                throw reader.broken("it is far larger than such files are");
            }
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                reader.number++;
                reader.line(line.strip());
            }
        } catch (IOException unreadable) {
            throw new MediaException(
                    file, file.getFileName() + " cannot be read: " + unreadable.getMessage() + ".", unreadable);
        }
        return reader.transform();
    }

    private void line(String line) {
        if (line.isEmpty() || line.startsWith("#")) {
            return;
        }
        String[] words = line.split("\\s+");
        switch (words[0].toUpperCase(Locale.ROOT)) {
            case "LUT_3D_SIZE" -> begin(true, words, MOST_EDGE);
            case "LUT_1D_SIZE" -> begin(false, words, MOST_STEPS);
            case "DOMAIN_MIN" -> System.arraycopy(three(words, 1), 0, least, 0, 3);
            case "DOMAIN_MAX" -> System.arraycopy(three(words, 1), 0, most, 0, 3);
            case "LUT_1D_INPUT_RANGE", "LUT_3D_INPUT_RANGE" -> {
                if (words.length != 3) {
                    throw broken("two numbers must follow " + words[0]);
                }
                Arrays.fill(least, one(words[1]));
                Arrays.fill(most, one(words[2]));
            }
            default -> {
                if (!Character.isLetter(words[0].charAt(0))) {
                    row(three(words, 0));
                }
            }
        }
    }

    private void begin(boolean inSpace, String[] words, int largest) {
        if (size > 0) {
            throw broken("a second table begins; files with two are not read");
        }
        float stated = words.length == 2 ? one(words[1]) : 0;
        if (stated != (int) stated || stated < 2 || stated > largest) {
            throw broken(words[0] + " must be a whole number, 2 to " + largest);
        }
        solid = inSpace;
        size = (int) stated;
        values = new float[3 * (solid ? size * size * size : size)];
    }

    private void row(float[] three) {
        if (size == 0) {
            throw broken("numbers stand before LUT_3D_SIZE or LUT_1D_SIZE");
        }
        if (filled == values.length) {
            throw broken("there are more than the " + values.length / 3 + " rows of its size " + size);
        }
        System.arraycopy(three, 0, values, filled, 3);
        filled += 3;
    }

    private float[] three(String[] words, int from) {
        if (words.length != from + 3) {
            throw broken("three numbers are needed");
        }
        return new float[] {one(words[from]), one(words[from + 1]), one(words[from + 2])};
    }

    private float one(String word) {
        try {
            float value = Float.parseFloat(word);
            if (Float.isFinite(value)) {
                return value;
            }
        } catch (NumberFormatException none) {
            // Said below, as for what is no finite number.
        }
        throw broken("'" + (word.length() > 24 ? word.substring(0, 24) + "…" : word) + "' is no number");
    }

    private ColourTransform transform() {
        if (size == 0) {
            throw broken("it has no LUT_3D_SIZE or LUT_1D_SIZE: it is no .cube file");
        }
        if (filled < values.length) {
            throw broken("it ends after " + filled / 3 + " of " + values.length / 3 + " rows");
        }
        for (int c = 0; c < 3; c++) {
            if (!(most[c] > least[c])) {
                throw broken("DOMAIN_MAX must be above DOMAIN_MIN");
            }
        }
        if (solid) {
            return new ColourCube(size, values, least, most);
        }
        float[][] tables = new float[3][size];
        for (int i = 0; i < values.length; i++) {
            tables[i % 3][i / 3] = values[i];
        }
        return new ChannelTables(tables, least, most);
    }

    private MediaException broken(String what) {
        return new MediaException(
                file,
                file.getFileName() + ", line " + number + ": " + what
                        + ". Export it again, or choose another .cube file.");
    }
}
