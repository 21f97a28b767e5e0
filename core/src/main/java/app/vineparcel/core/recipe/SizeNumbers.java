package app.vineparcel.core.recipe;

import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;

/** The numbers of a size clause that is being read; what is missing or wrong is noted and stands as 1. */
record SizeNumbers(JsonPlace size) {

    /** The most px that one edge may be asked to have. */
    static final int MOST_PX = 100_000;

    private static final int MOST_PPI = 10_000;

    /** A whole number of px, which is needed. */
    int px(String key) {
        size.missing(key, "a whole number of px is expected");
        return size.whole(key, 1, MOST_PX).orElse(1);
    }

    /** A number above 0, which is needed. */
    double number(String key, double most) {
        size.missing(key, "a number above 0 is expected");
        return size.positive(key, most).orElse(1);
    }

    /** One of the values of an enum by their words. */
    <T extends Enum<T>> T word(String key, Class<T> type, List<String> allowed) {
        return Enum.valueOf(
                type, size.choice(key, allowed).orElse(allowed.get(0)).toUpperCase(Locale.ROOT));
    }

    /** The resolution; empty where none is given. */
    OptionalInt ppi() {
        return size.whole("ppi", 1, MOST_PPI);
    }

    /** Notes that a box is larger than can be asked for. */
    void requirePossible(int width, int height) {
        if (Math.max(width, height) > MOST_PX) {
            size.fault("", width + " × " + height + " px", "an edge may have up to " + MOST_PX + " px");
        }
    }
}
