package app.vineparcel.core.codec.webp;

import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.codec.natives.LibWebp;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * Writes WebP. The library gives the bare picture; here it is set into the extended container (RFC 9649, 2.7) together with
 * profile, EXIF and XMP.
 */
final class WebpWriter implements PictureWriter {

    private static final int RIFF_HEADER = 12;
    /** Where the extended header has them. */
    private static final int FLAGS = 20;

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

    /** What was written a moment ago, by the library where it is installed. */
    static Decoded readBack(Path file) throws IOException {
        if (LibWebp.missing().isPresent()) {
            return new WebpReader().read(file);
        }
        byte[] webp = Files.readAllBytes(file);
        boolean alpha = webp.length > FLAGS
                && new String(webp, RIFF_HEADER, 4, StandardCharsets.US_ASCII).equals("VP8X")
                && (webp[FLAGS] & HAS_ALPHA) != 0;
        return Decoded.plain(LibWebp.decodeOwn(webp, alpha));
    }

    /** The picture as the library writes it, with nothing said about it. */
    byte[] bare(Picture picture) throws IOException {
        return LibWebp.encode(
                picture.pixels(), new LibWebp.Options(options.quality(), options.lossless(), options.sharpChroma()));
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

    private static ByteBuffer little(int size) {
        return ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
    }

    private static byte[] ascii(String four) {
        return four.getBytes(StandardCharsets.US_ASCII);
    }
}
