package app.vineparcel.core.recipe;

import java.util.Locale;

/**
 * Output sharpening, last before the watermark.
 *
 * @param medium what the rendition is looked at on
 * @param strength 0 for none to 100
 */
public record SharpenClause(Medium medium, int strength) {

    /** What a rendition is looked at on. */
    public enum Medium {
        NONE,
        SCREEN,
        COATED,
        UNCOATED;

        /** As in a recipe file. */
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** The strength where a recipe names a medium and no strength. */
    public static final int USUAL_STRENGTH = 50;

    /** Pixels are left as they are. */
    public static final SharpenClause NONE = new SharpenClause(Medium.NONE, 0);

    /** Whether pixels are left as they are. */
    public boolean changesNothing() {
        return medium == Medium.NONE || strength == 0;
    }
}
