package app.vineparcel.core.codec;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;

/** The kinds of file that can be read, told by their first bytes, never by their name. */
public enum SourceFormat {
    JPEG("JPEG"),
    PNG("PNG"),
    TIFF("TIFF"),
    WEBP("WebP"),
    GIF("GIF"),
    BMP("BMP"),
    SVG("SVG"),
    PDF("PDF"),
    OPENRASTER("OpenRaster");

    /** How many bytes {@link #of} wants to see. */
    public static final int SIGNATURE_LENGTH = 4096;

    private final String title;

    SourceFormat(String title) {
        this.title = title;
    }

    /** As people write it. */
    public String title() {
        return title;
    }

    /** The format of a file that begins with these bytes. */
    public static Optional<SourceFormat> of(byte[] start) {
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
        return begins(start, 'B', 'M') ? Optional.of(BMP) : document(start);
    }

    private static Optional<SourceFormat> document(byte[] start) {
        String text = ascii(start, 0, start.length);
        if (text.substring(0, Math.min(1024, text.length())).contains("%PDF-")) {
            return Optional.of(PDF);
        }
        if (text.startsWith("PK\3\4") && isOpenRaster(text)) {
            return Optional.of(OPENRASTER);
        }
        boolean packed = begins(start, 0x1f, 0x8b);
        return packed || text.contains("<svg") || text.contains(":svg") ? Optional.of(SVG) : Optional.empty();
    }

    /** Whether the first entry of an archive says so; some writers put a time between its name and its content. */
    private static boolean isOpenRaster(String archive) {
        int name = archive.indexOf("mimetype");
        return name == 30 && archive.indexOf("image/openraster") > name && archive.indexOf("image/openraster") < 120;
    }

    /** Whether it is drawn from shapes, so that it has no pixels of its own. */
    public boolean isVector() {
        return this == SVG || this == PDF;
    }

    /** Whether it may hold more than one piece. */
    public boolean isDocument() {
        return isVector() || this == OPENRASTER || this == TIFF;
    }

    private static boolean begins(byte[] start, int... signature) {
        byte[] wanted = new byte[signature.length];
        for (int i = 0; i < wanted.length; i++) {
            wanted[i] = (byte) signature[i];
        }
        return start.length >= wanted.length && Arrays.equals(Arrays.copyOf(start, wanted.length), wanted);
    }

    private static String ascii(byte[] bytes, int from, int length) {
        return new String(bytes, from, length, StandardCharsets.ISO_8859_1);
    }
}
