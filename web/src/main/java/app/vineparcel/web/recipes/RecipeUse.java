package app.vineparcel.web.recipes;

import java.util.List;
import java.util.Map;

/** Something that uses recipes and can say how often. */
public interface RecipeUse {

    /** What it is, in the singular: {@code channel}. */
    String what();

    /** How often each recipe is used, by its key; a recipe that is not used is not there. */
    Map<Long, Long> counts();

    /** Those that use a recipe and whose readers cannot open files of a format, by their names. */
    default List<String> notUnderstanding(long recipe, String type) {
        return List.of();
    }
}
