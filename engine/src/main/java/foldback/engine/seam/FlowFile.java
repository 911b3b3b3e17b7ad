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
                    for (float sure : flow.sure()) {
                        out.writeByte(Math.round(255 * Math.max(0, Math.min(1, sure))));
                    }
                }
            } finally {
                quick.end();
            }
            Files.move(part, file, StandardCopyOption.ATOMIC_MOVE);
        } finally {
            Files.deleteIfExists(part);
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
                float[] sure = new float[columns * rows];
                for (int i = 0; i < sure.length; i++) {
                    sure[i] = in.readUnsignedByte() / 255f;
                }
                flows.add(new SeamFlow(columns, rows, along, across, sure));
            }
            return flows;
        }
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
