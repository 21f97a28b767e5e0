package app.vineparcel.core.source.openraster;

import app.vineparcel.core.raster.BlendMode;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/**
 * How a layer is items over what is beneath: the blend functions and Porter-Duff operators of OpenRaster's baseline
 * ({@code composite-op}), as W3C Compositing and Blending Level 1 defines them. Works on straight colours, 0 to 1, as they are encoded.
 */
enum Blend {
    SRC_OVER,
    MULTIPLY,
    SCREEN,
    OVERLAY,
    DARKEN,
    LIGHTEN,
    COLOR_DODGE,
    COLOR_BURN,
    HARD_LIGHT,
    SOFT_LIGHT,
    DIFFERENCE,
    COLOR,
    LUMINOSITY,
    HUE,
    SATURATION,
    PLUS,
    DST_IN,
    DST_OUT,
    SRC_ATOP,
    DST_ATOP;

    private final Optional<BlendMode> mode =
            BlendMode.of(name().toLowerCase(Locale.ROOT).replace('_', '-'));

    /** The blend behind a word of the format, such as {@code svg:multiply}; plain over for one that is not known. */
    static Blend of(String word) {
        String name = word.replaceFirst("^svg:", "").replace('-', '_').toUpperCase(Locale.ROOT);
        return Arrays.stream(values())
                .filter(blend -> blend.name().equals(name))
                .findFirst()
                .orElse(SRC_OVER);
    }

    /**
     * Lays one pixel over another.
     *
     * @param under red, green, blue and alpha; becomes the result
     * @param over red, green, blue and alpha
     */
    void apply(float[] under, float[] over) {
        float as = over[3];
        float ab = under[3];
        switch (this) {
            case DST_IN -> under[3] = ab * as;
            case DST_OUT -> under[3] = ab * (1 - as);
            case SRC_ATOP -> mix(under, over, as * ab, ab * (1 - as), ab);
            case DST_ATOP -> mix(under, over, as * (1 - ab), ab * as, as);
            case PLUS -> plus(under, over);
            default -> blend(under, over);
        }
    }

    private static void mix(float[] under, float[] over, float shareOver, float shareUnder, float alpha) {
        for (int c = 0; c < 3; c++) {
            under[c] = alpha > 0 ? (over[c] * shareOver + under[c] * shareUnder) / alpha : 0;
        }
        under[3] = alpha;
    }

    private static void plus(float[] under, float[] over) {
        float alpha = Math.min(1, under[3] + over[3]);
        for (int c = 0; c < 3; c++) {
            float sum = Math.min(1, under[c] * under[3] + over[c] * over[3]);
            under[c] = alpha > 0 ? Math.min(1, sum / alpha) : 0;
        }
        under[3] = alpha;
    }

    private void blend(float[] under, float[] over) {
        float as = over[3];
        float ab = under[3];
        float alpha = as + ab - as * ab;
        if (alpha <= 0) {
            under[3] = 0;
            return;
        }
        double[] mixed = mixed(under, over);
        for (int c = 0; c < 3; c++) {
            under[c] = (float) (((1 - ab) * as * over[c] + ab * as * mixed[c] + (1 - as) * ab * under[c]) / alpha);
        }
        under[3] = alpha;
    }

    private double[] mixed(float[] under, float[] over) {
        double[] below = {under[0], under[1], under[2]};
        double[] above = {over[0], over[1], over[2]};
        double[] mixed = above.clone();
        mode.ifPresent(known -> known.mix(below, above, mixed));
        return mixed;
    }
}
