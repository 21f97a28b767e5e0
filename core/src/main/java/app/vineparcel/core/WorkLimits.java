package app.vineparcel.core;

import java.time.Duration;

/**
 * What work on one foreign file may use.
 *
 * @param pixels the most that one picture may have; at most 500 million
 * @param source the time for reading or drawing from one source
 * @param rendition the time for making one rendition, sources included
 * @param bytes of decoded pictures, over all open work
 */
public record WorkLimits(long pixels, Duration source, Duration rendition, long bytes) {

    private static final long MOST_PIXELS = 500_000_000;

    public WorkLimits {
        pixels = Math.min(MOST_PIXELS, pixels);
    }

    /** The usual ones: a minute a source, five a rendition, and three quarters of this program's heap. */
    public static WorkLimits usual(long pixels) {
        return new WorkLimits(
                pixels,
                Duration.ofSeconds(60),
                Duration.ofSeconds(300),
                Runtime.getRuntime().maxMemory() / 4 * 3);
    }

    /** The same with other times. */
    public WorkLimits within(Duration ofSource, Duration ofRendition) {
        return new WorkLimits(pixels, ofSource, ofRendition, bytes);
    }
}
