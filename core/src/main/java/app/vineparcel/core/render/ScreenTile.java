package app.vineparcel.core.render;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.geometry.PixelSize;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.zip.CRC32;
import java.util.zip.Deflater;

/**
 * A part of a picture as the screen shows it, as PNG (ISO/IEC 15948) in sRGB with its profile. It is packed as fast as can be, since it is looked at once
 * and goes no further than to a browser.
 */
final class ScreenTile {

    private static final byte[] SIGNATURE = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'};
    private static final byte[] PROFILE = profile();
    private static final int RGB = 2;
    private static final int RGBA = 6;
    /** Each sample less the one to its left. */
    private static final byte SUB = 1;

    private ScreenTile() {}

    static byte[] png(PreviewViews.View view) {
        boolean clear = isClear(view.rgba());
        PixelSize size = view.size();
        ByteArrayOutputStream out = new ByteArrayOutputStream(view.rgba().length / 2);
        out.writeBytes(SIGNATURE);
        ByteBuffer header = ByteBuffer.allocate(13).putInt(size.width()).putInt(size.height());
        chunk(out, "IHDR", header.put((byte) 8).put((byte) (clear ? RGBA : RGB)).array());
        chunk(out, "iCCP", PROFILE);
        chunk(out, "IDAT", deflated(filtered(view.rgba(), size, clear ? 4 : 3), Deflater.BEST_SPEED));
        chunk(out, "IEND", new byte[0]);
        return out.toByteArray();
    }

    private static boolean isClear(byte[] rgba) {
        for (int at = 3; at < rgba.length; at += 4) {
            if (rgba[at] != (byte) 0xff) {
                return true;
            }
        }
        return false;
    }

    private static byte[] filtered(byte[] rgba, PixelSize size, int bands) {
        byte[] rows = new byte[(size.width() * bands + 1) * size.height()];
        int to = 0;
        for (int y = 0; y < size.height(); y++) {
            rows[to++] = SUB;
            for (int x = 0; x < size.width(); x++) {
                int at = 4 * (y * size.width() + x);
                for (int band = 0; band < bands; band++) {
                    rows[to++] = (byte) (x == 0 ? rgba[at + band] : rgba[at + band] - rgba[at + band - 4]);
                }
            }
        }
        return rows;
    }

    /** Keyword, a zero, the method, and the profile packed (11.3.2.3). */
    private static byte[] profile() {
        ByteArrayOutputStream content = new ByteArrayOutputStream();
        content.writeBytes("sRGB\0\0".getBytes(StandardCharsets.US_ASCII));
        content.writeBytes(deflated(BuiltInProfile.SRGB.profile().bytes(), Deflater.BEST_COMPRESSION));
        return content.toByteArray();
    }

    private static byte[] deflated(byte[] content, int level) {
        Deflater deflater = new Deflater(level);
        try {
            deflater.setInput(content);
            deflater.finish();
            ByteArrayOutputStream packed = new ByteArrayOutputStream(content.length / 2 + 64);
            byte[] buffer = new byte[1 << 14];
            while (!deflater.finished()) {
                packed.write(buffer, 0, deflater.deflate(buffer));
            }
            return packed.toByteArray();
        } finally {
            deflater.end();
        }
    }

    private static void chunk(ByteArrayOutputStream out, String type, byte[] content) {
        byte[] name = type.getBytes(StandardCharsets.US_ASCII);
        CRC32 crc = new CRC32();
        crc.update(name);
        crc.update(content);
        out.writeBytes(ByteBuffer.allocate(4).putInt(content.length).array());
        out.writeBytes(name);
        out.writeBytes(content);
        out.writeBytes(ByteBuffer.allocate(4).putInt((int) crc.getValue()).array());
    }
}
