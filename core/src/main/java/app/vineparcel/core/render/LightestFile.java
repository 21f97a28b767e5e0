package app.vineparcel.core.render;

import app.vineparcel.core.FileTooLargeException;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.WeightLimit;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.OptionalLong;

/**
 * Writes the lightest file that still looks near enough to its pixels: the lowest quality, or the fewest colours, whose score is high enough, found
 * by real encodings that are read back. Scores rise with the step, so the next one to try is guessed on a straight line between the two that enclose
 * the wanted one; every second guess halves what is left. Under a weight limit as well, a step that is too heavy bounds the search from above.
 */
final class LightestFile {

    /** How many steps of quality a point of the score usually is, in the upper range. */
    private static final double STEPS_A_POINT = 2;

    private final OutputFormat format;
    private final Picture picture;
    private final FileTags tags;
    private final Path file;
    private final Likeness likeness;
    private final double wanted;
    private final long limit;
    private final int least;
    private final int most;

    private int encodings;
    private long lightest = Long.MAX_VALUE;
    private byte[] best = new byte[0];
    private int bestStep;
    private double bestScore = Double.NEGATIVE_INFINITY;

    private LightestFile(
            OutputFormat format,
            Picture picture,
            FileTags tags,
            Path file,
            Likeness likeness,
            double wanted,
            long limit) {
        this.format = format;
        this.picture = picture;
        this.tags = tags;
        this.file = file;
        this.likeness = likeness;
        this.wanted = wanted;
        this.limit = limit;
        this.least = format.paletteColours() > 0 ? 2 : 1;
        this.most = format.paletteColours() > 0 ? 256 : 100;
    }

    /**
     * What came of it.
     *
     * @param format at the step that was found
     * @param score of the file
     * @param near whether that is as near as was wanted; else it is the nearest that the format, or the limit, allows
     */
    record Found(OutputFormat format, double score, boolean near, int encodings) {}

    /**
     * Writes the file.
     *
     * @param wanted the least score
     * @param limit bytes
     * @throws IOException in words, with the lightest weight that was reached if none stays below the limit, or if the format cannot be read back here
     */
    static Found write(
            OutputFormat format,
            Picture picture,
            FileTags tags,
            Path file,
            Likeness likeness,
            double wanted,
            OptionalLong limit)
            throws IOException {
        return new LightestFile(format, picture, tags, file, likeness, wanted, limit.orElse(Long.MAX_VALUE)).search();
    }

    private Found search() throws IOException {
        // between a step that is not near enough and one that is, or is too heavy
        int low = least - 1;
        int high = most + 1;
        double lowScore = Double.NaN;
        double highScore = Double.NaN;
        int step = Math.max(least, Math.min(most, format.looks().step(wanted)));
        while (true) {
            double score = tried(step);
            int room = high - low;
            if (Double.isNaN(score) || score >= wanted) {
                high = step;
                highScore = score;
            } else {
                low = step;
                lowScore = score;
            }
            boolean slow = high - low > room / 2;
            if (high - low <= 1 || encodings >= WeightLimit.MOST_ENCODINGS) {
                break;
            }
            step = next(low, high, lowScore, highScore, slow);
        }
        if (best.length == 0) {
            Files.deleteIfExists(file);
            throw new FileTooLargeException(lightest, limit);
        }
        Files.write(file, best);
        return new Found(format.atWeightStep(bestStep), bestScore, bestScore >= wanted, encodings);
    }

    private int next(int low, int high, double lowScore, double highScore, boolean slow) {
        boolean last = encodings == WeightLimit.MOST_ENCODINGS - 1;
        if (last && bestScore < wanted && high > most) {
            return most; // the nearest there is
        }
        if (last && best.length == 0) {
            return least;
        }
        int guess = (low + high) / 2;
        if (!slow && !Double.isNaN(lowScore) && !Double.isNaN(highScore)) {
            guess = low + (int) Math.ceil((high - low) * (wanted - lowScore) / (highScore - lowScore));
        } else if (Double.isNaN(highScore) && !Double.isNaN(lowScore) && high > most) {
            guess = low + (int) Math.max(1, Math.ceil((wanted - lowScore) * (most - low) / (100 - lowScore)));
        } else if (Double.isNaN(lowScore) && !Double.isNaN(highScore)) {
            guess = high - (int) Math.max(1, Math.ceil((highScore - wanted) * STEPS_A_POINT));
        }
        return Math.max(Math.max(least, low + 1), Math.min(Math.min(most, high - 1), guess));
    }

    /** The score at a step; not a number where the file is too heavy. */
    private double tried(int step) throws IOException {
        encodings++;
        OutputFormat at = format.atWeightStep(step);
        at.writer().write(picture, tags, file);
        long weight = Files.size(file);
        lightest = Math.min(lightest, weight);
        if (weight > limit) {
            return Double.NaN;
        }
        Decoded back = at.kind()
                .readBack(file)
                .orElseThrow(() -> new IOException(
                        "%s cannot be read here, so that its look cannot be measured. Give the recipe a quality instead."
                                .formatted(format.title())));
        double score = likeness.score(back.pixels());
        boolean better = bestScore < wanted ? score > bestScore : score >= wanted && step < bestStep;
        if (best.length == 0 || better) {
            best = Files.readAllBytes(file);
            bestStep = step;
            bestScore = score;
        }
        return score;
    }
}
