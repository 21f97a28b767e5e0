package app.vineparcel.core.codec;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;

/** The kinds of picture file that can be read, told by their first bytes, never by their name. */
public enum PictureFormat {
    JPEG("JPEG"),
    PNG("PNG"),
    TIFF("TIFF"),
    WEBP("WebP"),
    GIF("GIF"),
    BMP("BMP");

    /** How many bytes {@link #of} wants to see. */
    public static final int SIGNATURE_LENGTH = 12;

    private final String title;

    PictureFormat(String title) {
        this.title = title;
    }

    /** As people write it. */
    public String title() {
        return title;
    }

    /** The format of a file that begins with these bytes. */
    public static Optional<PictureFormat> of(byte[] start) {
        if (begins(start, 0xff, 0xd8, 0xff)) {
            return Optional.of(JPEG);
        }
        if (begins(start, 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n')) {
            return Optional.of(PNG);
        }
        if (begins(start, 'I', 'I', 42, 0) || begins(start, 'M', 'M', 0, 42)) {
            return Optional.of(TIFF);
        }
        if (begins(start, 'R', 'I', 'F', 'F') && start.length >= 12 && "WEBP".equals(ascii(start, 8, 4))) {
            return Optional.of(WEBP);
        }
        if (begins(start, 'G', 'I', 'F', '8')) {
            return Optional.of(GIF);
        }
        return begins(start, 'B', 'M') ? Optional.of(BMP) : Optional.empty();
    }

    private static boolean begins(byte[] start, int... signature) {
        byte[] wanted = new byte[signature.length];
        for (int i = 0; i < wanted.length; i++) {
            wanted[i] = (byte) signature[i];
        }
        return start.length >= wanted.length && Arrays.equals(Arrays.copyOf(start, wanted.length), wanted);
    }

    private static String ascii(byte[] bytes, int from, int length) {
        return new String(bytes, from, length, StandardCharsets.US_ASCII);
    }
}
