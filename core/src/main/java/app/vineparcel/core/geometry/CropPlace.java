package app.vineparcel.core.geometry;

/**
 * Where a crop of a given aspect lies on a piece, and how tight it is.
 *
 * @param centre the point that it keeps as near to its middle as the piece's edges allow
 * @param share how large it is against the largest crop of that aspect, {@link #TIGHTEST} to 1
 */
public record CropPlace(FocalPoint centre, double share) {

    /** The tightest crop, as a share of the largest one's sides. */
    public static final double TIGHTEST = 0.05;

    public CropPlace {
        if (!(share >= TIGHTEST && share <= 1)) {
            throw new IllegalArgumentException("a crop has 0.05 to 1 of the largest one's sides");
        }
    }

    /** The largest crop about a focal point. */
    public static CropPlace about(FocalPoint focus) {
        return new CropPlace(focus, 1);
    }
}
