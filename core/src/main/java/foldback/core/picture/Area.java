package foldback.core.picture;

/** A rectangle of a picture, in whole pixels; even, so that it begins and ends between chroma samples. */
public record Area(int left, int top, int width, int height) {

    public Area {
        if (left < 0 || top < 0 || width < 2 || height < 2 || ((left | top | width | height) & 1) != 0) {
            throw new IllegalArgumentException("an area must be of even, positive size at an even place: " + left + ", "
                    + top + ", " + width + " x " + height);
        }
    }

    /** Whether a picture of this size is made of such areas without a rest, so that it can be scaled with them. */
    public boolean tiles(int pictureWidth, int pictureHeight) {
        return left + width <= pictureWidth
                && top + height <= pictureHeight
                && left % width == 0
                && top % height == 0
                && pictureWidth % width == 0
                && pictureHeight % height == 0;
    }

    /** The same tile of a picture at another size. */
    public Area atSize(int newWidth, int newHeight) {
        return new Area(left / width * newWidth, top / height * newHeight, newWidth, newHeight);
    }
}
