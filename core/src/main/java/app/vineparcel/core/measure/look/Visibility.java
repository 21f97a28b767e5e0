package app.vineparcel.core.measure.look;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Who sees that a picture is not its original, by its {@link Ssimulacra2} score. The steps are those that the measure's authors give for
 * their scale: 90 cannot be told from the original when both flicker in place at 1:1, 80 not side by side, and at 70 flaws are hard to
 * notice for whoever does not have the original.
 */
public enum Visibility {
    NOT_SEEN("not seen", 90),
    WHEN_FLICKERING("seen when flickering", 80),
    SIDE_BY_SIDE("seen side by side", 70),
    AT_ONCE("seen at once", Double.NEGATIVE_INFINITY);

    private final String words;
    private final double least;

    Visibility(String words, double least) {
        this.words = words;
        this.least = least;
    }

    /** As people read it, and as a recipe file says it. */
    public String words() {
        return words;
    }

    /** The lowest score that is still this. */
    public double least() {
        return least;
    }

    /** The step of a score. */
    public static Visibility of(double score) {
        return Arrays.stream(values())
                .filter(step -> score >= step.least)
                .findFirst()
                .orElse(AT_ONCE);
    }

    /** Those that somebody may want of a file: all but the last. */
    public static List<Visibility> thatCanBeAsked() {
        return List.of(NOT_SEEN, WHEN_FLICKERING, SIDE_BY_SIDE);
    }

    /** The step of these words; empty where there is none. */
    public static Optional<Visibility> named(String words) {
        return Arrays.stream(values()).filter(step -> step.words.equals(words)).findFirst();
    }
}
