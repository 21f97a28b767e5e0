package app.vineparcel.core.geometry;

import java.util.Locale;

/** One of nine places on a picture. */
public enum Anchor {
    TOP_LEFT(0, 0),
    TOP(0.5, 0),
    TOP_RIGHT(1, 0),
    LEFT(0, 0.5),
    CENTRE(0.5, 0.5),
    RIGHT(1, 0.5),
    BOTTOM_LEFT(0, 1),
    BOTTOM(0.5, 1),
    BOTTOM_RIGHT(1, 1);

    private final double across;
    private final double down;

    Anchor(double across, double down) {
        this.across = across;
        this.down = down;
    }

    /** As in a recipe file: {@code bottom-right}. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /**
     * The left edge, px, of a thing placed here; negative where it is wider than the picture.
     *
     * @param inset the distance kept from the edges, px; counts for nothing in the middle
     */
    public int left(PixelSize picture, PixelSize thing, double inset) {
        return place(across, picture.width() - thing.width(), inset);
    }

    /** The upper edge, px, of a thing placed here. */
    public int top(PixelSize picture, PixelSize thing, double inset) {
        return place(down, picture.height() - thing.height(), inset);
    }

    private static int place(double share, int room, double inset) {
        return (int) Math.round(inset + share * (room - 2 * inset));
    }
}
