package foldback.media.log;

import foldback.core.motion.log.LogColumns;
import foldback.core.motion.log.MotionLog;
import foldback.core.motion.log.Samples;
import foldback.media.MediaException;
import foldback.media.ffmpeg.MediaProbe;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;

/** Motion logs as tables of text: a row a sample, columns parted by comma, semicolon or tab, lines from # on left out. */
public final class LogTable {
    private static final String[] HEADER = {
        "time_s", "gyro_x_rad_s", "gyro_y_rad_s", "gyro_z_rad_s", "acc_x_m_s2", "acc_y_m_s2", "acc_z_m_s2"
    };
    /** Without a time's column rows are evenly apart. */
    private static final int LEAST_COLUMNS = 3;
    /** So many rows tell how far apart they usually are. */
    private static final int PROBED = 50;

    private LogTable() {}

    static LogFile read(Path file, Optional<LogColumns> given) {
        try (BufferedReader in = Files.newBufferedReader(file, StandardCharsets.UTF_8);
                CSVParser parser = format(separator(file)).parse(in)) {
            Iterator<CSVRecord> rows = parser.iterator();
            List<CSVRecord> first = new ArrayList<>();
            while (rows.hasNext() && first.size() < PROBED) {
                first.add(rows.next());
            }
            if (first.isEmpty()) {
                throw new MediaException(file, MediaProbe.name(file) + " is empty. Choose another file.");
            }
            List<String> names = first.get(0).toList();
            LogColumns columns = given.or(() -> ColumnNames.read(names, column -> gap(first, column)))
                    .orElseThrow(() -> unsaid(file, names));
            return read(file, first, rows, columns);
        } catch (IOException | UncheckedIOException failed) {
            throw new MediaException(
                    file, MediaProbe.name(file) + " cannot be read as a table of text. Choose another file.", failed);
        }
    }

    private static CSVFormat format(char separator) {
        return CSVFormat.DEFAULT
                .builder()
                .setDelimiter(separator)
                .setCommentMarker('#')
                .setIgnoreEmptyLines(true)
                .setIgnoreSurroundingSpaces(true)
                .get();
    }

    /** The one of those that a table may have that is oftenest in its first line. */
    private static char separator(Path file) throws IOException {
        String line = "";
        try (BufferedReader in = Files.newBufferedReader(file, StandardCharsets.UTF_8)) {
            for (String next = in.readLine(); next != null; next = in.readLine()) {
                if (!next.isBlank() && !next.startsWith("#")) {
                    line = next;
                    break;
                }
            }
        }
        char best = ',';
        for (char separator : new char[] {';', '\t'}) {
            best = count(line, separator) > count(line, best) ? separator : best;
        }
        return best;
    }

    private static long count(String line, char wanted) {
        return line.chars().filter(letter -> letter == wanted).count();
    }

    private static MediaException unsaid(Path file, List<String> names) {
        if (names.size() < LEAST_COLUMNS) {
            return new MediaException(
                    file,
                    MediaProbe.name(file)
                            + " is no motion log: a row of one has three turning rates at least."
                            + " Choose another file.");
        }
        return new ColumnsUnsaidException(
                file,
                names,
                MediaProbe.name(file)
                        + " does not say which of its columns are time and turning rates about x, y and z."
                        + " Say it by hand, or name them in its first line, such as " + String.join(",", HEADER) + ".");
    }

    /** How far apart the first rows usually are by a column; 0 where it does not rise. */
    private static double gap(List<CSVRecord> rows, int column) {
        double[] times = new double[rows.size()];
        for (int i = 0; i < times.length; i++) {
            times[i] = number(rows.get(i), column);
        }
        return Arrays.stream(gaps(times))
                .filter(gap -> gap > 0)
                .sorted()
                .skip(PROBED / 5)
                .findFirst()
                .orElse(0);
    }

    private static double[] gaps(double[] times) {
        double[] gaps = new double[Math.max(0, times.length - 1)];
        Arrays.setAll(gaps, i -> times[i + 1] - times[i]);
        return gaps;
    }

    private static LogFile read(Path file, List<CSVRecord> first, Iterator<CSVRecord> rest, LogColumns columns) {
        SampleList gyro = new SampleList();
        SampleList acceleration = new SampleList();
        int dropped = 0;
        int row = 0;
        Iterator<CSVRecord> begin = first.iterator();
        while (begin.hasNext() || rest.hasNext()) {
            CSVRecord record = begin.hasNext() ? begin.next() : rest.next();
            double time =
                    columns.time() < 0 ? row * columns.timeUnit() : columns.timeUnit() * number(record, columns.time());
            boolean taken = add(gyro, time, record, columns.gyro());
            if (!columns.acceleration().isEmpty()) {
                add(acceleration, time, record, columns.acceleration());
            }
            // A header is no damaged row.
            dropped += taken || row == 0 ? 0 : 1;
            row += taken || row > 0 ? 1 : 0;
        }
        MotionLog log = LogFile.log(file, gyro, acceleration);
        double unit = columns.gyroUnit();
        MotionLog inUnit = unit > 0 ? new MotionLog(log.gyro().times(unit), log.acceleration()) : log;
        return new LogFile(inUnit, unit > 0, Optional.empty(), Optional.empty(), dropped);
    }

    private static boolean add(SampleList list, double time, CSVRecord row, List<Integer> columns) {
        return list.add(time, number(row, columns.get(0)), number(row, columns.get(1)), number(row, columns.get(2)));
    }

    private static double number(CSVRecord row, int column) {
        try {
            return column < row.size() ? Double.parseDouble(row.get(column)) : Double.NaN;
        } catch (NumberFormatException text) {
            return Double.NaN;
        }
    }

    /** Writes a log; where turning rates and accelerations were not taken together, the accelerations are those between their neighbours. */
    public static void write(MotionLog log, Writer out) throws IOException {
        boolean isWhole = log.acceleration().isPresent();
        CSVFormat format = CSVFormat.DEFAULT
                .builder()
                .setHeader(isWhole ? HEADER : Arrays.copyOf(HEADER, 4))
                .setRecordSeparator("\n")
                .get();
        CSVPrinter printer = new CSVPrinter(out, format);
        Samples gyro = log.gyro();
        for (int i = 0; i < gyro.size(); i++) {
            printer.print(String.format(Locale.ROOT, "%.6f", gyro.times()[i]));
            print(printer, gyro.values(), i);
            if (isWhole) {
                print(printer, log.acceleration().get().at(gyro.times()[i]), 0);
            }
            printer.println();
        }
        printer.flush();
    }

    private static void print(CSVPrinter printer, double[] values, int i) throws IOException {
        for (int k = 0; k < 3; k++) {
            printer.print(String.format(Locale.ROOT, "%.7f", values[3 * i + k]));
        }
    }
}
