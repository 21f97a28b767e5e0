package app.vineparcel.core.plan;

import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.geometry.PixelSize;

/**
 * Predicts how heavy a file will be from its format and pixels alone. The rates are bits a pixel measured on the demo's
 * photographs; a flat drawing comes out lighter, a noisy picture heavier, by up to about a factor of two.
 */
final class WeightModel {

    private static final double BITS_A_BYTE = 8;
    private static final int CONTAINER_BYTES = 1500;

    private WeightModel() {}

    static long bytes(OutputFormat format, PixelSize size) {
        return Math.round(size.pixels() * bits(format) / BITS_A_BYTE) + CONTAINER_BYTES;
    }

    private static double bits(OutputFormat format) {
        if (format instanceof OutputFormat.Jpeg jpeg) {
            double colour =
                    switch (jpeg.chroma()) {
                        case FULL -> 1.25;
                        case HALF_ACROSS -> 1.1;
                        case HALF -> 1;
                    };
            return colour * lossy(jpeg.quality(), 1.9);
        }
        if (format instanceof OutputFormat.Webp webp) {
            return webp.lossless() ? 11 : lossy(webp.quality(), 1.2);
        }
        if (format instanceof OutputFormat.Png png) {
            return png.depth() == 16 ? png.bits() * 0.85 : 13.5;
        }
        OutputFormat.Tiff tiff = (OutputFormat.Tiff) format;
        double packed =
                switch (tiff.compression()) {
                    case NONE -> 1;
                    case LZW -> tiff.bits() == 16 ? 1.2 : 0.8;
                    case DEFLATE -> tiff.bits() == 16 ? 0.9 : 0.65;
                };
        return 3 * tiff.bits() * packed;
    }

    /** Rises gently to quality 80 and steeply above, as quantisation tables do. */
    private static double lossy(int quality, double at80) {
        double step = quality < 50 ? 50.0 / quality : 2 - quality / 50.0;
        return at80 * Math.pow(0.4 / Math.max(0.03, step), 0.75);
    }
}
