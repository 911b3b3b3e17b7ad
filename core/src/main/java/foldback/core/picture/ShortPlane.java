package foldback.core.picture;

/** Samples of 9 to 16 bits; the array is shared, its shorts are unsigned. */
public record ShortPlane(short[] data, int offset, int stride, int width, int height) implements Plane {

    public ShortPlane {
        Plane.check(data.length, width, height, offset, stride);
    }

    public ShortPlane(int width, int height) {
        this(new short[width * height], 0, width, width, height);
    }

    @Override
    public int get(int x, int y) {
        return data[offset + y * stride + x] & 0xffff;
    }

    @Override
    public void set(int x, int y, int value) {
        data[offset + y * stride + x] = (short) value;
    }

    @Override
    public ShortPlane sub(int left, int top, int subWidth, int subHeight) {
        return new ShortPlane(data, offset + top * stride + left, stride, subWidth, subHeight);
    }
}
