package app.vineparcel.core.codec.jxl;

import app.vineparcel.core.codec.EmbeddedBlocks;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.CarriedMetadata;
import java.io.ByteArrayInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.brotli.dec.BrotliInputStream;

/**
 * What a JPEG XL file says before its pixels: the codestream's header (ISO/IEC 18181-1, annex A) and the boxes around it (ISO/IEC 18181-2).
 *
 * @param size as it is seen, px
 * @param moves whether it is an animation
 * @param plain whether it is known to hold colours and nothing else, such as transparency
 * @param srgb whether its colours are known to be sRGB
 * @param free whether its pixels are stored in no space of their own, beside a profile that decoders need not understand
 * @param exif a TIFF block
 */
record JxlHeader(
        PixelSize size,
        boolean moves,
        boolean plain,
        boolean srgb,
        boolean free,
        Optional<byte[]> exif,
        Optional<byte[]> xmp) {

    private static final int MOST_BOXES = 10_000;
    private static final int HEADER_BYTES = 64;
    private static final String EXIF = "Exif";
    private static final String XMP = "xml ";
    /** Brotli around one of the others. */
    private static final String PACKED = "brob";

    /**
     * Reads it.
     *
     * @throws IOException with a reason in words if it is damaged
     */
    static JxlHeader read(Path file) throws IOException {
        try (FileChannel channel = FileChannel.open(file)) {
            byte[] start = bytes(channel, 0, HEADER_BYTES);
            if (start.length > 2 && start[0] == (byte) 0xff && start[1] == 0x0a) {
                return codestream(start, new HashMap<>());
            }
            return boxes(channel);
        } catch (EOFException e) {
            throw new IOException("it ends before its picture begins.", e);
        } catch (IllegalArgumentException | ArithmeticException e) {
            throw new IOException("its header is damaged.", e);
        }
    }

    private static JxlHeader boxes(FileChannel channel) throws IOException {
        Map<String, byte[]> found = new HashMap<>();
        byte[] picture = {};
        long at = 0;
        for (int count = 0; at + 8 <= channel.size() && count < MOST_BOXES; count++) {
            ByteBuffer head = ByteBuffer.wrap(bytes(channel, at, 16));
            long length = head.getInt() & 0xffffffffL;
            byte[] four = new byte[4];
            head.get(four);
            String type = new String(four, StandardCharsets.ISO_8859_1);
            int behind = length == 1 ? 16 : 8;
            length = length == 1 ? head.getLong() : length == 0 ? channel.size() - at : length;
            if (length < behind || length > channel.size() - at) {
                break;
            }
            long content = length - behind;
            if (picture.length == 0 && (type.equals("jxlc") || type.equals("jxlp"))) {
                int index = type.equals("jxlp") ? 4 : 0;
                picture =
                        bytes(channel, at + behind + index, (int) Math.min(HEADER_BYTES, Math.max(0, content - index)));
            } else if (content < EmbeddedBlocks.LARGEST
                    && (type.equals(EXIF) || type.equals(XMP) || type.equals(PACKED))) {
                keep(type, bytes(channel, at + behind, (int) content), found);
            }
            at += length;
        }
        return codestream(picture, found);
    }

    private static void keep(String type, byte[] content, Map<String, byte[]> found) throws IOException {
        if (!type.equals(PACKED)) {
            found.putIfAbsent(type, content);
        } else if (content.length > 4) {
            String packed = new String(content, 0, 4, StandardCharsets.ISO_8859_1);
            if (packed.equals(EXIF) || packed.equals(XMP)) {
                try (BrotliInputStream in =
                        new BrotliInputStream(new ByteArrayInputStream(content, 4, content.length - 4))) {
                    found.putIfAbsent(packed, in.readNBytes(EmbeddedBlocks.LARGEST));
                } catch (IOException | IllegalStateException damaged) {
                    System.getLogger(JxlHeader.class.getName())
                            .log(System.Logger.Level.DEBUG, "a packed box cannot be read", damaged);
                }
            }
        }
    }

    private static JxlHeader codestream(byte[] start, Map<String, byte[]> found) throws IOException {
        Bits bits = new Bits(start);
        if (bits.read(16) != 0x0aff) {
            throw new IOException("it holds no picture.");
        }
        PixelSize stored = size(bits);
        int orientation = 1;
        boolean moves = false;
        boolean usual = bits.flag();
        Channels channels = new Channels(usual, usual, false);
        if (!usual) {
            boolean preview = false;
            if (bits.flag()) {
                orientation = 1 + (int) bits.read(3);
                if (bits.flag()) {
                    size(bits); // the size at which it is meant to be shown
                }
                preview = bits.flag();
                moves = !preview && bits.flag(); // behind a preview nothing more is looked for
            }
            channels = preview || moves ? channels : channels(bits);
        }
        return new JxlHeader(
                orientation > 4 ? stored.swapped() : stored,
                moves,
                channels.plain(),
                channels.srgb(),
                channels.free(),
                Optional.ofNullable(found.get(EXIF)).flatMap(JxlHeader::tiff),
                Optional.ofNullable(found.get(XMP)));
    }

    private record Channels(boolean plain, boolean srgb, boolean free) {}

    /** From the depth of samples to the colours; behind channels that are no usual alpha they are not looked for. */
    private static Channels channels(Bits bits) throws IOException {
        boolean floating = bits.flag();
        if (bits.read(2) == 3) {
            bits.read(6);
        }
        if (floating) {
            bits.read(4);
        }
        bits.flag(); // whether 16 bits are enough for its buffers
        int others = (int) bits.read(2);
        if (others > 1 || others == 1 && !bits.flag()) {
            return new Channels(false, false, false);
        }
        boolean xyb = bits.flag();
        boolean srgb = bits.flag();
        return new Channels(others == 0, srgb, xyb && !srgb && bits.flag());
    }

    /** Before the block stands how far its TIFF header is off. */
    private static Optional<byte[]> tiff(byte[] exif) {
        if (exif.length < 4) {
            return Optional.empty();
        }
        int off = ByteBuffer.wrap(exif).getInt();
        return off < 0 || off > exif.length - 4
                ? Optional.empty()
                : Optional.of(Arrays.copyOfRange(exif, 4 + off, exif.length));
    }

    private static PixelSize size(Bits bits) throws IOException {
        boolean small = bits.flag();
        long height = side(bits, small);
        int ratio = (int) bits.read(3);
        long width =
                switch (ratio) {
                    case 0 -> side(bits, small);
                    case 1 -> height;
                    case 2 -> height * 12 / 10;
                    case 3 -> height * 4 / 3;
                    case 4 -> height * 3 / 2;
                    case 5 -> height * 16 / 9;
                    case 6 -> height * 5 / 4;
                    default -> height * 2;
                };
        return new PixelSize(Math.toIntExact(width), Math.toIntExact(height));
    }

    private static long side(Bits bits, boolean small) throws IOException {
        return small ? 8 * (bits.read(5) + 1) : 1 + bits.read(new int[] {9, 13, 18, 30}[(int) bits.read(2)]);
    }

    private static byte[] bytes(FileChannel channel, long at, int most) throws IOException {
        ByteBuffer buffer = ByteBuffer.allocate((int) Math.max(0, Math.min(most, channel.size() - at)));
        while (buffer.hasRemaining() && channel.read(buffer, at + buffer.position()) > 0) {
            // until it is full
        }
        return buffer.array();
    }

    /** What goes along with the picture. */
    EmbeddedBlocks blocks(byte[] icc) {
        return new EmbeddedBlocks(
                Optional.of(icc),
                new CarriedMetadata(exif.flatMap(EmbeddedBlocks::directory), Optional.empty(), xmp),
                EmbeddedBlocks.animated(moves));
    }

    /** Bits from the lowest of each byte on. */
    private static final class Bits {
        private final byte[] bytes;
        private int at;

        Bits(byte[] bytes) {
            this.bytes = bytes;
        }

        boolean flag() throws IOException {
            return read(1) == 1;
        }

        long read(int count) throws IOException {
            long value = 0;
            for (int i = 0; i < count; i++, at++) {
                if (at >> 3 >= bytes.length) {
                    throw new EOFException();
                }
                value |= (long) (bytes[at >> 3] >> (at & 7) & 1) << i;
            }
            return value;
        }
    }
}
