package app.vineparcel.core.codec;

import app.vineparcel.core.raster.Pixels;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.CRC32;
import java.util.zip.DeflaterOutputStream;
import javax.imageio.ImageWriteParam;

/** Writes PNG; profile, resolution and metadata go into chunks of their own behind the header. */
final class PngWriter implements PictureWriter {

    private static final LibraryWriter LIBRARY = new LibraryWriter("png", "com.sun.");
    /** Signature and header chunk. */
    private static final int HEAD = 8 + 25;

    private static final double METRES_PER_INCH = 0.0254;
    /** The library's number for level 6 of deflate, the usual balance. */
    private static final float LEVEL_6 = 1 / 3f;

    private final OutputFormat.Png options;

    PngWriter(OutputFormat.Png options) {
        this.options = options;
    }

    @Override
    public void write(Picture picture, FileTags tags, Path file) throws IOException {
        Pixels pixels = picture.pixels();
        if (pixels.depth() != options.depth() || pixels.hasAlpha() && !options.keepsAlpha()) {
            throw new IllegalArgumentException("these pixels are not prepared for " + options);
        }
        BufferedImage image = options.bits() == OutputFormat.Png.PALETTE_BITS
                ? AwtPixels.image(picture.quantiser(false).palette(options.colours(), options.dither()))
                : AwtPixels.image(pixels);
        byte[] png = LIBRARY.bytes(image, (writer, param) -> {
            param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            param.setCompressionQuality(LEVEL_6);
            return null;
        });
        try (OutputStream out = Files.newOutputStream(file)) {
            out.write(png, 0, HEAD);
            if (tags.embedProfile()) {
                chunk(out, "iCCP", profile(picture.profile().bytes()));
            }
            int perMetre = (int) Math.round(tags.ppi() / METRES_PER_INCH);
            chunk(
                    out,
                    "pHYs",
                    ByteBuffer.allocate(9)
                            .putInt(perMetre)
                            .putInt(perMetre)
                            .put((byte) 1)
                            .array());
            if (tags.exif().isPresent()) {
                chunk(out, "eXIf", tags.exif().get());
            }
            if (tags.xmp().isPresent()) {
                byte[] keyword = "XML:com.adobe.xmp\0\0\0\0\0".getBytes(StandardCharsets.ISO_8859_1);
                byte[] xmp = tags.xmp().get();
                chunk(
                        out,
                        "iTXt",
                        ByteBuffer.allocate(keyword.length + xmp.length)
                                .put(keyword)
                                .put(xmp)
                                .array());
            }
            out.write(png, HEAD, png.length - HEAD);
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

    private static void chunk(OutputStream out, String type, byte[] data) throws IOException {
        byte[] name = type.getBytes(StandardCharsets.US_ASCII);
        CRC32 crc = new CRC32();
        crc.update(name);
        crc.update(data);
        out.write(ByteBuffer.allocate(12 + data.length)
                .putInt(data.length)
                .put(name)
                .put(data)
                .putInt((int) crc.getValue())
                .array());
    }
}
