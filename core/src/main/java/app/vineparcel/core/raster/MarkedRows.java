package app.vineparcel.core.raster;

import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.geometry.PixelSize;
import java.util.List;

/**
 * A picture with a mark items over it, seen as rows (Porter and Duff 1984, “over”), mixed by the encoded values of the picture's space, as whoever
 * chose the mark's opacity sees it.
 */
public final class MarkedRows extends RowsOver {

    private final PixelSize markSize;
    private final float[] mark;
    private final int colours;
    private final Mixing mixing;
    private final float opacity;
    private final List<Place> places;

    /** Where a copy of the mark lies: its left and upper edge, px; parts beyond the picture are not seen. */
    public record Place(int left, int top) {}

    /**
     * Lays a mark over a picture.
     *
     * @param space of the source
     * @param mark in the same space, with alpha
     * @param opacity 0 to 1
     */
    public MarkedRows(LinearRows source, LinearSpace space, LinearImage mark, double opacity, List<Place> places) {
        super(source);
        this.colours = source.bands() - (source.hasAlpha() ? 1 : 0);
        if (!mark.hasAlpha() || mark.bands() != colours + 1) {
            throw new IllegalArgumentException("a mark needs the picture's colours and alpha");
        }
        this.markSize = mark.size();
        this.mixing = Mixing.in(space);
        this.mark = encoded(mark);
        this.opacity = (float) opacity;
        this.places = List.copyOf(places);
    }

    /** Straight encoded values with alpha behind them. */
    private float[] encoded(LinearImage linear) {
        float[] values = new float[Math.toIntExact(linear.size().pixels() * (colours + 1))];
        int at = 0;
        for (int y = 0; y < linear.size().height(); y++) {
            for (int x = 0; x < linear.size().width(); x++) {
                float alpha = linear.value(x, y, colours);
                for (int band = 0; band < colours; band++) {
                    values[at++] = alpha > 0 ? mixing.encoded(band, linear.value(x, y, band) / alpha) : 0;
                }
                values[at++] = alpha;
            }
        }
        return values;
    }

    @Override
    public void row(int y, int fromX, int toX, float[] into) {
        source.row(y, fromX, toX, into);
        for (Place place : places) {
            if (y >= place.top() && y < place.top() + markSize.height()) {
                over(place, y, fromX, toX, into);
            }
        }
    }

    private void over(Place place, int y, int fromX, int toX, float[] into) {
        int bands = source.bands();
        int from = Math.max(fromX, place.left());
        int to = Math.min(toX, place.left() + markSize.width());
        for (int x = from; x < to; x++) {
            int own = ((y - place.top()) * markSize.width() + x - place.left()) * (colours + 1);
            float cover = opacity * mark[own + colours];
            if (cover > 0) {
                over(own, cover, into, (x - fromX) * bands);
            }
        }
    }

    private void over(int own, float cover, float[] into, int at) {
        float below = source.hasAlpha() ? Math.max(0, Math.min(1, into[at + colours])) : 1;
        float alpha = cover + below * (1 - cover);
        for (int band = 0; band < colours; band++) {
            float under = below > 0 ? mixing.encoded(band, into[at + band] / below) : 0;
            float mixed = (mark[own + band] * cover + under * below * (1 - cover)) / alpha;
            into[at + band] = mixing.light(band, Math.min(1, mixed)) * alpha;
        }
        if (source.hasAlpha()) {
            into[at + colours] = alpha;
        }
    }
}
