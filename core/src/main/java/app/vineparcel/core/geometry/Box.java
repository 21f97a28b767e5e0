package app.vineparcel.core.geometry;

/**
 * A rectangle on a picture, in px from its upper left corner; edges may lie between pixels.
 *
 * @param x left edge
 * @param y upper edge
 * @param width positive
 * @param height positive
 */
public record Box(double x, double y, double width, double height) {

    public Box {
        if (!(width > 0 && height > 0)) {
            throw new IllegalArgumentException(
                    "a box needs a positive width and height, not " + width + " by " + height);
        }
    }

    /** Whether this box is exactly the whole of a picture of that size. */
    public boolean isWholeOf(PixelSize size) {
        return x == 0 && y == 0 && width == size.width() && height == size.height();
    }

    /** Width over height. */
    public double aspect() {
        return width / height;
    }
}
