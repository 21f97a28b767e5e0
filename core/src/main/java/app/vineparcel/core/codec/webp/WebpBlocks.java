package app.vineparcel.core.codec.webp;

import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.metadata.CarriedMetadata;
import app.vineparcel.core.metadata.TiffDirectory;
import java.io.BufferedInputStream;
import java.io.DataInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** What a WebP carries beside its picture (RFC 9649, 2.7). */
public final class WebpBlocks {

    private static final String JPEG_NAME = "Exif\0\0";

    private WebpBlocks() {}

    /**
     * Looks through a file.
     *
     * @throws IOException with a reason in words if the file's structure cannot be followed
     */
    public static EmbeddedBlocks in(Path file) throws IOException {
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
                if (wanted && length < EmbeddedBlocks.LARGEST) {
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
                        Optional.ofNullable(found.get("EXIF")).flatMap(WebpBlocks::exif),
                        Optional.empty(),
                        Optional.ofNullable(found.get("XMP "))),
                EmbeddedBlocks.animated(moves));
    }

    /** Some programs leave JPEG's name before the block. */
    private static Optional<TiffDirectory> exif(byte[] block) {
        int skipped = new String(block, StandardCharsets.ISO_8859_1).startsWith(JPEG_NAME) ? 6 : 0;
        return EmbeddedBlocks.directory(Arrays.copyOfRange(block, skipped, block.length));
    }

    private static DataInputStream open(Path file) throws IOException {
        InputStream raw = Files.newInputStream(file);
        return new DataInputStream(new BufferedInputStream(raw, 1 << 16));
    }
}
