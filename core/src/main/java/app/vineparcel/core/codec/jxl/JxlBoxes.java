package app.vineparcel.core.codec.jxl;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;

/** The boxes of a JPEG XL file (ISO/IEC 18181-2), into which metadata are set as they are, so that every reader finds them. */
final class JxlBoxes {

    private static final byte[] SIGNATURE = {0, 0, 0, 12, 'J', 'X', 'L', ' ', '\r', '\n', (byte) 0x87, '\n'};
    private static final byte[] KIND = {'j', 'x', 'l', ' ', 0, 0, 0, 0, 'j', 'x', 'l', ' '};
    private static final int HEAD = 8;

    private JxlBoxes() {}

    /**
     * A file with metadata before its picture.
     *
     * @param jxl a bare codestream or a file of boxes
     * @param exif a TIFF block
     */
    static byte[] with(byte[] jxl, Optional<byte[]> exif, Optional<byte[]> xmp) {
        if (exif.isEmpty() && xmp.isEmpty()) {
            return jxl;
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream(jxl.length + 8192);
        boolean boxed = jxl.length > SIGNATURE.length && Arrays.equals(jxl, 0, SIGNATURE.length, SIGNATURE, 0, 12);
        int picture = 0;
        if (boxed) {
            picture = picture(jxl);
            out.write(jxl, 0, picture);
        } else {
            out.writeBytes(SIGNATURE);
            box(out, "ftyp", KIND, 0);
        }
        exif.ifPresent(block -> box(out, "Exif", block, Integer.BYTES)); // behind how far the TIFF header is off
        xmp.ifPresent(packet -> box(out, "xml ", packet, 0));
        if (boxed) {
            out.write(jxl, picture, jxl.length - picture);
        } else {
            box(out, "jxlc", jxl, 0);
        }
        return out.toByteArray();
    }

    /** Where the first box begins that holds a picture. */
    private static int picture(byte[] jxl) {
        ByteBuffer in = ByteBuffer.wrap(jxl);
        int at = 0;
        while (at + HEAD <= jxl.length) {
            String type = new String(jxl, at + 4, 4, StandardCharsets.US_ASCII);
            int length = in.getInt(at);
            if (type.startsWith("jxlc") || type.startsWith("jxlp") || length < HEAD || length > jxl.length - at) {
                return at;
            }
            at += length;
        }
        return at;
    }

    private static void box(ByteArrayOutputStream out, String type, byte[] content, int zeros) {
        out.writeBytes(ByteBuffer.allocate(HEAD)
                .putInt(HEAD + zeros + content.length)
                .put(type.getBytes(StandardCharsets.US_ASCII))
                .array());
        out.writeBytes(new byte[zeros]);
        out.writeBytes(content);
    }
}
