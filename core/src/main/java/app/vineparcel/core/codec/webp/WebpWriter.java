package app.vineparcel.core.codec.webp;

import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.LibraryWriter;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.imageio.ImageWriteParam;

/**
 * Writes WebP. The library gives the bare picture; here it is set into the extended container (RFC 9649, 2.7) together with
 * profile, EXIF and XMP.
 */
final class WebpWriter implements PictureWriter {

    private static final LibraryWriter LIBRARY = new LibraryWriter("webp", "com.luciad.");
    private static final int HAS_ICC = 0x20;
    private static final int HAS_ALPHA = 0x10;
    private static final int HAS_EXIF = 0x08;
    private static final int HAS_XMP = 0x04;

    private final WebpFormat options;

    WebpWriter(WebpFormat options) {
        this.options = options;
    }

    @Override
    public void write(Picture picture, FileTags tags, Path file) throws IOException {
        Pixels pixels = picture.pixels();
        if (pixels.size().longEdge() > options.longestEdge()) {
            throw new IOException(
                    "a WebP file holds up to %d px an edge, not %s.".formatted(options.longestEdge(), pixels.size()));
        }
        Files.write(file, container(bare(picture), picture, tags));
    }

    /** The picture as the library writes it, with nothing said about it. */
    byte[] bare(Picture picture) throws IOException {
        return LIBRARY.bytes(packed(picture.pixels()), (writer, param) -> {
            param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            param.setCompressionType(options.lossless() ? "Lossless" : "Lossy");
            param.setCompressionQuality(options.lossless() ? 0.75f : options.quality() / 100f);
            return null;
        });
    }

    private static byte[] container(byte[] bare, Picture picture, FileTags tags) {
        Pixels pixels = picture.pixels();
        ByteArrayOutputStream chunks = new ByteArrayOutputStream(bare.length + 4096);
        int flags = (tags.embedProfile() ? HAS_ICC : 0)
                | (pixels.hasAlpha() ? HAS_ALPHA : 0)
                | (tags.exif().isPresent() ? HAS_EXIF : 0)
                | (tags.xmp().isPresent() ? HAS_XMP : 0);
        chunk(chunks, "VP8X", extended(flags, pixels.size()));
        if (tags.embedProfile()) {
            chunk(chunks, "ICCP", picture.profile().bytes());
        }
        pictureChunks(bare, chunks);
        tags.exif().ifPresent(exif -> chunk(chunks, "EXIF", exif));
        tags.xmp().ifPresent(xmp -> chunk(chunks, "XMP ", xmp));
        return little(12 + chunks.size())
                .put(ascii("RIFF"))
                .putInt(4 + chunks.size())
                .put(ascii("WEBP"))
                .put(chunks.toByteArray())
                .array();
    }

    /** The picture and its alpha, taken over from what the library wrote; an extended header of its own is left out. */
    private static void pictureChunks(byte[] bare, ByteArrayOutputStream into) {
        ByteBuffer in = ByteBuffer.wrap(bare).order(ByteOrder.LITTLE_ENDIAN);
        int at = 12;
        while (at + 8 <= bare.length) {
            String type = new String(bare, at, 4, StandardCharsets.US_ASCII);
            int length = in.getInt(at + 4);
            int padded = length + (length & 1);
            if (type.equals("VP8 ") || type.equals("VP8L") || type.equals("ALPH")) {
                into.write(bare, at, Math.min(8 + padded, bare.length - at));
            }
            at += 8 + padded;
        }
    }

    private static byte[] extended(int flags, PixelSize size) {
        int width = size.width() - 1;
        int height = size.height() - 1;
        return little(10)
                .putInt(flags)
                .put((byte) width)
                .put((byte) (width >> 8))
                .put((byte) (width >> 16))
                .put((byte) height)
                .put((byte) (height >> 8))
                .put((byte) (height >> 16))
                .array();
    }

    private static void chunk(ByteArrayOutputStream out, String type, byte[] data) {
        out.writeBytes(ascii(type));
        out.writeBytes(little(4).putInt(data.length).array());
        out.writeBytes(data);
        if ((data.length & 1) == 1) {
            out.write(0);
        }
    }

    /** The library wants packed RGB, or ARGB where there is alpha; grey goes into all three. */
    private static BufferedImage packed(Pixels pixels) {
        PixelSize size = pixels.size();
        boolean alpha = pixels.hasAlpha();
        BufferedImage image = new BufferedImage(
                size.width(), size.height(), alpha ? BufferedImage.TYPE_INT_ARGB : BufferedImage.TYPE_INT_RGB);
        int[] argb = ((java.awt.image.DataBufferInt) image.getRaster().getDataBuffer()).getData();
        byte[] samples = pixels.bytes();
        int bands = pixels.bands();
        int green = pixels.colourBands() == 1 ? 0 : 1;
        for (int i = 0, at = 0; i < argb.length; i++, at += bands) {
            int opacity = alpha ? samples[at + bands - 1] & 0xff : 0xff;
            argb[i] = opacity << 24
                    | (samples[at] & 0xff) << 16
                    | (samples[at + green] & 0xff) << 8
                    | samples[at + 2 * green] & 0xff;
        }
        return image;
    }

    private static ByteBuffer little(int size) {
        return ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
    }

    private static byte[] ascii(String four) {
        return four.getBytes(StandardCharsets.US_ASCII);
    }
}
