package app.vineparcel.core;

import java.util.Locale;

/** Sizes of files in words, in powers of ten (IEC 80000-13: kB is 1,000 bytes). */
public final class FileSize {

    private static final long KILOBYTE = 1_000;
    private static final long MEGABYTE = 1_000_000;
    private static final long GIGABYTE = 1_000_000_000;

    private FileSize() {}

    /** Rounded, for what was measured or predicted: {@code 412 kB}, {@code 3.4 MB}, {@code 12 MB}, {@code 1.25 GB}; at least {@code 1 kB}. */
    public static String rounded(long bytes) {
        if (bytes < MEGABYTE) {
            return String.format(Locale.ROOT, "%d kB", Math.max(1, Math.round(bytes / 1e3)));
        }
        if (bytes < GIGABYTE) {
            return String.format(Locale.ROOT, bytes < 10 * MEGABYTE ? "%.1f MB" : "%.0f MB", bytes / 1e6);
        }
        return String.format(Locale.ROOT, "%.2f GB", bytes / 1e9);
    }

    /** Exactly enough for a limit that somebody set: {@code 900 bytes}, {@code 4.5 kB}, {@code 400 kB}, {@code 1.25 MB}. */
    public static String stated(long bytes) {
        if (bytes < KILOBYTE) {
            return bytes == 1 ? "1 byte" : bytes + " bytes";
        }
        return bytes >= MEGABYTE
                ? PlainNumber.of(Math.round(bytes / 1e4) / 100.0) + " MB"
                : PlainNumber.of(Math.round(bytes / 1e2) / 10.0) + " kB";
    }
}
