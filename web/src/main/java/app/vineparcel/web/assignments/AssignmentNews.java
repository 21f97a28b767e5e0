package app.vineparcel.web.assignments;

import java.util.Collection;
import java.util.List;
import java.util.Map;

/** What the list of assignments says of each; every feature tells its own. */
public interface AssignmentNews {

    /**
     * Something to be known.
     *
     * @param text in a few words
     * @param matters whether somebody has to look at it
     */
    record Item(String text, boolean matters) {}

    /**
     * A picture of what an assignment is about.
     *
     * @param address where it is found
     */
    record Picture(String address) {}

    /** What there is to be known, by assignment; those without news are left out. */
    default Map<Long, List<Item>> items(Collection<Long> assignments) {
        return Map.of();
    }

    /** A few pictures, by assignment. */
    default Map<Long, List<Picture>> pictures(Collection<Long> assignments) {
        return Map.of();
    }
}
