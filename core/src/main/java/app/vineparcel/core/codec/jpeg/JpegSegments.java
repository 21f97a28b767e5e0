package app.vineparcel.core.codec.jpeg;

import app.vineparcel.core.WorkBudget;
import java.io.BufferedInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** The marker segments of a JPEG file up to its first scan (ITU-T T.81, annex B). */
public final class JpegSegments {

    /** APP0 to APP15 and COM carry data about the picture. */
    public static final int APP0 = 0xe0;

    public static final int APP1 = 0xe1;
    public static final int APP2 = 0xe2;
    public static final int APP13 = 0xed;
    public static final int APP14 = 0xee;

    /** What segments of one marker are told apart by. */
    public static final String EXIF = "Exif\0\0";

    public static final String XMP = "http://ns.adobe.com/xap/1.0/\0";
    public static final String RESOURCES = "Photoshop 3.0\0";

    private static final int SOI = 0xd8;
    private static final int SOS = 0xda;
    private static final String ICC = "ICC_PROFILE\0";
    private static final int MOST_ICC_IN_A_SEGMENT = 65519;
    private static final int MOST_SEGMENTS = 10_000;
    private static final int LARGEST = 100_000_000;

    /** One segment: its marker's second byte and what follows its length. */
    public record Segment(int marker, byte[] data) {
        public boolean begins(String text) {
            byte[] start = text.getBytes(StandardCharsets.ISO_8859_1);
            return data.length >= start.length && Arrays.equals(data, 0, start.length, start, 0, start.length);
        }

        /** What stands behind the name that it begins with. */
        public byte[] behind(String name) {
            return Arrays.copyOfRange(data, name.length(), data.length);
        }

        /** With its marker and its length before it. */
        public void write(ByteArrayOutputStream out) throws IOException {
            int length = data.length + 2;
            if (length > 0xffff) {
                throw new IOException("a segment of " + length + " bytes does not fit into a JPEG.");
            }
            out.write(0xff);
            out.write(marker);
            out.write(length >> 8);
            out.write(length);
            out.write(data);
        }
    }

    private final List<Segment> segments;
    private final int firstScan;

    private JpegSegments(List<Segment> segments, int firstScan) {
        this.segments = segments;
        this.firstScan = firstScan;
    }

    public static JpegSegments read(Path file) throws IOException {
        try (InputStream raw = Files.newInputStream(file)) {
            return read(new BufferedInputStream(raw, 1 << 16));
        }
    }

    public static JpegSegments read(InputStream jpeg) throws IOException {
        List<Segment> found = new ArrayList<>();
        try (DataInputStream in = new DataInputStream(jpeg)) {
            in.skipBytes(2);
            long kept = 0;
            while (true) {
                int marker = marker(in);
                if (marker == SOS) {
                    in.skipNBytes(2);
                    return new JpegSegments(found, in.readUnsignedByte());
                }
                int length = in.readUnsignedShort() - 2;
                if (length < 0) {
                    throw new IOException("one of its segments has no length.");
                }
                WorkBudget.check();
                kept += length;
                if (found.size() >= MOST_SEGMENTS || kept > LARGEST) {
                    throw new IOException("more than %d segments or %d MB come before its picture."
                            .formatted(MOST_SEGMENTS, LARGEST / 1_000_000));
                }
                found.add(new Segment(marker, in.readNBytes(length)));
            }
        } catch (java.io.EOFException e) {
            throw new IOException("it ends before its picture begins.", e);
        }
    }

    /** The next marker; what stands before it and is none is passed over, as decoders do. */
    private static int marker(DataInputStream in) throws IOException {
        while (true) {
            int value = in.readUnsignedByte();
            if (value != 0xff) {
                continue;
            }
            while (value == 0xff) {
                value = in.readUnsignedByte();
            }
            boolean alone = value == 0 || value == 1 || value >= 0xd0 && value <= SOI;
            if (!alone) {
                return value;
            }
        }
    }

    /**
     * The same picture without what stands between its segments and is none, and without segments that say nothing about the pixels.
     *
     * @param jpeg a whole file
     */
    static byte[] cleaned(byte[] jpeg) throws IOException {
        DataInputStream in = new DataInputStream(new java.io.ByteArrayInputStream(jpeg));
        ByteArrayOutputStream out = new ByteArrayOutputStream(jpeg.length);
        out.write(0xff);
        out.write(SOI);
        in.skipBytes(2);
        for (int marker = marker(in); marker != SOS; marker = marker(in)) {
            WorkBudget.check();
            Segment segment = new Segment(marker, in.readNBytes(Math.max(0, in.readUnsignedShort() - 2)));
            boolean adobe = marker == APP14 && segment.data().length >= 12;
            if (marker < APP0 || marker == APP0 && segment.begins("JFIF\0") || adobe) {
                segment.write(out);
            }
        }
        out.write(0xff);
        out.write(SOS);
        out.write(in.readAllBytes());
        return out.toByteArray();
    }

    /** Components of the first scan. */
    int firstScan() {
        return firstScan;
    }

    public List<Segment> all() {
        return segments;
    }

    /** What stands behind the name in the first segment that begins with it. */
    Optional<byte[]> after(int marker, String name) {
        return segments.stream()
                .filter(s -> s.marker() == marker && s.begins(name))
                .map(s -> s.behind(name))
                .findFirst();
    }

    /** The frame header (SOF), which holds size and components. */
    public Optional<Segment> frame() {
        return segments.stream()
                .filter(s -> s.marker() >= 0xc0
                        && s.marker() <= 0xcf
                        && s.marker() != 0xc4
                        && s.marker() != 0xc8
                        && s.marker() != 0xcc)
                .findFirst();
    }

    /** Whether three components are YCbCr, by the marks that programs leave and, without any, by their names. */
    boolean isYcc() {
        if (hasJfif()) {
            return true;
        }
        if (adobeTransform().isPresent()) {
            return adobeTransform().get() != 0;
        }
        byte[] frame = frame().map(Segment::data).orElse(new byte[0]);
        return frame.length < 13 || !(frame[6] == 'R' && frame[9] == 'G' && frame[12] == 'B');
    }

    /** Adobe's colour transform: 0 none, 1 YCbCr, 2 YCCK. */
    Optional<Integer> adobeTransform() {
        return segments.stream()
                .filter(s -> s.marker() == APP14 && s.begins("Adobe") && s.data().length >= 12)
                .map(s -> s.data()[11] & 0xff)
                .findFirst();
    }

    boolean hasJfif() {
        return segments.stream().anyMatch(s -> s.marker() == APP0 && s.begins("JFIF\0"));
    }

    /** The ICC profile, put together from its numbered parts (ICC.1:2022, annex B.4). */
    public Optional<byte[]> icc() {
        List<Segment> parts = segments.stream()
                .filter(s -> s.marker() == APP2 && s.begins(ICC) && s.data().length > 14)
                .sorted(java.util.Comparator.comparingInt(s -> s.data()[12] & 0xff))
                .toList();
        ByteArrayOutputStream profile = new ByteArrayOutputStream();
        parts.forEach(s -> profile.write(s.data(), 14, s.data().length - 14));
        return parts.isEmpty() ? Optional.empty() : Optional.of(profile.toByteArray());
    }

    /** An ICC profile as the APP2 segments that carry it. */
    static List<Segment> ofIcc(byte[] profile) {
        int count = (profile.length + MOST_ICC_IN_A_SEGMENT - 1) / MOST_ICC_IN_A_SEGMENT;
        List<Segment> parts = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            int from = i * MOST_ICC_IN_A_SEGMENT;
            byte[] data = Arrays.copyOfRange(profile, from, Math.min(profile.length, from + MOST_ICC_IN_A_SEGMENT));
            parts.add(new Segment(APP2, joined(ICC + (char) (i + 1) + (char) count, data)));
        }
        return parts;
    }

    /** A segment that begins with a name. */
    public static Segment named(int marker, String name, byte[] data) {
        return new Segment(marker, joined(name, data));
    }

    private static byte[] joined(String name, byte[] data) {
        byte[] start = name.getBytes(StandardCharsets.ISO_8859_1);
        byte[] all = Arrays.copyOf(start, start.length + data.length);
        System.arraycopy(data, 0, all, start.length, data.length);
        return all;
    }

    /** The same JPEG with its leading APP segments replaced by these. */
    static byte[] withSegments(byte[] jpeg, List<Segment> wanted) throws IOException {
        int at = 2;
        while ((jpeg[at] & 0xff) == 0xff && (jpeg[at + 1] & 0xf0) == 0xe0) {
            at += 2 + ((jpeg[at + 2] & 0xff) << 8 | jpeg[at + 3] & 0xff);
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream(jpeg.length + 8192);
        out.write(0xff);
        out.write(SOI);
        for (Segment segment : wanted) {
            segment.write(out);
        }
        out.write(jpeg, at, jpeg.length - at);
        return out.toByteArray();
    }
}
