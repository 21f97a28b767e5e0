package app.vineparcel.core.render;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.source.SourceReader;
import java.nio.file.Path;

/**
 * The colour that a small picture mainly has: of all cells of a coarse colour cube the one with the most in it, where colourful pixels count more than
 * greys, and of that the mean. A picture of one colour has that.
 */
public final class MainColour {

    private static final int BITS = 3;
    private static final int CELLS = 1 << BITS;

    private MainColour() {}

    /**
     * The main colour of an sRGB picture of few pixels.
     *
     * @return as {@code #rrggbb}; where all of it is transparent {@code #000000}
     * @throws ProblemException if it cannot be read
     */
    public static String of(SourceReader reader, Path picture) throws ProblemException {
        return of(reader.open(picture).pixels());
    }

    static String of(Pixels pixels) {
        double[] weights = new double[CELLS * CELLS * CELLS];
        double[][] sums = new double[weights.length][3];
        int shift = pixels.depth() - 8;
        for (int y = 0; y < pixels.size().height(); y++) {
            for (int x = 0; x < pixels.size().width(); x++) {
                boolean grey = pixels.colourBands() == 1;
                int red = pixels.sample(x, y, 0) >> shift;
                int green = grey ? red : pixels.sample(x, y, 1) >> shift;
                int blue = grey ? red : pixels.sample(x, y, 2) >> shift;
                double seen = pixels.hasAlpha() ? (pixels.sample(x, y, pixels.bands() - 1) >> shift) / 255.0 : 1;
                double colourful =
                        (Math.max(red, Math.max(green, blue)) - Math.min(red, Math.min(green, blue))) / 255.0;
                double weight = seen * (0.3 + colourful);
                int cell = ((red >> 8 - BITS) * CELLS + (green >> 8 - BITS)) * CELLS + (blue >> 8 - BITS);
                weights[cell] += weight;
                sums[cell][0] += weight * red;
                sums[cell][1] += weight * green;
                sums[cell][2] += weight * blue;
            }
        }
        int most = 0;
        for (int cell = 1; cell < weights.length; cell++) {
            if (weights[cell] > weights[most]) {
                most = cell;
            }
        }
        double all = Math.max(weights[most], 1e-12);
        return "#%02x%02x%02x"
                .formatted(
                        Math.round(sums[most][0] / all),
                        Math.round(sums[most][1] / all),
                        Math.round(sums[most][2] / all));
    }
}
