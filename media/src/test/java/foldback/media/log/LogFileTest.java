package foldback.media.log;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.within;

import foldback.core.motion.log.LogColumns;
import foldback.core.motion.log.MotionLog;
import foldback.core.motion.log.Samples;
import foldback.media.MediaException;
import java.io.IOException;
import java.io.StringWriter;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LogFileTest {
    private static final int ROWS = 60;

    @TempDir
    private Path folder;

    private Path table(String header, IntFunction<String> row) throws IOException {
        String rows = IntStream.range(0, ROWS).mapToObj(row).collect(Collectors.joining("\n"));
        return Files.writeString(folder.resolve("ride.csv"), (header.isEmpty() ? "" : header + "\n") + rows + "\n");
    }

    private static LogFile read(Path file) {
        return LogFile.read(file, Optional.empty());
    }

    private static MotionLog log() {
        double[] times = new double[ROWS];
        Arrays.setAll(times, i -> 3 + 0.005 * i);
        double[] turns = new double[3 * ROWS];
        Arrays.setAll(turns, i -> 0.25 * i);
        double[] pushes = new double[3 * ROWS];
        Arrays.setAll(pushes, i -> 9.5 - 0.125 * i);
        return new MotionLog(new Samples(times, turns), Optional.of(new Samples(times, pushes)));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '"',
            value = {
                "time_s,gyro_x_rad_s,gyro_y_rad_s,gyro_z_rad_s,acc_x,acc_y,acc_z | 0.005 | 1 | true",
                "Timestamp [ms];GyroX [deg/s];GyroY [deg/s];GyroZ [deg/s];AccX [g];AccY [g];AccZ [g] | 5 | 0.017453292519943295 | true",
                "t (us),wx,wy,wz,ax,ay,az | 5000 | 1 | false",
                "timestamp,angular_velocity_x,angular_velocity_y,angular_velocity_z,accelerometer x,accelerometer y,accelerometer z | 5000000 | 1 | false",
            })
    void headersSayWhatColumnsAre(String header, double step, double unit, boolean isSaid) throws IOException {
        String separator = header.contains(";") ? ";" : ",";
        LogFile file = read(
                table(header, i -> String.join(separator, Double.toString(step * i), "" + i, "2", "3", "4", "5", "6")));

        assertThat(file.log().gyro().size()).isEqualTo(ROWS);
        assertThat(file.log().gyro().rate()).isCloseTo(200, within(0.01));
        assertThat(file.log().gyro().values()[3 * 7]).isCloseTo(7 * unit, within(1e-9));
        assertThat(file.log().acceleration().orElseThrow().at(0.1)).containsExactly(4, 5, 6);
        assertThat(file.isUnitSaid()).isEqualTo(isSaid);
        assertThat(file.dropped()).isZero();
        assertThat(file.words()).isEqualTo("0 s, 200 turning rates a second, with accelerometer");
    }

    @Test
    void columnsInAnyOrderAndCommentsAreRead() throws IOException {
        LogFile file = read(table("# device 7\nframe,gyro_z,gyro_x,gyro_y,time_ms", i -> i + ",3,1,2," + 10 * i));

        assertThat(file.log().gyro().at(0.2)).containsExactly(1, 2, 3);
        assertThat(file.log().acceleration()).isEmpty();
    }

    @Test
    void columnsThatAreNotNamedAreSaidByHand() throws IOException {
        Path file = table("", i -> i + " , 9 , 1 , 2 , 3");

        assertThat(catchThrowableOfType(ColumnsUnsaidException.class, () -> read(file)))
                .hasMessageContaining("ride.csv does not say which of its columns are time and turning rates")
                .extracting(ColumnsUnsaidException::names)
                .isEqualTo(List.of("0", "9", "1", "2", "3"));
        LogFile read = LogFile.read(
                file, Optional.of(new LogColumns(0, 0.01, List.of(2, 3, 4), Math.toRadians(1), List.of())));
        assertThat(read.log().gyro().size()).isEqualTo(ROWS);
        assertThat(read.log().gyro().at(0.3)[2]).isCloseTo(Math.toRadians(3), within(1e-12));
        LogFile even = LogFile.read(file, Optional.of(new LogColumns(-1, 0.02, List.of(2, 3, 4), 1, List.of())));
        assertThat(even.log().gyro().rate()).isCloseTo(50, within(1e-6));
    }

    @Test
    void rowsThatAreDamagedOrGoBackInTimeAreLeftOutAndCounted() throws IOException {
        LogFile file = read(table("time_s,gx,gy,gz", i -> switch (i) {
            case 20 -> "oops,1,2,3";
            case 30 -> "0.001,1,2,3";
            case 40 -> "0.4,1";
            default -> 0.01 * i + ",1,2,3";
        }));

        assertThat(file.log().gyro().size()).isEqualTo(ROWS - 3);
        assertThat(file.dropped()).isEqualTo(3);
    }

    @Test
    void whatIsNoLogIsSaid() throws IOException {
        Path short1 = Files.writeString(folder.resolve("short.csv"), "time_s,gx,gy,gz\n0,1,2,3\n0.01,1,2,3\n");
        assertThatThrownBy(() -> read(short1))
                .isInstanceOf(MediaException.class)
                .hasMessageContaining("short.csv holds 2 turning rates: too few for a motion log");
        Path empty = Files.writeString(folder.resolve("empty.csv"), "");
        assertThatThrownBy(() -> read(empty)).hasMessageContaining("empty.csv is empty");
        Path words = Files.writeString(folder.resolve("notes.txt"), "The wind got up.\n");
        assertThatThrownBy(() -> read(words))
                .isExactlyInstanceOf(MediaException.class)
                .hasMessageContaining("notes.txt is no motion log");
        Path binary =
                Files.write(folder.resolve("binary.csv"), new byte[] {(byte) 0xff, (byte) 0xfe, 0, 1, (byte) 0x80});
        assertThatThrownBy(() -> read(binary)).hasMessageContaining("binary.csv cannot be read as a table of text");
        assertThatThrownBy(() -> read(folder.resolve("gone.mp4"))).hasMessageContaining("gone.mp4 is not there");
    }

    @Test
    void tablesAreWrittenAsTheyAreRead() throws IOException {
        StringWriter out = new StringWriter();
        LogTable.write(log(), out);
        LogFile back = read(Files.writeString(folder.resolve("ride.csv"), out.toString()));

        assertThat(back.log().gyro().times()[0]).isZero();
        assertThat(back.log().gyro().times()[7]).isCloseTo(0.035, within(2e-6));
        assertThat(back.log().gyro().values()).containsExactly(log().gyro().values(), within(1e-6));
        assertThat(back.log().acceleration().orElseThrow().values())
                .containsExactly(log().acceleration().orElseThrow().values(), within(1e-6));
        assertThat(back.isUnitSaid()).isTrue();
    }

    @Test
    void tracksAreWrittenAsTheyAreReadAndFfmpegSeesThem() {
        Path file = folder.resolve("ride.mp4");
        CammTrack.write(log(), file);

        assertThat(CammTrack.isIn(file)).isTrue();
        LogFile back = read(file);
        assertThat(back.log().gyro().size()).isEqualTo(ROWS);
        assertThat(back.log().gyro().to()).isCloseTo(0.005 * (ROWS - 1), within(3e-6));
        assertThat(back.log().gyro().values()).containsExactly(log().gyro().values(), within(1e-5));
        assertThat(back.log().acceleration().orElseThrow().values())
                .containsExactly(log().acceleration().orElseThrow().values(), within(1e-5));
        assertThat(back.dropped()).isZero();
        assertThat(back.readOutSeconds()).isEmpty();
    }

    @Test
    void readOutAndExposureAreTakenFromTheTrack() {
        Path file = folder.resolve("ride.mp4");
        CammTrack.write(log(), file);
        List<foldback.media.tags.CammFile.Sample> samples = new java.util.ArrayList<>();
        samples.add(new foldback.media.tags.CammFile.Sample(
                0,
                ByteBuffer.allocate(12)
                        .order(ByteOrder.LITTLE_ENDIAN)
                        .putShort((short) 0)
                        .putShort((short) 1)
                        .putInt(4_000_000)
                        .putInt(16_500_000)
                        .array()));
        for (int i = 1; i < 30; i++) {
            samples.add(new foldback.media.tags.CammFile.Sample(
                    0.01 * i,
                    ByteBuffer.allocate(16)
                            .order(ByteOrder.LITTLE_ENDIAN)
                            .putShort((short) 0)
                            .putShort((short) 2)
                            .putFloat(1)
                            .putFloat(2)
                            .putFloat(3)
                            .array()));
        }
        foldback.media.tags.CammFile.write(samples, file);

        LogFile back = read(file);

        assertThat(back.exposureSeconds().orElseThrow()).isCloseTo(0.004, within(1e-9));
        assertThat(back.readOutSeconds().orElseThrow()).isCloseTo(0.0165, within(1e-9));
        assertThat(back.log().gyro().at(0.1)).containsExactly(1, 2, 3);
        assertThat(back.log().acceleration()).isEmpty();
    }
}
