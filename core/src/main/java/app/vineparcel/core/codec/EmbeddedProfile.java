package app.vineparcel.core.codec;

import com.twelvemonkeys.imageio.metadata.Directory;
import com.twelvemonkeys.imageio.metadata.Entry;
import com.twelvemonkeys.imageio.metadata.tiff.TIFFReader;
import java.io.ByteArrayInputStream;
import java.io.DataInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.zip.InflaterInputStream;
import javax.imageio.ImageIO;
import javax.imageio.stream.ImageInputStream;

/** Finds the ICC profile that a file carries, without decoding its picture. */
public final class EmbeddedProfile {

    private static final int TIFF_ICC = 34675;
    private static final int LARGEST = 16_000_000;

    private EmbeddedProfile() {}

    /**
     * The profile's bytes, as they are; they may be broken.
     *
     * @throws IOException with a reason in words if the file's structure cannot be followed
     */
    public static Optional<byte[]> in(Path file, PictureFormat format) throws IOException {
        return switch (format) {
            case JPEG -> JpegSegments.read(file).icc();
            case PNG -> png(file);
            case WEBP -> webp(file);
            case TIFF -> tiff(file);
            case GIF, BMP -> Optional.empty();
        };
    }

    private static Optional<byte[]> png(Path file) throws IOException {
        try (DataInputStream in = open(file)) {
            in.skipNBytes(8);
            while (true) {
                int length = in.readInt();
                String type = new String(in.readNBytes(4), StandardCharsets.US_ASCII);
                if (type.equals("IDAT") || type.equals("IEND")) {
                    return Optional.empty();
                }
                if (type.equals("iCCP") && length > 2 && length < LARGEST) {
                    return Optional.of(inflated(in.readNBytes(length)));
                }
                in.skipNBytes(Math.max(0, length) + 4L);
            }
        } catch (java.io.EOFException e) {
            throw new IOException("it ends before its picture begins.", e);
        }
    }

    /** Name, a zero, the method, then deflated bytes (ISO/IEC 15948, 11.3.3.3). */
    private static byte[] inflated(byte[] chunk) throws IOException {
        int name = 0;
        while (name < chunk.length - 2 && chunk[name] != 0) {
            name++;
        }
        try (InflaterInputStream in =
                new InflaterInputStream(new ByteArrayInputStream(chunk, name + 2, chunk.length - name - 2))) {
            return in.readNBytes(LARGEST);
        }
    }

    private static Optional<byte[]> webp(Path file) throws IOException {
        try (DataInputStream in = open(file)) {
            in.skipNBytes(12);
            while (true) {
                byte[] type = in.readNBytes(4);
                if (type.length < 4) {
                    return Optional.empty();
                }
                int length = Integer.reverseBytes(in.readInt());
                if ("ICCP".equals(new String(type, StandardCharsets.US_ASCII)) && length > 0 && length < LARGEST) {
                    return Optional.of(in.readNBytes(length));
                }
                in.skipNBytes(Math.max(0, length) + (length & 1L));
            }
        } catch (java.io.EOFException e) {
            throw new IOException("it ends within one of its parts.", e);
        }
    }

    private static Optional<byte[]> tiff(Path file) throws IOException {
        try (ImageInputStream in = ImageIO.createImageInputStream(file.toFile())) {
            Directory directory = new TIFFReader().read(in);
            Entry entry = directory.getEntryById(TIFF_ICC);
            return entry != null && entry.getValue() instanceof byte[] bytes ? Optional.of(bytes) : Optional.empty();
        } catch (RuntimeException e) {
            throw new IOException("its directory of tags is damaged.", e);
        }
    }

    private static DataInputStream open(Path file) throws IOException {
        return new DataInputStream(new java.io.BufferedInputStream(Files.newInputStream(file), 1 << 16));
    }
}
