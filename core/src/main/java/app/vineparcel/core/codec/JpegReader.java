package app.vineparcel.core.codec;

import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.nio.file.Path;

/**
 * Reads JPEG: grey, RGB, YCbCr, CMYK and YCCK. An engine unpacks the pixels; here is what the markers say about them. Adobe's CMYK counts
 * paper instead of ink and is turned round.
 */
final class JpegReader implements PictureReader {

    private final JpegEngine engine;

    JpegReader(JpegEngine engine) {
        this.engine = engine;
    }

    @Override
    public PixelSize size(Path file) throws IOException {
        byte[] frame =
                JpegSegments.read(file).frame().map(JpegSegments.Segment::data).orElse(new byte[0]);
        if (frame.length < 6) {
            throw new IOException("it has no frame header.");
        }
        int height = (frame[1] & 0xff) << 8 | frame[2] & 0xff;
        int width = (frame[3] & 0xff) << 8 | frame[4] & 0xff;
        if (width == 0 || height == 0) {
            throw new IOException("its header gives no size.");
        }
        return new PixelSize(width, height);
    }

    @Override
    public Decoded read(Path file) throws IOException {
        Pixels pixels = engine.decode(file);
        return switch (pixels.bands()) {
            case 1 -> new Decoded(pixels, ColourModel.GREY);
            case 3 -> new Decoded(pixels, ColourModel.RGB);
            case 4 -> {
                if (JpegSegments.read(file).adobeTransform().isPresent()) {
                    invert(pixels.bytes());
                }
                yield new Decoded(pixels, ColourModel.CMYK);
            }
            default -> throw new IOException("it has " + pixels.bands() + " components; 1, 3 or 4 are read.");
        };
    }

    private static void invert(byte[] samples) {
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (byte) ~samples[i];
        }
    }
}
