package app.vineparcel.core.codec;

import app.vineparcel.core.metadata.CarriedMetadata;
import app.vineparcel.core.metadata.TiffDirectory;
import app.vineparcel.core.metadata.TiffField;
import java.io.BufferedInputStream;
import java.io.ByteArrayInputStream;
import java.io.DataInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.zip.InflaterInputStream;

/**
 * What a file carries beside its picture, found without decoding it.
 *
 * @param icc the ICC profile's bytes, as they are; they may be broken
 * @param metadata EXIF, IPTC and XMP
 */
public record EmbeddedBlocks(Optional<byte[]> icc, CarriedMetadata metadata) {

    private static final int LARGEST = 16_000_000;
    private static final int TIFF_XMP = 700;
    private static final int TIFF_IPTC = 33723;
    private static final int TIFF_ICC = 34675;
    private static final String PNG_XMP = "XML:com.adobe.xmp";

    /**
     * Looks through a file.
     *
     * @throws IOException with a reason in words if the file's structure cannot be followed
     */
    public static EmbeddedBlocks in(Path file, SourceFormat format) throws IOException {
        return switch (format) {
            case JPEG -> jpeg(JpegSegments.read(file));
            case PNG -> png(file);
            case WEBP -> webp(file);
            case TIFF -> tiff(file);
            case GIF, BMP, SVG, PDF, OPENRASTER -> new EmbeddedBlocks(Optional.empty(), CarriedMetadata.NONE);
        };
    }

    private static EmbeddedBlocks jpeg(JpegSegments segments) {
        return new EmbeddedBlocks(
                segments.icc(),
                new CarriedMetadata(
                        segments.after(JpegSegments.APP1, JpegSegments.EXIF).flatMap(EmbeddedBlocks::directory),
                        segments.after(JpegSegments.APP13, JpegSegments.RESOURCES)
                                .flatMap(ImageResources::iptc),
                        segments.after(JpegSegments.APP1, JpegSegments.XMP)));
    }

    private static Optional<TiffDirectory> directory(byte[] block) {
        return TiffDirectory.read(ByteBuffer.wrap(block));
    }

    private static EmbeddedBlocks png(Path file) throws IOException {
        Map<String, byte[]> found = new HashMap<>();
        try (DataInputStream in = open(file)) {
            in.skipNBytes(8);
            while (true) {
                int length = in.readInt();
                String type = new String(in.readNBytes(4), StandardCharsets.US_ASCII);
                if (length < 0 || type.equals("IEND")) {
                    break;
                }
                boolean wanted = type.equals("iCCP") || type.equals("eXIf") || type.equals("iTXt");
                if (wanted && length < LARGEST) {
                    byte[] data = in.readNBytes(length);
                    if (!type.equals("iTXt") || new String(data, StandardCharsets.ISO_8859_1).startsWith(PNG_XMP)) {
                        found.putIfAbsent(type, data);
                    }
                    in.skipNBytes(4);
                } else {
                    in.skipNBytes(length + 4L);
                }
            }
        } catch (EOFException e) {
            // what is missing shows when the picture itself is read
        }
        Optional<byte[]> icc = Optional.ofNullable(found.get("iCCP")).flatMap(EmbeddedBlocks::inflated);
        return new EmbeddedBlocks(
                icc,
                new CarriedMetadata(
                        Optional.ofNullable(found.get("eXIf")).flatMap(EmbeddedBlocks::directory),
                        Optional.empty(),
                        Optional.ofNullable(found.get("iTXt")).flatMap(EmbeddedBlocks::text)));
    }

    /** Name, a zero, the method, then deflated bytes (ISO/IEC 15948, 11.3.3.3). */
    private static Optional<byte[]> inflated(byte[] chunk) {
        int name = 0;
        while (name < chunk.length - 2 && chunk[name] != 0) {
            name++;
        }
        int from = Math.min(chunk.length, name + 2);
        try (InflaterInputStream in =
                new InflaterInputStream(new ByteArrayInputStream(chunk, from, chunk.length - from))) {
            return Optional.of(in.readNBytes(LARGEST));
        } catch (IOException damaged) {
            return Optional.of(new byte[0]);
        }
    }

    /** Keyword, zero, two bytes about compression, language, zero, translated keyword, zero, text; only what is not compressed is read. */
    private static Optional<byte[]> text(byte[] chunk) {
        int at = PNG_XMP.length() + 1;
        if (at + 2 > chunk.length || chunk[at] != 0) {
            return Optional.empty();
        }
        at += 2;
        for (int zeros = 0; zeros < 2 && at < chunk.length; at++) {
            zeros += chunk[at] == 0 ? 1 : 0;
        }
        return Optional.of(Arrays.copyOfRange(chunk, at, chunk.length));
    }

    private static EmbeddedBlocks webp(Path file) throws IOException {
        Map<String, byte[]> found = new HashMap<>();
        try (DataInputStream in = open(file)) {
            in.skipNBytes(12);
            while (true) {
                byte[] four = in.readNBytes(4);
                if (four.length < 4) {
                    break;
                }
                String type = new String(four, StandardCharsets.US_ASCII);
                int length = Integer.reverseBytes(in.readInt());
                boolean wanted = type.equals("ICCP") || type.equals("EXIF") || type.equals("XMP ");
                if (length < 0) {
                    break;
                }
                if (wanted && length < LARGEST) {
                    found.putIfAbsent(type, in.readNBytes(length));
                    in.skipNBytes(length & 1);
                } else {
                    in.skipNBytes(length + (length & 1L));
                }
            }
        } catch (EOFException e) {
            // what is missing shows when the picture itself is read
        }
        return new EmbeddedBlocks(
                Optional.ofNullable(found.get("ICCP")),
                new CarriedMetadata(
                        Optional.ofNullable(found.get("EXIF")).flatMap(EmbeddedBlocks::webpExif),
                        Optional.empty(),
                        Optional.ofNullable(found.get("XMP "))));
    }

    /** Some programs leave JPEG's name before the block. */
    private static Optional<TiffDirectory> webpExif(byte[] block) {
        int skipped = new String(block, StandardCharsets.ISO_8859_1).startsWith(JpegSegments.EXIF) ? 6 : 0;
        return directory(Arrays.copyOfRange(block, skipped, block.length));
    }

    private static EmbeddedBlocks tiff(Path file) throws IOException {
        Optional<TiffDirectory> directory;
        try (FileChannel channel = FileChannel.open(file)) {
            long length = Math.min(Integer.MAX_VALUE, channel.size());
            directory = TiffDirectory.read(channel.map(FileChannel.MapMode.READ_ONLY, 0, length));
        }
        if (directory.isEmpty()) {
            throw new IOException("its directory of tags is damaged.");
        }
        return new EmbeddedBlocks(
                block(directory.get(), TIFF_ICC),
                new CarriedMetadata(directory, block(directory.get(), TIFF_IPTC), block(directory.get(), TIFF_XMP)));
    }

    private static Optional<byte[]> block(TiffDirectory directory, int tag) {
        return directory.field(tag).map(TiffField::data);
    }

    private static DataInputStream open(Path file) throws IOException {
        InputStream raw = Files.newInputStream(file);
        return new DataInputStream(new BufferedInputStream(raw, 1 << 16));
    }
}
