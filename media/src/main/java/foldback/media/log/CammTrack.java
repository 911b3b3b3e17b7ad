package foldback.media.log;

import foldback.core.motion.RotationTrack;
import foldback.core.motion.log.MotionLog;
import foldback.core.motion.log.Samples;
import foldback.media.MediaException;
import foldback.media.ffmpeg.MediaProbe;
import foldback.media.ffmpeg.TrackPackets;
import foldback.media.tags.CammFile;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** Motion logs as Camera Motion Metadata tracks (CAMM), in a file of their own or beside the picture. */
public final class CammTrack {
    private static final String TAG = "camm";
    private static final int ORIENTATION = 0;
    private static final int EXPOSURE = 1;
    private static final int GYRO = 2;
    private static final int ACCELERATION = 3;
    private static final double NANOSECONDS = 1e-9;
    private static final int HEAD = 4;
    private static final int VECTOR = HEAD + 12;

    private CammTrack() {}

    /** Whether a file has one. */
    public static boolean isIn(Path file) {
        return TrackPackets.find(file, TAG).isPresent();
    }

    /** Whether a file has one and nothing to be seen or heard. */
    public static boolean isAlone(Path file) {
        return TrackPackets.tags(file).stream().allMatch(TAG::equals) && isIn(file);
    }

    static LogFile read(Path file) {
        int track = TrackPackets.find(file, TAG)
                .orElseThrow(() -> new MediaException(
                        file,
                        MediaProbe.name(file)
                                + " has no motion log: no Camera Motion Metadata track. Choose another file."));
        SampleList gyro = new SampleList();
        SampleList acceleration = new SampleList();
        double[] exposures = new double[2];
        int dropped = 0;
        try (FileChannel in = FileChannel.open(file, StandardOpenOption.READ)) {
            for (TrackPackets.Packet packet : TrackPackets.read(file, track)) {
                ByteBuffer bytes =
                        ByteBuffer.allocate(Math.min(packet.size(), 64)).order(ByteOrder.LITTLE_ENDIAN);
                in.read(bytes, packet.position());
                bytes.flip();
                dropped += take(packet.seconds(), bytes, gyro, acceleration, exposures) ? 0 : 1;
            }
        } catch (IOException failed) {
            throw new MediaException(
                    file,
                    "The motion log in " + MediaProbe.name(file) + " cannot be read. Copy it again from the card.",
                    failed);
        }
        return new LogFile(
                LogFile.log(file, gyro, acceleration),
                true,
                exposures[1] > 0 ? Optional.of(exposures[1]) : Optional.empty(),
                exposures[0] > 0 ? Optional.of(exposures[0]) : Optional.empty(),
                dropped);
    }

    /** Whether a packet could be used; kinds that are of no use here are none that was lost. */
    private static boolean take(
            double seconds, ByteBuffer packet, SampleList gyro, SampleList acceleration, double[] exposures) {
        if (packet.remaining() < HEAD) {
            return false;
        }
        packet.getShort();
        int kind = packet.getShort();
        if (kind == EXPOSURE && packet.remaining() >= 8) {
            exposures[0] = NANOSECONDS * packet.getInt();
            exposures[1] = NANOSECONDS * packet.getInt();
            return true;
        }
        if (kind != GYRO && kind != ACCELERATION) {
            return true;
        }
        return packet.remaining() >= 12
                && (kind == GYRO ? gyro : acceleration)
                        .add(seconds, packet.getFloat(), packet.getFloat(), packet.getFloat());
    }

    /**
     * Writes a log as a file with such a track alone; its clock begins with its first sample.
     *
     * @throws MediaException where it cannot be written
     */
    public static void write(MotionLog log, Path file) {
        List<CammFile.Sample> samples = new ArrayList<>(samples(log.gyro(), GYRO));
        log.acceleration().ifPresent(acceleration -> samples.addAll(samples(acceleration, ACCELERATION)));
        samples.sort(Comparator.comparingDouble(CammFile.Sample::seconds));
        CammFile.write(samples, file);
    }

    /**
     * Writes how a rig turned as a file with such a track alone: what takes its directions (x right, y down, z ahead) to the world's, as an axis times
     * an angle.
     */
    public static void write(RotationTrack worldFromRig, Path file) {
        List<CammFile.Sample> samples = new ArrayList<>();
        for (int i = 0; i < worldFromRig.size(); i++) {
            samples.add(sample(
                    worldFromRig.time(i), ORIENTATION, worldFromRig.rotation(i).vector(), 0));
        }
        CammFile.write(samples, file);
    }

    private static List<CammFile.Sample> samples(Samples from, int kind) {
        List<CammFile.Sample> samples = new ArrayList<>();
        for (int i = 0; i < from.size(); i++) {
            samples.add(sample(from.times()[i], kind, from.values(), i));
        }
        return samples;
    }

    private static CammFile.Sample sample(double seconds, int kind, double[] values, int i) {
        ByteBuffer bytes = ByteBuffer.allocate(VECTOR).order(ByteOrder.LITTLE_ENDIAN);
        bytes.putShort((short) 0).putShort((short) kind);
        for (int k = 0; k < 3; k++) {
            bytes.putFloat((float) values[3 * i + k]);
        }
        return new CammFile.Sample(seconds, bytes.array());
    }
}
