package app.vineparcel.core.plan;

import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.VectorFormat;
import app.vineparcel.core.geometry.PixelSize;

/**
 * How heavy a file will be by its format and pixels alone, for pictures that were not measured: medians of bits a pixel, measured on the demo's photographs at
 * a long edge of 2048 px. A picture's own detail moves it: within the demo from half to twice the median, beyond it further.
 */
final class FormatWeights {

    private static final double BITS_A_BYTE = 8;
    private static final int CONTAINER_BYTES = 1500;
    private static final double MEASURED_EDGE = 2048;
    /** Smaller renditions hold more detail a pixel; measured between 1000 and 2048 px. */
    private static final double DETAIL_EXPONENT = 0.6;

    /** Quality and bits a pixel; between the points lie straight lines. */
    private static final double[][] JPEG = {
        {1, 0.1}, {30, 0.24}, {50, 0.3}, {70, 0.38}, {82, 0.51}, {92, 0.82}, {97, 1.62}, {100, 3.2}
    };

    private static final double[][] WEBP = {{1, 0.05}, {50, 0.14}, {80, 0.22}, {95, 0.62}, {100, 1.6}};

    private static final double[][] AVIF = {
        {1, 0.015}, {30, 0.052}, {50, 0.117}, {70, 0.204}, {80, 0.297}, {90, 0.604}, {97, 4.15}, {100, 6.33}
    };

    /** Colours and bits a pixel, dithered. */
    private static final double[][] PNG_PALETTE = {{2, 0.5}, {4, 0.94}, {16, 1.61}, {64, 3.26}, {256, 4.73}};

    private static final double[][] GIF_PALETTE = {{2, 0.5}, {16, 1.46}, {64, 2.42}, {256, 3.9}};
    /** What a palette weighs without dithering, against the same dithered. */
    private static final double EVEN = 0.66;

    /** Medians of the pages and artboards of the demo's documents, in their own size. */
    private static final long PDF_BYTES = 25_000;

    private static final long SVG_BYTES = 21_000;
    private static final long EPS_BYTES = 81_000;
    /** What flat colours and outlines weigh against photographs: medians of the same, at long edges from 320 to 2048 px. */
    private static final double DRAWN_LOSSY = 0.5;

    private static final double DRAWN_LOSSLESS = 0.038;
    private static final double DRAWN_PALETTE = 0.15;
    private static final double DRAWN_TIFF = 0.09;

    private FormatWeights() {}

    /**
     * About how heavy a file becomes.
     *
     * @param drawn whether it shows shapes instead of a photograph
     */
    static long bytes(OutputFormat format, PixelSize size, boolean drawn) {
        if (format instanceof VectorFormat vector) {
            return drawn ? shapes(vector) : bytes(within(vector), size, false);
        }
        double share = drawn ? drawnShare(format) : 1;
        return Math.round(size.pixels() * bits(format, size) * share / BITS_A_BYTE) + CONTAINER_BYTES;
    }

    private static long shapes(VectorFormat format) {
        return format instanceof VectorFormat.Pdf
                ? PDF_BYTES
                : format instanceof VectorFormat.Svg ? SVG_BYTES : EPS_BYTES;
    }

    private static double drawnShare(OutputFormat format) {
        if (format instanceof OutputFormat.Tiff tiff) {
            return tiff.compression() == OutputFormat.Compression.NONE ? 1 : DRAWN_TIFF;
        }
        if (format.paletteColours() > 0) {
            return DRAWN_PALETTE;
        }
        boolean lossless = format instanceof OutputFormat.Png
                || format instanceof OutputFormat.Webp webp && webp.lossless()
                || format instanceof OutputFormat.Avif avif && avif.lossless();
        return lossless ? DRAWN_LOSSLESS : DRAWN_LOSSY;
    }

    /** What a picture becomes within a file of shapes. */
    static OutputFormat within(VectorFormat format) {
        int quality = format instanceof VectorFormat.Pdf pdf ? pdf.quality() : 100;
        return new OutputFormat.Jpeg(quality, false, OutputFormat.Chroma.FULL);
    }

    private static double bits(OutputFormat format, PixelSize size) {
        if (format instanceof OutputFormat.Jpeg jpeg) {
            double colour =
                    switch (jpeg.chroma()) {
                        case FULL -> 1.31;
                        case HALF_ACROSS -> 1.15;
                        case HALF -> 1;
                    };
            return colour * lossy(JPEG, jpeg.quality(), size);
        }
        if (format instanceof OutputFormat.Webp webp) {
            return webp.lossless() ? 7.4 : lossy(WEBP, webp.quality(), size);
        }
        if (format instanceof OutputFormat.Png png) {
            return png.bits() == OutputFormat.Png.PALETTE_BITS
                    ? between(PNG_PALETTE, png.colours()) * (png.dither() ? 1 : EVEN)
                    : png.depth() == 16 ? 46 : 13.8;
        }
        if (format instanceof OutputFormat.Gif gif) {
            return between(GIF_PALETTE, gif.colours()) * (gif.dither() ? 1 : EVEN);
        }
        if (format instanceof OutputFormat.Avif avif) {
            return avif.lossless() ? 8.05 : lossy(AVIF, avif.quality(), size);
        }
        OutputFormat.Tiff tiff = (OutputFormat.Tiff) format;
        boolean wide = tiff.bits() == 16;
        return switch (tiff.compression()) {
            case NONE -> 3.0 * tiff.bits();
            case LZW -> wide ? 47.8 : 10.3;
            case DEFLATE -> wide ? 38.5 : 10.4;
        };
    }

    private static double lossy(double[][] points, int quality, PixelSize size) {
        return between(points, quality) * Math.max(1, Math.pow(size.longEdge() / MEASURED_EDGE, -DETAIL_EXPONENT));
    }

    private static double between(double[][] points, int at) {
        int above = 1;
        while (above < points.length - 1 && points[above][0] < at) {
            above++;
        }
        double[] low = points[above - 1];
        double[] high = points[above];
        return low[1] + (at - low[0]) / (high[0] - low[0]) * (high[1] - low[1]);
    }
}
