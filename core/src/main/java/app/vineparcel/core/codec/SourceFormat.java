package app.vineparcel.core.codec;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** The kinds of file that can be read, told by their first bytes, never by their name. */
public enum SourceFormat {
    JPEG("JPEG", "jpg", "jpeg", "jpe", "jfif"),
    PNG("PNG", "png", "apng"),
    TIFF("TIFF", "tif", "tiff"),
    WEBP("WebP", "webp"),
    AVIF("AVIF", "avif"),
    HEIC("HEIC", "heic", "heif"),
    JXL("JPEG XL", "jxl"),
    JPEG2000("JPEG 2000", "jp2", "j2k", "jpx", "jpf"),
    GIF("GIF", "gif"),
    BMP("BMP", "bmp", "dib"),
    ICO("ICO", "ico", "cur"),
    PNM("PNM", "pnm", "pbm", "pgm", "ppm", "pam", "pfm"),
    TGA("TGA", "tga"),
    SVG("SVG", "svg", "svgz"),
    PDF("PDF", "pdf"),
    OPENRASTER("OpenRaster", "ora");

    /** How many bytes {@link #of} wants to see. */
    public static final int SIGNATURE_LENGTH = 4096;

    private final String title;
    private final List<String> endings;

    SourceFormat(String title, String... endings) {
        this.title = title;
        this.endings = List.of(endings);
    }

    /** Whether a file's name has an ending that one of these formats usually has. */
    public static boolean mayBe(String fileName) {
        String ending = fileName.substring(fileName.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
        return !fileName.startsWith(".") && Arrays.stream(values()).anyMatch(format -> format.endings.contains(ending));
    }

    /** All of them, as a sentence has them: {@code JPEG, PNG … or OpenRaster}. */
    public static String list() {
        List<String> titles = Arrays.stream(values()).map(SourceFormat::title).toList();
        return String.join(", ", titles.subList(0, titles.size() - 1)) + " or " + titles.get(titles.size() - 1);
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
        if (begins(start, 'I', 'I', 42, 0)
                || begins(start, 'M', 'M', 0, 42)
                || begins(start, 'I', 'I', 43, 0)
                || begins(start, 'M', 'M', 0, 43)) {
            return Optional.of(TIFF);
        }
        if (begins(start, 'R', 'I', 'F', 'F') && start.length >= 12 && "WEBP".equals(ascii(start, 8, 4))) {
            return Optional.of(WEBP);
        }
        if (begins(start, 'G', 'I', 'F', '8')) {
            return Optional.of(GIF);
        }
        return begins(start, 'B', 'M')
                ? Optional.of(BMP)
                : rarer(start).or(() -> document(start)).or(() -> tga(start));
    }

    private static Optional<SourceFormat> rarer(byte[] start) {
        if (start.length >= 12 && "ftyp".equals(ascii(start, 4, 4))) {
            String brands = ascii(start, 8, Math.min(120, start.length - 8));
            if (brands.startsWith("avif")
                    || brands.startsWith("avis")
                    || brands.startsWith("mif1") && brands.contains("avif")) {
                return Optional.of(AVIF);
            }
            return Stream.of("heic", "heix", "heim", "heis", "hevc", "hevx", "mif1", "msf1")
                            .anyMatch(brands::startsWith)
                    ? Optional.of(HEIC)
                    : Optional.empty();
        }
        if (begins(start, 0xff, 0x0a) || begins(start, 0, 0, 0, 12, 'J', 'X', 'L', ' ', '\r', '\n', 0x87, '\n')) {
            return Optional.of(JXL);
        }
        if (begins(start, 0, 0, 0, 12, 'j', 'P', ' ', ' ') || begins(start, 0xff, 0x4f, 0xff, 0x51)) {
            return Optional.of(JPEG2000);
        }
        boolean icon = begins(start, 0, 0, 1, 0) || begins(start, 0, 0, 2, 0);
        if (icon && start.length > 22 && start[4] > 0 && start[5] == 0 && start[9] == 0) {
            return Optional.of(ICO);
        }
        boolean pnm = start.length > 8
                && start[0] == 'P'
                && "1234567Ff".indexOf(start[1]) >= 0
                && (Character.isWhitespace(start[2]) || start[2] == '#');
        return pnm ? Optional.of(PNM) : Optional.empty();
    }

    /** TGA begins with no signature; its first fields have to fit together. */
    private static Optional<SourceFormat> tga(byte[] start) {
        if (start.length < 18) {
            return Optional.empty();
        }
        int map = start[1];
        int type = start[2];
        int depth = start[16] & 0xff;
        boolean sized = (start[12] | start[13]) != 0 && (start[14] | start[15]) != 0;
        boolean mapFits = map == 0 && (start[3] | start[4] | start[5] | start[6] | start[7]) == 0
                || map == 1 && (start[7] == 15 || start[7] == 16 || start[7] == 24 || start[7] == 32);
        boolean typeFits =
                switch (type) {
                    case 1, 9 -> map == 1 && depth == 8;
                    case 2, 10 -> depth == 15 || depth == 16 || depth == 24 || depth == 32;
                    case 3, 11 -> depth == 8 || depth == 16;
                    default -> false;
                };
        return sized && mapFits && typeFits && (start[17] & 0xc0) == 0 ? Optional.of(TGA) : Optional.empty();
    }

    private static Optional<SourceFormat> document(byte[] start) {
        String text = ascii(start, 0, start.length);
        if (text.substring(0, Math.min(1024, text.length())).contains("%PDF-")) {
            return Optional.of(PDF);
        }
        if (text.startsWith("PK\3\4") && isOpenRaster(text)) {
            return Optional.of(OPENRASTER);
        }
        if (begins(start, 0xfe, 0xff) || begins(start, 0xff, 0xfe) || begins(start, 0, '<') || begins(start, '<', 0)) {
            text = text.replace("\0", ""); // sixteen bits a letter
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

    /** Whether the format itself says how its rows lie, so that what EXIF says of it counts for nothing. */
    public boolean turnsItself() {
        return this == AVIF || this == HEIC || this == JXL;
    }

    /** Whether its pixels are read by a reader of pictures. */
    public boolean isPicture() {
        return !isVector() && this != OPENRASTER;
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
