package app.vineparcel.core.codec;

import app.vineparcel.core.Notice;
import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.metadata.CarriedMetadata;
import app.vineparcel.core.metadata.TiffDirectory;
import app.vineparcel.core.metadata.TiffField;
import java.io.BufferedInputStream;
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
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a file carries beside its picture, found without decoding it.
 *
 * @param icc the ICC profile's bytes, as they are; they may be broken
 * @param metadata EXIF, IPTC and XMP
 * @param notices what is not as it should be and does not matter for reading it
 */
public record EmbeddedBlocks(Optional<byte[]> icc, CarriedMetadata metadata, List<Notice> notices) {

    /** Blocks about which nothing is to be said. */
    EmbeddedBlocks(Optional<byte[]> icc, CarriedMetadata metadata) {
        this(icc, metadata, List.of());
    }

    static final int LARGEST = 16_000_000;
    private static final int TIFF_XMP = 700;
    private static final int TIFF_IPTC = 33723;
    private static final int TIFF_ICC = 34675;

    /**
     * Looks through a file.
     *
     * @throws IOException with a reason in words if the file's structure cannot be followed
     */
    public static EmbeddedBlocks in(Path file, SourceFormat format) throws IOException {
        return switch (format) {
            case JPEG -> jpeg(JpegSegments.read(file));
            case PNG -> PngBlocks.in(file);
            case WEBP -> webp(file);
            case TIFF -> tiff(file);
            case GIF -> new EmbeddedBlocks(Optional.empty(), CarriedMetadata.NONE, animated(GifReader.moves(file)));
            case JPEG2000 -> new EmbeddedBlocks(Jpeg2000Boxes.icc(file), CarriedMetadata.NONE);
            case AVIF, HEIC -> HeifFile.read(file).blocks();
            case BMP, ICO, PNM, TGA, SVG, PDF, OPENRASTER -> new EmbeddedBlocks(Optional.empty(), CarriedMetadata.NONE);
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

    static Optional<TiffDirectory> directory(byte[] block) {
        return TiffDirectory.read(ByteBuffer.wrap(block));
    }

    static List<Notice> animated(boolean moves) {
        return moves ? List.of(Notice.hint("first-frame", "It is an animation; its first frame is used.")) : List.of();
    }

    private static EmbeddedBlocks webp(Path file) throws IOException {
        Map<String, byte[]> found = new HashMap<>();
        boolean moves = false;
        try (DataInputStream in = open(file)) {
            in.skipNBytes(12);
            while (true) {
                WorkBudget.check();
                byte[] four = in.readNBytes(4);
                if (four.length < 4) {
                    break;
                }
                String type = new String(four, StandardCharsets.US_ASCII);
                int length = Integer.reverseBytes(in.readInt());
                moves |= type.equals("ANIM");
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
                        Optional.ofNullable(found.get("XMP "))),
                animated(moves));
    }

    /** Some programs leave JPEG's name before the block. */
    private static Optional<TiffDirectory> webpExif(byte[] block) {
        int skipped = new String(block, StandardCharsets.ISO_8859_1).startsWith(JpegSegments.EXIF) ? 6 : 0;
        return directory(Arrays.copyOfRange(block, skipped, block.length));
    }

    private static EmbeddedBlocks tiff(Path file) throws IOException {
        Optional<TiffDirectory> directory;
        try (FileChannel channel = FileChannel.open(file)) {
            directory = TiffDirectory.all(channel, 1).stream().findFirst();
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
