package app.vineparcel.core.recipe;

import java.util.List;
import java.util.stream.Collectors;

/** A recipe that cannot be used, with everything that is wrong with it. */
public final class RecipeException extends Exception {

    private static final long serialVersionUID = 1L;

    private final transient List<RecipeFault> faults;

    /** With at least one fault. */
    public RecipeException(List<RecipeFault> faults) {
        super(faults.stream().map(RecipeFault::sentence).collect(Collectors.joining(" · ")));
        this.faults = List.copyOf(faults);
    }

    /** Everything that is wrong, in the order of the file. */
    public List<RecipeFault> faults() {
        return faults;
    }
}
