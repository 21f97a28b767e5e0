package app.vineparcel.core;

/**
 * Something about a file that can be used all the same and that a person should know: a part that cannot be read or drawn, or a way in which
 * it differs from what its like usually are.
 *
 * @param code a short, stable, kebab-case word for scripts
 * @param matters whether something may look other than its maker saw it; otherwise it is good to know
 * @param text the reason and what can be done, in a sentence or two
 */
public record Notice(String code, boolean matters, String text) {

    /** Something is missing or may look otherwise. */
    public static Notice caution(String code, String text) {
        return new Notice(code, true, text);
    }

    /** Good to know. */
    public static Notice hint(String code, String text) {
        return new Notice(code, false, text);
    }
}
