package app.vineparcel.core.plan;

/**
 * A file as a run made it last, or tried to.
 *
 * @param result whether it was made, and whether it is still there
 * @param path where it went
 * @param density how many times the recipe's size
 * @param made from what
 * @param framing a word for which part went to which size; empty if nobody knows
 * @param bytes how heavy it was; 0 if nobody knows
 */
public record MadeFile(Result result, String path, double density, From made, String framing, long bytes) {

    /** What became of it. */
    public enum Result {
        /** It is where it was put. */
        IN_PLACE,
        /** It is there, and somebody wrote to it since. */
        OVERWRITTEN,
        /** It was made and is no longer there. */
        GONE,
        /** It could not be made. */
        FAILED
    }

    /**
     * What it was made from.
     *
     * @param fingerprint as {@link Fingerprints} has it; empty if nobody knows
     * @param recipe the {@link MadeStates#word(app.vineparcel.core.recipe.Recipe) word} of what it was made by; empty if nobody knows
     * @param version of the recipe then; 0 if nobody knows
     * @param source a word for the file and how it was taken; empty if nobody knows
     */
    public record From(String fingerprint, String recipe, int version, String source) {}
}
