package app.vineparcel.core.raster;

import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.geometry.PixelSize;

/** How light a part of a picture is. */
public final class Ground {

    private static final int MOST_ROWS = 64;

    private Ground() {}

    /**
     * The mean lightness, 0 for black to 1 for white, of a rectangle; what lies outside the picture does not count, and transparency counts
     * as white, as most pages are.
     */
    public static double lightness(LinearRows picture, LinearSpace space, int left, int top, PixelSize rectangle) {
        int fromX = Math.max(0, Math.min(picture.size().width() - 1, left));
        int toX = Math.max(fromX + 1, Math.min(picture.size().width(), left + rectangle.width()));
        int fromY = Math.max(0, Math.min(picture.size().height() - 1, top));
        int toY = Math.max(fromY + 1, Math.min(picture.size().height(), top + rectangle.height()));
        int step = Math.max(1, (toY - fromY) / MOST_ROWS);
        int bands = picture.bands();
        float[] row = new float[(toX - fromX) * bands];
        double sum = 0;
        long count = 0;
        for (int y = fromY; y < toY; y += step) {
            picture.row(y, fromX, toX, row);
            for (int at = 0; at < row.length; at += bands) {
                double light = picture.hasAlpha() ? 1 - row[at + bands - 1] : 0;
                for (int band = 0; band < space.bands(); band++) {
                    light += space.toXyz().at(1, band) * row[at + band];
                }
                sum += Lightness.of((float) light);
                count++;
            }
        }
        return sum / count;
    }
}
