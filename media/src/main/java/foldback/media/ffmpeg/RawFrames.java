package foldback.media.ffmpeg;

import foldback.core.picture.BytePlane;
import foldback.core.picture.Frame;
import foldback.core.picture.Plane;
import foldback.core.picture.ShortPlane;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/** Moves frames through pipes as raw planar samples, little endian; one instance a pipe, it owns a buffer. */
public final class RawFrames {
    private static final int CHUNK = 1 << 18;
    private final byte[] buffer;

    public RawFrames(long frameBytes) {
        buffer = new byte[(int) Math.min(CHUNK, Math.max(64, frameBytes))];
    }

    /** @return false at the end of the stream; throws {@link EOFException} where it ends inside a frame */
    public boolean read(InputStream in, Frame frame) throws IOException {
        boolean first = true;
        for (Plane plane : new Plane[] {frame.y(), frame.u(), frame.v()}) {
            if (!read(in, plane, first)) {
                return false;
            }
            first = false;
        }
        return true;
    }

    private boolean read(InputStream in, Plane plane, boolean mayEnd) throws IOException {
        if (plane instanceof BytePlane bytes && bytes.stride() == bytes.width()) {
            int length = bytes.width() * bytes.height();
            return fill(in, bytes.data(), bytes.offset(), length, mayEnd);
        }
        for (int row = 0; row < plane.height(); row++) {
            int at = plane.offset() + row * plane.stride();
            boolean start = mayEnd && row == 0;
            if (plane instanceof BytePlane bytes) {
                if (!fill(in, bytes.data(), at, plane.width(), start)) {
                    return false;
                }
            } else if (plane instanceof ShortPlane shorts) {
                int length = 2 * plane.width();
                if (!fill(in, buffer, 0, length, start)) {
                    return false;
                }
                ByteBuffer.wrap(buffer, 0, length)
                        .order(ByteOrder.LITTLE_ENDIAN)
                        .asShortBuffer()
                        .get(shorts.data(), at, plane.width());
            }
        }
        return true;
    }

    private static boolean fill(InputStream in, byte[] into, int from, int length, boolean mayEnd) throws IOException {
        int done = 0;
        while (done < length) {
            int count = in.read(into, from + done, length - done);
            if (count < 0) {
                if (done == 0 && mayEnd) {
                    return false;
                }
                throw new EOFException("the stream ended inside a frame");
            }
            done += count;
        }
        return true;
    }

    public void write(OutputStream out, Frame frame) throws IOException {
        for (Plane plane : new Plane[] {frame.y(), frame.u(), frame.v()}) {
            for (int row = 0; row < plane.height(); row++) {
                int at = plane.offset() + row * plane.stride();
                if (plane instanceof BytePlane bytes) {
                    if (bytes.stride() == bytes.width()) {
                        out.write(bytes.data(), at, bytes.width() * bytes.height());
                        break;
                    }
                    out.write(bytes.data(), at, bytes.width());
                } else if (plane instanceof ShortPlane shorts) {
                    int length = 2 * plane.width();
                    ByteBuffer.wrap(buffer, 0, length)
                            .order(ByteOrder.LITTLE_ENDIAN)
                            .asShortBuffer()
                            .put(shorts.data(), at, plane.width());
                    out.write(buffer, 0, length);
                }
            }
        }
    }
}
