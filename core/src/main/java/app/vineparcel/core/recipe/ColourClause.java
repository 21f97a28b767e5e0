package app.vineparcel.core.recipe;

import app.vineparcel.core.colour.RenderingIntent;

/**
 * In which colours a rendition comes.
 *
 * @param profile the word of a built-in profile, the name of an ICC file that was imported, or {@link #AS_SOURCE}
 * @param intent how colours go there
 * @param blackPoint whether the darkest of the source becomes the darkest of the rendition
 * @param embed whether the profile goes into the file
 */
public record ColourClause(String profile, RenderingIntent intent, boolean blackPoint, boolean embed) {

    /** The word that leaves colours alone. */
    public static final String AS_SOURCE = "as-source";

    /** To sRGB, embedded. */
    public static final ColourClause SRGB = new ColourClause("srgb", RenderingIntent.RELATIVE, true, true);

    /** Whether colours are left as the source has them. */
    public boolean asSource() {
        return profile.equals(AS_SOURCE);
    }
}
