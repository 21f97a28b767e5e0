package app.vineparcel.core.plan;

import app.vineparcel.core.Notice;

/**
 * Something that preflight noticed about a rendition to be.
 *
 * @param level how much it matters
 * @param code a short, stable, kebab-case word for scripts
 * @param message the reason and the remedy, in a sentence or two
 */
public record Finding(Level level, String code, String message) {

    /** The code of a blocker that goes when another cell is turned off: both write the same file. */
    public static final String SAME_PATH = "same-path";

    /** What reading a source found. */
    static Finding of(Notice notice) {
        return new Finding(notice.matters() ? Level.CAUTION : Level.HINT, notice.code(), notice.text());
    }

    /** The same where it has to be said which piece is meant. */
    Finding of(String piece) {
        return new Finding(level, code, "“%s”: %s".formatted(piece, message));
    }

    /** How much a finding matters. */
    public enum Level {
        /** The rendition cannot be made. */
        BLOCKER,
        /** It can be made and is probably not what is expected. */
        CAUTION,
        /** Good to know. */
        HINT
    }
}
