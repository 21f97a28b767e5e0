package app.vineparcel.core.geometry;

/**
 * How large a piece is in its own units, which need not be whole.
 *
 * @param width above 0
 * @param height above 0
 */
public record Extent(double width, double height) {

    public Extent {
        if (!(width > 0 && height > 0 && width < 1e9 && height < 1e9)) {
            throw new IllegalArgumentException("an extent is positive and finite, not " + width + " by " + height);
        }
    }

    /** The extent of a picture. */
    public static Extent of(PixelSize size) {
        return new Extent(size.width(), size.height());
    }

    /** The extent of a box. */
    public static Extent of(Box box) {
        return new Extent(box.width(), box.height());
    }

    /** The whole of it as a box. */
    public Box box() {
        return new Box(0, 0, width, height);
    }

    /** Rounded to whole pixels, at least one each way, one unit being one pixel. */
    public PixelSize rounded() {
        return new PixelSize((int) Math.max(1, Math.round(width)), (int) Math.max(1, Math.round(height)));
    }

    /** The same, so many times as large. */
    public Extent times(double factor) {
        return new Extent(width * factor, height * factor);
    }
}
