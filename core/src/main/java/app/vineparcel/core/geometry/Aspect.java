package app.vineparcel.core.geometry;

/**
 * A proportion such as 3:2, as width to height.
 *
 * @param width positive
 * @param height positive
 */
public record Aspect(double width, double height) {

    public Aspect {
        if (!(width > 0 && height > 0) || Double.isInfinite(width) || Double.isInfinite(height)) {
            throw new IllegalArgumentException("an aspect needs two positive numbers");
        }
    }

    /** Width over height. */
    public double ratio() {
        return width / height;
    }

    /** The largest box of this aspect inside {@code whole}, as near to the focal point as the edges allow. */
    public Box largestIn(Box whole, FocalPoint focus) {
        if (whole.aspect() > ratio()) {
            double width = whole.height() * ratio();
            return new Box(whole.x() + slide(whole.width(), width, focus.x()), whole.y(), width, whole.height());
        }
        double height = whole.width() / ratio();
        return new Box(whole.x(), whole.y() + slide(whole.height(), height, focus.y()), whole.width(), height);
    }

    private static double slide(double room, double wanted, double focus) {
        return Math.max(0, Math.min(room - wanted, room * focus - wanted / 2));
    }
}
