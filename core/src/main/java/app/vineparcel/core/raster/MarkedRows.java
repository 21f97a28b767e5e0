package app.vineparcel.core.raster;

import java.util.List;

/** A picture with a mark laid over it, seen as rows: composed in linear light (Porter and Duff 1984, “over”). */
public final class MarkedRows extends RowsOver {

    private final LinearImage mark;
    private final float opacity;
    private final List<Place> places;

    /** Where a copy of the mark lies: its left and upper edge, px; parts beyond the picture are not seen. */
    public record Place(int left, int top) {}

    /**
     * Lays a mark over a picture.
     *
     * @param mark in the same space as the source, with alpha
     * @param opacity 0 to 1
     */
    public MarkedRows(LinearRows source, LinearImage mark, double opacity, List<Place> places) {
        super(source);
        int colours = source.bands() - (source.hasAlpha() ? 1 : 0);
        if (!mark.hasAlpha() || mark.bands() != colours + 1) {
            throw new IllegalArgumentException("a mark needs the picture's colours and alpha");
        }
        this.mark = mark;
        this.opacity = (float) opacity;
        this.places = List.copyOf(places);
    }

    @Override
    public void row(int y, int fromX, int toX, float[] into) {
        source.row(y, fromX, toX, into);
        for (Place place : places) {
            if (y >= place.top() && y < place.top() + mark.size().height()) {
                over(place, y, fromX, toX, into);
            }
        }
    }

    private void over(Place place, int y, int fromX, int toX, float[] into) {
        int bands = source.bands();
        int colours = mark.bands() - 1;
        int from = Math.max(fromX, place.left());
        int to = Math.min(toX, place.left() + mark.size().width());
        for (int x = from; x < to; x++) {
            float cover = opacity * mark.value(x - place.left(), y - place.top(), colours);
            if (cover == 0) {
                continue;
            }
            int at = (x - fromX) * bands;
            for (int band = 0; band < bands; band++) {
                float own = band < colours ? opacity * mark.value(x - place.left(), y - place.top(), band) : cover;
                into[at + band] = own + into[at + band] * (1 - cover);
            }
        }
    }
}
