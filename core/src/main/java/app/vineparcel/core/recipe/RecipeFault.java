package app.vineparcel.core.recipe;

/**
 * One thing that is wrong with a recipe file.
 *
 * @param pointer the place, as a JSON pointer (RFC 6901); empty for the whole file
 * @param found what stands there
 * @param allowed what may stand there
 */
public record RecipeFault(String pointer, String found, String allowed) {

    /** In one line. */
    public String sentence() {
        return "%s: found %s; %s".formatted(pointer.isEmpty() ? "the file" : pointer, found, allowed);
    }
}
