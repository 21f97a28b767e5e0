package app.vineparcel.core.raster;

import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.colour.LinearTable;
import app.vineparcel.core.colour.TransferCurve;
import app.vineparcel.core.geometry.PixelSize;

/** Encoded pixels seen as linear light: every sample goes through its band's table, colour is premultiplied on the way. */
public final class LinearisedPixels implements LinearRows {

    private final Pixels pixels;
    private final float[][] tables;

    private LinearisedPixels(Pixels pixels, float[][] tables) {
        this.pixels = pixels;
        this.tables = tables;
    }

    /** Pixels of a space with as many bands as they have colour bands. */
    public static LinearisedPixels of(Pixels pixels, LinearSpace space) {
        if (space.bands() != pixels.colourBands()) {
            throw new IllegalArgumentException(
                    "pixels of %d colour bands in a space of %d".formatted(pixels.colourBands(), space.bands()));
        }
        float[][] tables = new float[pixels.bands()][];
        for (int band = 0; band < tables.length; band++) {
            tables[band] =
                    table(pixels, band, band < space.bands() ? space.curve(band) : TransferCurve.LINEAR, tables, space);
        }
        return new LinearisedPixels(pixels, tables);
    }

    /** Pixels whose numbers are mixed as they stand, as inks are: no curve in any band. */
    public static LinearisedPixels asTheyStand(Pixels pixels) {
        float[] straight = LinearTable.of(TransferCurve.LINEAR, pixels.levels()).light();
        float[][] tables = new float[pixels.bands()][];
        java.util.Arrays.fill(tables, straight);
        return new LinearisedPixels(pixels, tables);
    }

    /** Bands with the same curve share one table, which halves what the inner loop pulls through the cache. */
    private static float[] table(Pixels pixels, int band, TransferCurve curve, float[][] made, LinearSpace space) {
        for (int earlier = 0; earlier < Math.min(band, space.bands()); earlier++) {
            if (space.curve(earlier).equals(curve)) {
                return made[earlier];
            }
        }
        return LinearTable.of(curve, pixels.levels()).light();
    }

    @Override
    public PixelSize size() {
        return pixels.size();
    }

    @Override
    public int bands() {
        return pixels.bands();
    }

    @Override
    public boolean hasAlpha() {
        return pixels.hasAlpha();
    }

    @Override
    public void row(int y, int fromX, int toX, float[] into) {
        int from = (y * size().width() + fromX) * bands();
        int count = (toX - fromX) * bands();
        if (pixels.depth() == 8) {
            linearise(pixels.bytes(), from, count, into);
        } else {
            linearise(pixels.shorts(), from, count, into);
        }
        if (pixels.hasAlpha()) {
            premultiply(into, count);
        }
    }

    private void linearise(byte[] samples, int from, int count, float[] into) {
        if (tables.length == 3 && tables[0] == tables[1] && tables[1] == tables[2]) {
            float[] table = tables[0];
            for (int i = 0; i < count; i++) {
                into[i] = table[samples[from + i] & 0xff];
            }
            return;
        }
        for (int band = 0; band < tables.length; band++) {
            float[] table = tables[band];
            for (int i = band; i < count; i += tables.length) {
                into[i] = table[samples[from + i] & 0xff];
            }
        }
    }

    private void linearise(short[] samples, int from, int count, float[] into) {
        for (int band = 0; band < tables.length; band++) {
            float[] table = tables[band];
            for (int i = band; i < count; i += tables.length) {
                into[i] = table[samples[from + i] & 0xffff];
            }
        }
    }

    private void premultiply(float[] row, int count) {
        int bands = bands();
        for (int pixel = 0; pixel < count; pixel += bands) {
            float alpha = row[pixel + bands - 1];
            for (int band = 0; band < bands - 1; band++) {
                row[pixel + band] *= alpha;
            }
        }
    }
}
