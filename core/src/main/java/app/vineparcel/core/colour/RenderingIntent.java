package app.vineparcel.core.colour;

import java.util.Locale;

/**
 * How colours go from one medium to another (ICC.1:2022, 6.2). Between profiles of curves and a matrix the first three are the same:
 * such a profile has one rendering only.
 */
public enum RenderingIntent {
    /** Pleasing: the whole range is pressed into what the target can show. */
    PERCEPTUAL,
    /** True within the target's gamut, white to white. */
    RELATIVE,
    /** Vivid, for charts. */
    SATURATION,
    /** True with the medium's own white, for proofs. */
    ABSOLUTE;

    /** As in a recipe file. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** The digit of the tables that serve it: A2B0, A2B1, A2B2. Absolute takes the relative tables and moves their white. */
    int table() {
        return switch (this) {
            case PERCEPTUAL -> 0;
            case RELATIVE, ABSOLUTE -> 1;
            case SATURATION -> 2;
        };
    }
}
