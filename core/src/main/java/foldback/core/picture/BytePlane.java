package foldback.core.picture;

/** Samples of 8 bits; the array is shared, its bytes are unsigned. */
public record BytePlane(byte[] data, int offset, int stride, int width, int height) implements Plane {

    public BytePlane {
        Plane.check(data.length, width, height, offset, stride);
    }

    public BytePlane(int width, int height) {
        this(new byte[width * height], 0, width, width, height);
    }

    @Override
    public int get(int x, int y) {
        return data[offset + y * stride + x] & 0xff;
    }

    @Override
    public void set(int x, int y, int value) {
        data[offset + y * stride + x] = (byte) value;
    }

    @Override
    public BytePlane sub(int left, int top, int subWidth, int subHeight) {
        return new BytePlane(data, offset + top * stride + left, stride, subWidth, subHeight);
    }
}
