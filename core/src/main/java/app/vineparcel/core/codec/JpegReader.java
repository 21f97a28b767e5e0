package app.vineparcel.core.codec;

import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.imageio.ImageReader;

/**
 * Reads JPEG: grey, RGB, YCbCr, CMYK and YCCK. The library unpacks the components; what they mean is decided here, by JFIF
 * and Adobe markers (ITU-T T.871; T.872, 6.5.3). Adobe's CMYK counts paper instead of ink and is turned round.
 */
final class JpegReader implements PictureReader {

    private static final LibraryReader LIBRARY = new LibraryReader("jpeg", "com.sun.");

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
        JpegSegments segments = JpegSegments.read(file);
        Pixels stored = LIBRARY.with(file, this::components);
        Optional<Integer> adobe = segments.adobeTransform();
        return switch (stored.bands()) {
            case 1 -> new Decoded(stored, ColourModel.GREY);
            case 3 -> {
                if (isYcc(segments)) {
                    YccToRgb.inPlace(stored.bytes(), 3);
                }
                yield new Decoded(stored, ColourModel.RGB);
            }
            case 4 -> {
                if (adobe.orElse(0) == 2) {
                    YccToRgb.inPlace(stored.bytes(), 4);
                }
                if (adobe.isPresent()) {
                    invert(stored.bytes());
                }
                yield new Decoded(stored, ColourModel.CMYK);
            }
            default -> throw new IOException("it has " + stored.bands() + " components; 1, 3 or 4 are read.");
        };
    }

    private Pixels components(ImageReader reader) throws IOException {
        List<String> warnings = new ArrayList<>();
        reader.addIIOReadWarningListener((source, warning) -> warnings.add(warning));
        Pixels pixels = AwtPixels.of(reader.readRaster(0, null), false);
        for (String warning : warnings) {
            if (warning.contains("Missing EOI") || warning.contains("Premature end")) {
                throw new IOException("it ends before its picture does.");
            }
            if (warning.startsWith("Corrupt") && !warning.contains("extraneous")) {
                throw new IOException("its data is damaged.");
            }
        }
        return pixels;
    }

    private static boolean isYcc(JpegSegments segments) {
        if (segments.hasJfif()) {
            return true;
        }
        if (segments.adobeTransform().isPresent()) {
            return segments.adobeTransform().get() != 0;
        }
        byte[] frame = segments.frame().map(JpegSegments.Segment::data).orElse(new byte[0]);
        return frame.length < 13 || !(frame[6] == 'R' && frame[9] == 'G' && frame[12] == 'B');
    }

    private static void invert(byte[] samples) {
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (byte) ~samples[i];
        }
    }
}
