package app.vineparcel.core.geometry;

import java.util.Optional;

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

    /** The same box, moved. */
    public Box movedBy(double dx, double dy) {
        return new Box(x + dx, y + dy, width, height);
    }

    /** The same box in units that are so many times smaller. */
    public Box times(double factor) {
        return new Box(x * factor, y * factor, width * factor, height * factor);
    }

    /** The part that both cover, if there is one. */
    public Optional<Box> intersection(Box other) {
        double left = Math.max(x, other.x);
        double top = Math.max(y, other.y);
        double right = Math.min(x + width, other.x + other.width);
        double bottom = Math.min(y + height, other.y + other.height);
        return right > left && bottom > top
                ? Optional.of(new Box(left, top, right - left, bottom - top))
                : Optional.empty();
    }

    /** Width over height. */
    public double aspect() {
        return width / height;
    }
}
