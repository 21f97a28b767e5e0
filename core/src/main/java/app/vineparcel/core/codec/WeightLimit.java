package app.vineparcel.core.codec;

import app.vineparcel.core.FileTooLargeException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * Writes a file that weighs no more than a limit, at the highest quality (or with the most colours) at which it does.
 *
 * <p>Weight grows with quality nearly as a power, so the next quality to try is guessed on a straight line between the logarithms of the two
 * weights that enclose the limit, and kept inside what is not yet known; every second guess halves it instead. Up to seven encodings.
 */
public final class WeightLimit {

    /** The most times that a picture is encoded. */
    public static final int MOST_ENCODINGS = 7;

    /** Weights fall about as this power of the quality. */
    private static final double FALL = 1.3;

    private final Picture picture;
    private final FileTags tags;
    private final Path file;
    private final OutputFormat format;
    private final long limit;

    private int encodings;
    private long lightest = Long.MAX_VALUE;
    private byte[] best = new byte[0];
    private int bestStep;

    private WeightLimit(OutputFormat format, Picture picture, FileTags tags, Path file, long limit) {
        this.format = format;
        this.picture = picture;
        this.tags = tags;
        this.file = file;
        this.limit = limit;
    }

    /** What came of it. */
    public record Found(OutputFormat format, int encodings) {}

    /**
     * Writes the file.
     *
     * @param limit bytes
     * @return the format at the step that was found
     * @throws IOException with the lightest weight that was reached if none stays below the limit
     */
    public static Found write(OutputFormat format, Picture picture, FileTags tags, Path file, long limit)
            throws IOException {
        return new WeightLimit(format, picture, tags, file, limit).search();
    }

    private Found search() throws IOException {
        int least = format.paletteColours() > 0 ? 2 : 1;
        int high = format.weightStep().orElse(least);
        long highWeight = weigh(high);
        if (highWeight > limit && high > least && format.weightStep().isPresent()) {
            narrow(least, high, highWeight);
        }
        if (best.length == 0) {
            Files.deleteIfExists(file);
            throw new FileTooLargeException(lightest, limit);
        }
        Files.write(file, best);
        return new Found(format.weightStep().isPresent() ? format.atWeightStep(bestStep) : format, encodings);
    }

    /** The limit lies below the weight at {@code high}; finds the highest step that keeps it. */
    private void narrow(int least, int tooHigh, long tooHeavy) throws IOException {
        int low = least - 1;
        int high = tooHigh;
        double lowLog = Double.NaN;
        double highLog = Math.log(tooHeavy);
        boolean halve = false;
        while (high - low > 1 && encodings < MOST_ENCODINGS) {
            int step = low < least && encodings == MOST_ENCODINGS - 1 && best.length == 0
                    ? least
                    : guess(low, high, lowLog, highLog, halve);
            long weight = weigh(step);
            if (weight <= limit) {
                halve = high - step > (high - low) / 2;
                low = step;
                lowLog = Math.log(weight);
            } else {
                halve = step - low > (high - low) / 2;
                high = step;
                highLog = Math.log(weight);
            }
        }
    }

    private int guess(int low, int high, double lowLog, double highLog, boolean halve) {
        double share;
        if (Double.isNaN(lowLog)) {
            // nothing below the limit is known yet
            share = Math.exp((Math.log(limit) - highLog) / FALL) * high / (high - low) - (double) low / (high - low);
        } else {
            share = (Math.log(limit) - lowLog) / (highLog - lowLog);
        }
        int step = halve ? (low + high) / 2 : (int) Math.floor(low + share * (high - low));
        return Math.max(low + 1, Math.min(high - 1, step));
    }

    private long weigh(int step) throws IOException {
        encodings++;
        OutputFormat tried = format.weightStep().isPresent() ? format.atWeightStep(step) : format;
        tried.writer().write(picture, tags, file);
        long weight = Files.size(file);
        lightest = Math.min(lightest, weight);
        if (weight <= limit && (best.length == 0 || step > bestStep)) {
            best = Files.readAllBytes(file);
            bestStep = step;
        }
        return weight;
    }
}
