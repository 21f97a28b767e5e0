package app.vineparcel.core.geometry;

/**
 * Exactly what becomes of a piece's rectangle: which part is shown, how many pixels it gets, and on which canvas it stands.
 *
 * @param crop the part of the piece that is shown, in the piece's px
 * @param content how many pixels that part gets
 * @param canvas the size of the rendition; larger than {@code content} only when padded
 */
public record Framing(Box crop, PixelSize content, PixelSize canvas) {

    /** Whether there is a margin of background around the content. */
    public boolean padded() {
        return !content.equals(canvas);
    }

    /** Pixels from the canvas's left edge to the content. */
    public int left() {
        return (canvas.width() - content.width()) / 2;
    }

    /** Pixels from the canvas's upper edge to the content. */
    public int top() {
        return (canvas.height() - content.height()) / 2;
    }

    /** Rendition pixels for one pixel of the piece, the larger of the two directions; above 1 means enlarged. */
    public double scale() {
        return Math.max(content.width() / crop.width(), content.height() / crop.height());
    }

    /** The same part on a canvas no larger than that; nothing is enlarged. */
    public Framing within(PixelSize room) {
        double scale =
                Math.min(1, Math.min((double) room.width() / canvas.width(), (double) room.height() / canvas.height()));
        return new Framing(
                crop,
                Extent.of(content).times(scale).rounded(),
                Extent.of(canvas).times(scale).rounded());
    }
}
