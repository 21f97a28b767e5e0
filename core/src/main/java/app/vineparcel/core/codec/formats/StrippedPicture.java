package app.vineparcel.core.codec.formats;

import app.vineparcel.core.codec.jpeg.JpegSegments;
import app.vineparcel.core.metadata.TiffDirectory;
import app.vineparcel.core.metadata.TiffField;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;

/**
 * A JPEG (ITU-T T.81) or PNG (ISO/IEC 15948) picture as it stands inside a document, without what it says of itself: EXIF, IPTC, XMP,
 * comments, text and any second picture behind the first. Pixels, colour profile and the way up stay.
 */
public final class StrippedPicture {

    private static final byte[] PNG = {(byte) 0x89, 'P', 'N', 'G', 0x0d, 0x0a, 0x1a, 0x0a};
    private static final Set<String> PNG_WORDS = Set.of("tEXt", "zTXt", "iTXt", "eXIf", "tIME");
    private static final int SOI = 0xd8;
    private static final int EOI = 0xd9;
    private static final int SOS = 0xda;
    private static final int COM = 0xfe;
    private static final String PROFILE = "ICC_PROFILE\0";
    private static final int ORIENTATION = 0x0112;

    private StrippedPicture() {}

    /** A JPEG without anything that says which way up it is, as well; the same bytes where it is damaged. */
    public static byte[] withoutOrientation(byte[] jpeg) {
        try {
            return jpeg(jpeg, false);
        } catch (IndexOutOfBoundsException | IOException damaged) {
            return jpeg;
        }
    }

    /** The same bytes where there is nothing to leave out, or the picture is damaged or of another kind. */
    public static byte[] of(byte[] picture) {
        try {
            if (picture.length > 4 && at(picture, 0) == 0xff && at(picture, 1) == SOI) {
                return jpeg(picture, true);
            }
            return Arrays.equals(picture, 0, Math.min(PNG.length, picture.length), PNG, 0, PNG.length)
                    ? png(picture)
                    : picture;
        } catch (IndexOutOfBoundsException | IOException damaged) {
            return picture;
        }
    }

    private static byte[] jpeg(byte[] picture, boolean turned) throws IOException {
        ByteArrayOutputStream kept = new ByteArrayOutputStream(picture.length);
        kept.write(picture, 0, 2);
        int from = 2;
        while (true) {
            int marker = from + 1;
            while (at(picture, marker) == 0xff) {
                marker++;
            }
            int kind = at(picture, marker);
            int length = at(picture, marker + 1) << 8 | at(picture, marker + 2);
            if (at(picture, from) != 0xff || length < 2) {
                return picture; // damaged
            }
            int end = marker + 1 + length;
            if (kind == SOS) {
                int last = afterScans(picture, end);
                kept.write(picture, from, last - from);
                return kept.size() == picture.length ? picture : kept.toByteArray();
            }
            byte[] data = Arrays.copyOfRange(picture, marker + 3, end);
            if (stays(new JpegSegments.Segment(kind, data))) {
                kept.write(picture, from, end - from);
            } else if (turned && kind == JpegSegments.APP1) {
                Optional<JpegSegments.Segment> orientation = orientation(data);
                if (orientation.isPresent()) {
                    orientation.get().write(kept);
                }
            }
            from = end;
        }
    }

    private static boolean stays(JpegSegments.Segment segment) {
        return switch (segment.marker()) {
            case JpegSegments.APP0, JpegSegments.APP14 -> true;
            case JpegSegments.APP2 -> segment.begins(PROFILE);
            default -> segment.marker() != COM && (segment.marker() & 0xf0) != JpegSegments.APP0;
        };
    }

    /** Behind the end of the picture that begins before; there may be others (CIPA DC-007). */
    private static int afterScans(byte[] picture, int from) {
        int at = from;
        while (at + 1 < picture.length) {
            int kind = at(picture, at + 1);
            boolean marker = at(picture, at) == 0xff && kind != 0 && kind != 0xff && (kind & 0xf8) != 0xd0;
            if (marker && kind == EOI) {
                return at + 2;
            }
            at += marker ? 2 + (at(picture, at + 2) << 8 | at(picture, at + 3)) : 1;
        }
        return picture.length;
    }

    /** An EXIF block that says which way up the picture is and nothing else; empty for one that stands upright. */
    private static Optional<JpegSegments.Segment> orientation(byte[] segment) {
        int name = JpegSegments.EXIF.length();
        if (!new JpegSegments.Segment(JpegSegments.APP1, segment).begins(JpegSegments.EXIF)) {
            return Optional.empty();
        }
        return TiffDirectory.read(ByteBuffer.wrap(Arrays.copyOfRange(segment, name, segment.length)))
                .map(directory -> directory.fields().get(ORIENTATION))
                .filter(field ->
                        !Arrays.equals(field.data(), TiffField.shorts(1).data()))
                .map(field -> JpegSegments.named(
                        JpegSegments.APP1,
                        JpegSegments.EXIF,
                        new TiffDirectory().put(ORIENTATION, field).toBlock()));
    }

    private static byte[] png(byte[] picture) {
        ByteArrayOutputStream kept = new ByteArrayOutputStream(picture.length);
        kept.writeBytes(PNG);
        ByteBuffer in = ByteBuffer.wrap(picture);
        int at = PNG.length;
        while (at + 12 <= picture.length) {
            int length = in.getInt(at);
            if (length < 0 || length > picture.length - at - 12) {
                return picture; // damaged
            }
            String kind = new String(picture, at + 4, 4, StandardCharsets.ISO_8859_1);
            if (!PNG_WORDS.contains(kind)) {
                kept.write(picture, at, length + 12);
            }
            at += length + 12;
        }
        return kept.size() == picture.length ? picture : kept.toByteArray();
    }

    private static int at(byte[] bytes, int index) {
        return bytes[index] & 0xff;
    }
}
