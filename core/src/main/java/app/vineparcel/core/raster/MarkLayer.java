package app.vineparcel.core.raster;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.colour.Matrix;
import app.vineparcel.core.geometry.PixelSize;

/** Turns a drawn mark, 8-bit sRGB with alpha, into linear light of the picture that it is items over. */
public final class MarkLayer {

    private MarkLayer() {}

    /** The mark in another space; colours that the space cannot say keep values outside 0 to 1 until the picture is encoded. */
    public static LinearImage of(Pixels mark, LinearSpace space) {
        LinearRows rows = LinearisedPixels.of(mark, BuiltInProfile.SRGB.space());
        Matrix map = BuiltInProfile.SRGB.space().to(space);
        PixelSize size = mark.size();
        int colours = space.bands();
        float[] values = new float[Math.toIntExact(size.pixels() * (colours + 1))];
        float[] row = new float[size.width() * 4];
        int to = 0;
        for (int y = 0; y < size.height(); y++) {
            rows.row(y, 0, size.width(), row);
            for (int x = 0; x < size.width(); x++) {
                for (int out = 0; out < colours; out++) {
                    values[to++] = (float) (map.at(out, 0) * row[4 * x]
                            + map.at(out, 1) * row[4 * x + 1]
                            + map.at(out, 2) * row[4 * x + 2]);
                }
                values[to++] = row[4 * x + 3];
            }
        }
        return LinearImage.of(size, colours + 1, true, values);
    }
}
