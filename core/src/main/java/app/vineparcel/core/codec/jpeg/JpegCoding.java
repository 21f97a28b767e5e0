package app.vineparcel.core.codec.jpeg;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/**
 * How a JPEG file was coded, as its tables say.
 *
 * @param quality 1 to 100, on the scale of the Independent JPEG Group, of which the steps for lightness are nearest
 * @param halved whether colour is halved both ways
 */
public record JpegCoding(int quality, boolean halved) {

    private static final int TABLES = 0xdb;
    private static final int STEPS = 64;
    /** The sum of Annex K.1 of ITU-T T.81. */
    private static final double USUAL = 3688;

    /** Reads the tables of a file; empty if it has none before its picture. */
    public static Optional<JpegCoding> of(Path file) {
        try {
            JpegSegments segments = JpegSegments.read(file);
            Optional<JpegSegments.Segment> frame = segments.frame();
            boolean halved = frame.filter(one -> one.data().length >= 15 && (one.data()[7] & 0xff) == 0x22)
                    .isPresent();
            return segments.all().stream()
                    .filter(segment -> segment.marker() == TABLES)
                    .flatMap(segment -> quality(segment.data()).stream())
                    .findFirst()
                    .map(quality -> new JpegCoding(quality, halved));
        } catch (IOException unreadable) {
            return Optional.empty();
        }
    }

    /** Of the first table in a segment. */
    private static Optional<Integer> quality(byte[] data) {
        if (data.length < 1 + STEPS || (data[0] & 0x0f) != 0) {
            return Optional.empty();
        }
        boolean wide = data[0] >> 4 != 0;
        if (wide && data.length < 1 + 2 * STEPS) {
            return Optional.empty();
        }
        int sum = 0;
        for (int i = 0; i < STEPS; i++) {
            sum += wide ? (data[1 + 2 * i] & 0xff) << 8 | data[2 + 2 * i] & 0xff : data[1 + i] & 0xff;
        }
        double scale = 100 * sum / USUAL;
        long quality = Math.round(scale <= 100 ? (200 - scale) / 2 : 5000 / scale);
        return Optional.of((int) Math.max(1, Math.min(100, quality)));
    }
}
