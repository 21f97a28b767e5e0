package app.vineparcel.core.geometry;

/**
 * A framing before it is rounded to pixels, for files that hold shapes.
 *
 * @param crop the part of the piece that is shown, in the piece's units
 * @param content how large that part becomes
 * @param canvas how large the rendition is; larger than {@code content} only when padded
 */
public record ExactFraming(Box crop, Extent content, Extent canvas) {

    /** The same in whole pixels. */
    public Framing rounded() {
        return new Framing(crop, content.rounded(), canvas.rounded());
    }
}
