package app.vineparcel.core.codec.jpeg;

import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.geometry.PixelSize;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * Counts the scans of a JPEG (ITU-T T.81, B.2.3) before a decoder goes through them. Each may be a few bytes long and yet make it walk over the whole
 * picture; sound progressive files have about ten.
 */
final class JpegScans {

    private static final int MOST = 500;
    /** Pixels times scans: a picture of 300 million px in thirty passes. */
    private static final long MOST_WORK = 9_000_000_000L;

    private static final int LAST_SEQUENTIAL = 0xc1;
    private static final int SOS = 0xda;

    private JpegScans() {}

    static void requireFew(Path file, JpegSegments segments, PixelSize size) throws IOException {
        boolean atOnce = segments.frame()
                .filter(frame -> frame.marker() <= LAST_SEQUENTIAL && segments.firstScan() == frame.data()[5])
                .isPresent();
        long most = Math.min(MOST, Math.max(1, MOST_WORK / size.pixels()));
        if (!atOnce && count(file, most) > most) {
            throw new IOException(
                    "its picture is spread over more than %d passes, which no camera or program does.".formatted(most));
        }
    }

    /** Markers of scans; in the data of one, 0xFF is followed by 0 or stands before a marker. */
    private static long count(Path file, long most) throws IOException {
        long scans = 0;
        byte[] part = new byte[1 << 16];
        try (InputStream in = Files.newInputStream(file)) {
            boolean marked = false;
            for (int found = in.read(part); found > 0 && scans <= most; found = in.read(part)) {
                WorkBudget.check();
                for (int i = 0; i < found; i++) {
                    if (marked && part[i] == (byte) SOS) {
                        scans++;
                    }
                    marked = part[i] == (byte) 0xff;
                }
            }
        }
        return scans;
    }
}
