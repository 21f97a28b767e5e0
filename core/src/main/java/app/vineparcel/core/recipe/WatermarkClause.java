package app.vineparcel.core.recipe;

import app.vineparcel.core.geometry.Anchor;
import java.util.Optional;

/**
 * A mark set over the picture.
 *
 * @param mark what is set
 * @param adapts whether the light or the dark variant is taken, by what lies under it
 * @param opacity above 0 to 1
 * @param scale the mark's width as a share of the rendition's short edge, above 0 to 2
 * @param anchor where
 * @param inset the distance from the edges as a share of the short edge, 0 to 0.5
 * @param rotation degrees clockwise, -180 to 180
 * @param tile whether it is repeated over the whole picture
 */
public record WatermarkClause(
        Mark mark,
        boolean adapts,
        double opacity,
        double scale,
        Anchor anchor,
        double inset,
        double rotation,
        boolean tile) {

    /** What is set over the picture. */
    public sealed interface Mark {}

    /**
     * A picture, PNG or SVG, that was imported.
     *
     * @param name its file's name
     * @param onDark the file of the light variant, for dark ground
     */
    public record FileMark(String name, Optional<String> onDark) implements Mark {}

    /**
     * A line of text.
     *
     * @param text the line
     * @param rgb its colour, 0xRRGGBB in sRGB; not looked at where the mark adapts
     */
    public record TextMark(String text, int rgb) implements Mark {

        private static final int DARK = 0x1f2622;
        private static final int LIGHT = 0xffffff;

        /** Its colour on light or on dark ground, where it adapts. */
        public int adapted(boolean lightGround) {
            return lightGround ? DARK : LIGHT;
        }
    }

    /** The lightness L*, 0 to 1 for 0 to 100, above which ground counts as light. */
    public static final double MIDDLE = 0.5;
}
