package app.vineparcel.core.hostile;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;

/** What picture files are put together from, sound or not. */
final class PictureBlocks {

    private PictureBlocks() {}

    /** A grey picture of one value, a byte a row of its own. */
    static byte[] emptyPng(int width, int height) {
        long size = (width + 1L) * height;
        return png(
                width,
                height,
                chunk("IDAT", size > 400_000_000 ? new byte[0] : HostilePages.packed(new byte[(int) size])));
    }

    static byte[] rows(int width, int height) {
        return HostilePages.packed(new byte[(width + 1) * height]);
    }

    static byte[] png(int width, int height, byte[]... chunks) {
        byte[] head = ByteBuffer.allocate(13)
                .putInt(width)
                .putInt(height)
                .put((byte) 8)
                .array();
        return join(
                new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10},
                chunk("IHDR", head),
                join(chunks),
                chunk("IEND", new byte[0]));
    }

    static byte[] chunk(String type, byte[] content) {
        CRC32 sum = new CRC32();
        sum.update(ascii(type));
        sum.update(content);
        return join(bytes(content.length), ascii(type), content, bytes((int) sum.getValue()));
    }

    static byte[] segment(int marker, byte[] content) {
        return join(
                new byte[] {-1, (byte) marker, (byte) (content.length + 2 >> 8), (byte) (content.length + 2)}, content);
    }

    static byte[] with(byte[] jpeg, int marker, byte[] content) {
        return join(Arrays.copyOf(jpeg, 2), segment(marker, content), Arrays.copyOfRange(jpeg, 2, jpeg.length));
    }

    static byte[] directory(int tag, int type, int count, int value) {
        return ByteBuffer.allocate(12)
                .putShort((short) tag)
                .putShort((short) type)
                .putInt(count)
                .putInt(value)
                .array();
    }

    static byte[] box(String type, byte[] content) {
        return box(join(ascii(type), content));
    }

    static byte[] box(byte[] typeAndContent) {
        return join(bytes(typeAndContent.length + 4), typeAndContent);
    }

    static byte[] riff(byte[] chunks) {
        return join(ascii("RIFF"), little(chunks.length + 4), ascii("WEBP"), chunks);
    }

    static byte[] encoded(String format) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(64, 48, BufferedImage.TYPE_INT_RGB), format, bytes);
        return bytes.toByteArray();
    }

    static byte[] bytes(int number) {
        return ByteBuffer.allocate(4).putInt(number).array();
    }

    static byte[] little(int number) {
        return ByteBuffer.allocate(4)
                .order(ByteOrder.LITTLE_ENDIAN)
                .putInt(number)
                .array();
    }

    static byte[] ascii(String text) {
        return text.getBytes(StandardCharsets.ISO_8859_1);
    }

    static byte[] repeat(byte[] bytes, int count) {
        ByteBuffer all = ByteBuffer.allocate(bytes.length * count);
        for (int i = 0; i < count; i++) {
            all.put(bytes);
        }
        return all.array();
    }

    static byte[] join(byte[]... parts) {
        int size = 0;
        for (byte[] part : parts) {
            size += part.length;
        }
        ByteBuffer all = ByteBuffer.allocate(size);
        for (byte[] part : parts) {
            all.put(part);
        }
        return all.array();
    }

    /** A profile that claims a grid of 255 to the 15th power. */
    static byte[] tables() {
        ByteBuffer profile = ByteBuffer.allocate(400);
        profile.putInt(0, 400).putInt(8, 0x02400000);
        profile.position(12);
        profile.put(ascii("prtrFCLRLab ")).position(36);
        profile.put(ascii("acsp")).position(128);
        profile.putInt(1).put(ascii("A2B0")).putInt(144).putInt(256).position(144);
        profile.put(ascii("mft2")).putInt(0).put((byte) 15).put((byte) 3).put((byte) 255);
        return profile.array();
    }

    /** A grey picture whose scans are empty and never end. */
    static byte[] scans(int edge, boolean progressive, int count) {
        byte[] frame = {8, (byte) (edge >> 8), (byte) edge, (byte) (edge >> 8), (byte) edge, 1, 1, 0x11, 0};
        byte[] quantities = new byte[65];
        Arrays.fill(quantities, 1, 65, (byte) 1);
        byte[] codes = new byte[18];
        codes[1] = 1;
        byte[] ac = codes.clone();
        ac[0] = 0x10;
        byte[] scan =
                join(segment(0xda, new byte[] {1, 1, 0, 0, (byte) (progressive ? 0 : 63), 0}), new byte[] {0, 0, 0, 0});
        return join(
                new byte[] {-1, -40},
                segment(0xdb, quantities),
                segment(progressive ? 0xc2 : 0xc0, frame),
                segment(0xc4, codes),
                segment(0xc4, ac),
                repeat(scan, count),
                new byte[] {-1, -39});
    }
}
