package app.vineparcel.core.recipe;

/**
 * In which colours a rendition comes. The intent is relative colorimetric.
 *
 * @param profile the recipe word of a built-in profile, or {@link #AS_SOURCE}
 * @param blackPoint whether the darkest of the source becomes the darkest of the rendition
 * @param embed whether the profile goes into the file
 */
public record ColourClause(String profile, boolean blackPoint, boolean embed) {

    /** The word that leaves colours alone. */
    public static final String AS_SOURCE = "as-source";

    /** To sRGB, embedded. */
    public static final ColourClause SRGB = new ColourClause("srgb", true, true);

    /** Whether colours are left as the source has them. */
    public boolean asSource() {
        return profile.equals(AS_SOURCE);
    }
}
