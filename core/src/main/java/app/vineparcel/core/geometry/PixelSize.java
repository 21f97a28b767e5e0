package app.vineparcel.core.geometry;

/**
 * The size of a picture in whole pixels.
 *
 * @param width in px, at least 1
 * @param height in px, at least 1
 */
public record PixelSize(int width, int height) {

    public PixelSize {
        if (width < 1 || height < 1) {
            throw new IllegalArgumentException(
                    "a picture has at least one pixel each way, not " + width + " × " + height);
        }
    }

    /** How many pixels there are. */
    public long pixels() {
        return (long) width * height;
    }

    /** The longer of the two edges, in px. */
    public int longEdge() {
        return Math.max(width, height);
    }

    /** The same picture turned by a quarter. */
    public PixelSize swapped() {
        return new PixelSize(height, width);
    }

    /** The whole picture as a box. */
    public Box box() {
        return new Box(0, 0, width, height);
    }

    /** As people write it: {@code 2048 × 1365}. */
    @Override
    public String toString() {
        return width + " × " + height;
    }
}
