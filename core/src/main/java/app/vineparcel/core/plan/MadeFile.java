package app.vineparcel.core.plan;

/**
 * A file as a run made it last, or tried to.
 *
 * @param sound whether it was made; else it failed
 * @param path where it went
 * @param density how many times the recipe's size
 * @param recipe the {@link MadeStates#word(app.vineparcel.core.recipe.Recipe) word} of what it was made by; empty if nobody knows
 * @param version of the recipe then; 0 if nobody knows
 * @param source a word for the file and how it was taken; empty if nobody knows
 * @param framing a word for which part went to which size; empty if nobody knows
 * @param bytes how heavy it was; 0 if nobody knows
 */
public record MadeFile(
        boolean sound,
        String path,
        double density,
        String recipe,
        int version,
        String source,
        String framing,
        long bytes) {}
