package app.vineparcel.core.codec.png;

import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.raster.Pixels;
import java.io.BufferedOutputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.DeflaterOutputStream;

/** Writes PNG; profile, resolution and metadata go into chunks of their own behind the header. */
public final class PngWriter implements PictureWriter {

    private static final byte[] SIGNATURE = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'};
    private static final double METRES_PER_INCH = 0.0254;

    private final PngFormat options;

    public PngWriter(PngFormat options) {
        this.options = options;
    }

    @Override
    public void write(Picture picture, FileTags tags, Path file) throws IOException {
        Pixels pixels = picture.pixels();
        if (pixels.depth() != options.depth() || pixels.hasAlpha() && !options.keepsAlpha()) {
            throw new IllegalArgumentException("these pixels are not prepared for " + options);
        }
        PngImage image = options.bits() == PngFormat.PALETTE_BITS
                ? PngImage.of(picture.quantiser(false).palette(options.colours(), options.dither()))
                : PngImage.of(pixels, tags.embedProfile());
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file), 1 << 16)) {
            out.write(SIGNATURE);
            PngEncoder.chunk(out, "IHDR", header(image));
            describe(picture, tags, out);
            PngEncoder.write(image, out);
            PngEncoder.chunk(out, "IEND", new byte[0]);
        }
    }

    /**
     * A file with its profile that is looked at once and goes no further than to a screen: packed as fast as can be.
     *
     * @param picture 8-bit RGB, with transparency or without
     */
    public static byte[] forScreen(Picture picture) {
        PngImage image = PngImage.direct(picture.pixels());
        ByteArrayOutputStream out = new ByteArrayOutputStream(1 << 16);
        try {
            out.write(SIGNATURE);
            PngEncoder.chunk(out, "IHDR", header(image));
            PngEncoder.chunk(out, "iCCP", profile(picture.profile().bytes()));
            PngEncoder.writeQuickly(image, out);
            PngEncoder.chunk(out, "IEND", new byte[0]);
        } catch (IOException e) {
            throw new IllegalStateException("memory takes all that is written to it", e);
        }
        return out.toByteArray();
    }

    private static byte[] header(PngImage image) {
        return ByteBuffer.allocate(13)
                .putInt(image.size().width())
                .putInt(image.size().height())
                .put((byte) image.depth())
                .put((byte) image.colourType())
                .array();
    }

    private static void describe(Picture picture, FileTags tags, OutputStream out) throws IOException {
        if (tags.embedProfile()) {
            PngEncoder.chunk(out, "iCCP", profile(picture.profile().bytes()));
        }
        int perMetre = (int) Math.round(tags.ppi() / METRES_PER_INCH);
        PngEncoder.chunk(
                out,
                "pHYs",
                ByteBuffer.allocate(9)
                        .putInt(perMetre)
                        .putInt(perMetre)
                        .put((byte) 1)
                        .array());
        if (tags.exif().isPresent()) {
            PngEncoder.chunk(out, "eXIf", tags.exif().get());
        }
        if (tags.xmp().isPresent()) {
            byte[] keyword = "XML:com.adobe.xmp\0\0\0\0\0".getBytes(StandardCharsets.ISO_8859_1);
            byte[] xmp = tags.xmp().get();
            PngEncoder.chunk(
                    out,
                    "iTXt",
                    ByteBuffer.allocate(keyword.length + xmp.length)
                            .put(keyword)
                            .put(xmp)
                            .array());
        }
    }

    private static byte[] profile(byte[] icc) throws IOException {
        ByteArrayOutputStream data = new ByteArrayOutputStream();
        data.writeBytes("ICC profile\0\0".getBytes(StandardCharsets.ISO_8859_1));
        try (DeflaterOutputStream deflate = new DeflaterOutputStream(data)) {
            deflate.write(icc);
        }
        return data.toByteArray();
    }
}
