package app.vineparcel.core.recipe;

import java.util.Locale;

/**
 * What lies behind a piece.
 *
 * @param transparent whether nothing does; formats without transparency then take white
 * @param rgb the matte as 0xRRGGBB in sRGB, white where transparent
 */
public record Background(boolean transparent, int rgb) {

    /** Nothing behind it. */
    public static final Background TRANSPARENT = new Background(true, 0xffffff);

    /** As in a recipe file: {@code transparent} or {@code #rrggbb}. */
    public String word() {
        return transparent ? "transparent" : String.format(Locale.ROOT, "#%06x", rgb);
    }

    /** Red, green or blue (0, 1, 2) of the matte as an encoded sRGB value 0 to 1. */
    public double band(int band) {
        return (rgb >> (16 - 8 * band) & 0xff) / 255.0;
    }
}
