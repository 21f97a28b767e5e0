package app.vineparcel.core.source.openraster;

import java.util.Arrays;
import java.util.Locale;

/**
 * How a layer is laid over what is beneath: the blend functions and Porter-Duff operators of OpenRaster's baseline
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
        float[] mixed = isPerChannel() ? channels(under, over) : colours(under, over);
        for (int c = 0; c < 3; c++) {
            under[c] = ((1 - ab) * as * over[c] + ab * as * mixed[c] + (1 - as) * ab * under[c]) / alpha;
        }
        under[3] = alpha;
    }

    private boolean isPerChannel() {
        return ordinal() < COLOR.ordinal();
    }

    private float[] channels(float[] under, float[] over) {
        float[] mixed = new float[3];
        for (int c = 0; c < 3; c++) {
            mixed[c] = channel(under[c], over[c]);
        }
        return mixed;
    }

    private float channel(float b, float s) {
        return switch (this) {
            case MULTIPLY -> b * s;
            case SCREEN -> b + s - b * s;
            case OVERLAY -> hardLight(s, b);
            case DARKEN -> Math.min(b, s);
            case LIGHTEN -> Math.max(b, s);
            case COLOR_DODGE -> b == 0 ? 0 : s >= 1 ? 1 : Math.min(1, b / (1 - s));
            case COLOR_BURN -> b >= 1 ? 1 : s <= 0 ? 0 : 1 - Math.min(1, (1 - b) / s);
            case HARD_LIGHT -> hardLight(b, s);
            case SOFT_LIGHT -> softLight(b, s);
            case DIFFERENCE -> Math.abs(b - s);
            default -> s;
        };
    }

    private static float hardLight(float b, float s) {
        return s <= 0.5f ? b * 2 * s : b + (2 * s - 1) - b * (2 * s - 1);
    }

    private static float softLight(float b, float s) {
        if (s <= 0.5f) {
            return b - (1 - 2 * s) * b * (1 - b);
        }
        float d = b <= 0.25f ? ((16 * b - 12) * b + 4) * b : (float) Math.sqrt(b);
        return b + (2 * s - 1) * (d - b);
    }

    private float[] colours(float[] b, float[] s) {
        return switch (this) {
            case HUE -> withLuminosity(withSaturation(s, saturation(b)), luminosity(b));
            case SATURATION -> withLuminosity(withSaturation(b, saturation(s)), luminosity(b));
            case COLOR -> withLuminosity(s, luminosity(b));
            default -> withLuminosity(b, luminosity(s));
        };
    }

    private static float luminosity(float[] c) {
        return 0.3f * c[0] + 0.59f * c[1] + 0.11f * c[2];
    }

    private static float saturation(float[] c) {
        return Math.max(c[0], Math.max(c[1], c[2])) - Math.min(c[0], Math.min(c[1], c[2]));
    }

    private static float[] withLuminosity(float[] c, float wanted) {
        float d = wanted - luminosity(c);
        float[] moved = {c[0] + d, c[1] + d, c[2] + d};
        float l = luminosity(moved);
        float low = Math.min(moved[0], Math.min(moved[1], moved[2]));
        float high = Math.max(moved[0], Math.max(moved[1], moved[2]));
        for (int i = 0; i < 3; i++) {
            if (low < 0) {
                moved[i] = l + (moved[i] - l) * l / (l - low);
            }
            if (high > 1) {
                moved[i] = l + (moved[i] - l) * (1 - l) / (high - l);
            }
        }
        return moved;
    }

    private static float[] withSaturation(float[] c, float wanted) {
        float low = Math.min(c[0], Math.min(c[1], c[2]));
        float range = saturation(c);
        float[] stretched = new float[3];
        if (range > 0) {
            for (int i = 0; i < 3; i++) {
                stretched[i] = (c[i] - low) * wanted / range;
            }
        } else {
            Arrays.fill(stretched, 0);
        }
        return stretched;
    }
}
