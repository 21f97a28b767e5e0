package app.vineparcel.core.geometry;

/**
 * The point of a piece that a crop must keep, as shares of its width and height.
 *
 * @param x 0 at the left edge to 1 at the right
 * @param y 0 at the upper edge to 1 at the lower
 */
public record FocalPoint(double x, double y) {

    /** The middle, when nobody has said otherwise. */
    public static final FocalPoint CENTRE = new FocalPoint(0.5, 0.5);

    public FocalPoint {
        if (!(x >= 0 && x <= 1 && y >= 0 && y <= 1)) {
            throw new IllegalArgumentException("a focal point lies on the piece: 0 to 1 each way");
        }
    }
}
