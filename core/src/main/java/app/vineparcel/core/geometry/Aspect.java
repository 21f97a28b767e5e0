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
        return in(whole, CropPlace.about(focus));
    }

    /** The box of this aspect inside {@code whole} that lies and is as tight as that. */
    public Box in(Box whole, CropPlace place) {
        boolean wide = whole.aspect() > ratio();
        double width = (wide ? whole.height() * ratio() : whole.width()) * place.share();
        double height = (wide ? whole.height() : whole.width() / ratio()) * place.share();
        return new Box(
                whole.x() + slide(whole.width(), width, place.centre().x()),
                whole.y() + slide(whole.height(), height, place.centre().y()),
                width,
                height);
    }

    private static double slide(double room, double wanted, double focus) {
        return Math.max(0, Math.min(room - wanted, room * focus - wanted / 2));
    }

    /** The same word for the same proportion, however it is written: width over height to three places, such as {@code 1.500}. */
    public String word() {
        return String.format(java.util.Locale.ROOT, "%.3f", ratio());
    }
}
