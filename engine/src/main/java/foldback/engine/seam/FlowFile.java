package foldback.engine.seam;

import foldback.core.seam.SeamFlow;
import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;

/** The fields of all overlaps at a moment, as a file: thousandths of a degree, each as it differs from the one before. */
final class FlowFile {
    private static final double UNITS_A_RADIAN = 1000 * 180 / Math.PI;
    private static final int MOST = Short.MAX_VALUE;

    private FlowFile() {}

    static void write(List<SeamFlow> flows, Path file) throws IOException {
        Files.createDirectories(file.getParent());
        Path part = Files.createTempFile(file.getParent(), "new", ".part");
        try {
            Deflater quick = new Deflater(Deflater.BEST_SPEED);
            try (DataOutputStream out = new DataOutputStream(
                    new BufferedOutputStream(new DeflaterOutputStream(Files.newOutputStream(part), quick)))) {
                out.writeInt(flows.size());
                for (SeamFlow flow : flows) {
                    out.writeInt(flow.columns());
                    out.writeInt(flow.rows());
                    write(flow.along(), out);
                    write(flow.across(), out);
                    write(flow.sure(), 255, out);
                    write(flow.unlike(), 1, out);
                }
            } finally {
                quick.end();
            }
            Files.move(part, file, StandardCopyOption.ATOMIC_MOVE);
        } finally {
            Files.deleteIfExists(part);
        }
    }

    private static void write(float[] values, int scale, DataOutputStream out) throws IOException {
        for (float value : values) {
            out.writeByte(Math.round(Math.max(0, Math.min(255, scale * value))));
        }
    }

    private static void write(float[] radians, DataOutputStream out) throws IOException {
        int before = 0;
        for (float value : radians) {
            int now = (int) Math.max(-MOST, Math.min(MOST, Math.round(value * UNITS_A_RADIAN)));
            out.writeShort(now - before);
            before = now;
        }
    }

    static List<SeamFlow> read(Path file) throws IOException {
        try (DataInputStream in =
                new DataInputStream(new BufferedInputStream(new InflaterInputStream(Files.newInputStream(file))))) {
            int count = in.readInt();
            List<SeamFlow> flows = new ArrayList<>();
            for (int n = 0; n < count; n++) {
                int columns = in.readInt();
                int rows = in.readInt();
                float[] along = read(columns * rows, in);
                float[] across = read(columns * rows, in);
                float[] sure = read(columns * rows, 255, in);
                float[] unlike = read(columns * rows, 1, in);
                flows.add(new SeamFlow(columns, rows, along, across, sure, unlike));
            }
            return flows;
        }
    }

    private static float[] read(int count, float scale, DataInputStream in) throws IOException {
        float[] values = new float[count];
        for (int i = 0; i < count; i++) {
            values[i] = in.readUnsignedByte() / scale;
        }
        return values;
    }

    private static float[] read(int count, DataInputStream in) throws IOException {
        float[] radians = new float[count];
        short now = 0;
        for (int i = 0; i < count; i++) {
            // Differences that went round come back so.
            now += in.readShort();
            radians[i] = (float) (now / UNITS_A_RADIAN);
        }
        return radians;
    }
}
