package app.vineparcel.core.geometry;

/**
 * How stored rows and columns lie against the picture as it is meant to be seen: the EXIF tag 0x0112 (Exif 2.32, 4.6.4).
 * The constants stand in the tag's order, 1 to 8; each names where the stored row 0 and column 0 belong.
 */
public enum Orientation {
    TOP_LEFT(false, false, false),
    TOP_RIGHT(false, true, false),
    BOTTOM_RIGHT(false, true, true),
    BOTTOM_LEFT(false, false, true),
    LEFT_TOP(true, false, false),
    RIGHT_TOP(true, true, false),
    RIGHT_BOTTOM(true, true, true),
    LEFT_BOTTOM(true, false, true);

    private final boolean transposed;
    private final boolean mirroredAcross;
    private final boolean mirroredDown;

    Orientation(boolean transposed, boolean mirroredAcross, boolean mirroredDown) {
        this.transposed = transposed;
        this.mirroredAcross = mirroredAcross;
        this.mirroredDown = mirroredDown;
    }

    /** The orientation of an EXIF value; whatever is not 1 to 8 counts as upright. */
    public static Orientation ofExif(int value) {
        return value >= 1 && value <= 8 ? values()[value - 1] : TOP_LEFT;
    }

    /** The value of the EXIF tag, 1 to 8. */
    public int exif() {
        return ordinal() + 1;
    }

    /** The size as seen, of a picture stored in that size. */
    public PixelSize seen(PixelSize stored) {
        return transposed ? stored.swapped() : stored;
    }

    /** The stored column that is seen at {@code (x, y)} of a picture stored in that size. */
    public int storedX(int x, int y, PixelSize stored) {
        return transposed ? (mirroredDown ? stored.width() - 1 - y : y) : (mirroredAcross ? stored.width() - 1 - x : x);
    }

    /** The stored row that is seen at {@code (x, y)} of a picture stored in that size. */
    public int storedY(int x, int y, PixelSize stored) {
        return transposed
                ? (mirroredAcross ? stored.height() - 1 - x : x)
                : (mirroredDown ? stored.height() - 1 - y : y);
    }
}
