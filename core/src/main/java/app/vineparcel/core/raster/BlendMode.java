package app.vineparcel.core.raster;

import java.util.Locale;
import java.util.Optional;

/**
 * How colours are mixed with those beneath (W3C Compositing and Blending Level 1, 9 and 10; the same as ISO 32000-1, 11.3.5). Colours are red,
 * green and blue, 0 to 1, as they are encoded.
 */
public enum BlendMode {
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
    EXCLUSION,
    HUE,
    SATURATION,
    COLOR,
    LUMINOSITY;

    /** By the word of CSS; empty for {@code normal} and for what is no mode. */
    public static Optional<BlendMode> of(String word) {
        for (BlendMode mode : values()) {
            if (mode.name().toLowerCase(Locale.ROOT).replace('_', '-').equals(word)) {
                return Optional.of(mode);
            }
        }
        return Optional.empty();
    }

    /** As PDF names it. */
    public String pdfName() {
        StringBuilder name = new StringBuilder();
        for (String word : name().split("_")) {
            name.append(word.charAt(0)).append(word.substring(1).toLowerCase(Locale.ROOT));
        }
        return name.toString();
    }

    private boolean isSeparable() {
        return ordinal() < HUE.ordinal();
    }

    /** One band: what lies beneath, and what is items over, 0 to 1. */
    private double mixed(double below, double above) {
        return switch (this) {
            case MULTIPLY -> below * above;
            case SCREEN -> below + above - below * above;
            case OVERLAY -> HARD_LIGHT.mixed(above, below);
            case DARKEN -> Math.min(below, above);
            case LIGHTEN -> Math.max(below, above);
            case COLOR_DODGE -> below == 0 ? 0 : above >= 1 ? 1 : Math.min(1, below / (1 - above));
            case COLOR_BURN -> below >= 1 ? 1 : above <= 0 ? 0 : 1 - Math.min(1, (1 - below) / above);
            case HARD_LIGHT -> above <= 0.5 ? below * 2 * above : SCREEN.mixed(below, 2 * above - 1);
            case SOFT_LIGHT ->
                above <= 0.5
                        ? below - (1 - 2 * above) * below * (1 - below)
                        : below + (2 * above - 1) * (softened(below) - below);
            case DIFFERENCE -> Math.abs(below - above);
            case EXCLUSION -> below + above - 2 * below * above;
            default -> above;
        };
    }

    private static double softened(double below) {
        return below <= 0.25 ? ((16 * below - 12) * below + 4) * below : Math.sqrt(below);
    }

    /** The mixture of a colour with the one beneath it, both opaque. */
    public void mix(double[] below, double[] above, double[] into) {
        if (isSeparable()) {
            for (int i = 0; i < 3; i++) {
                into[i] = mixed(below[i], above[i]);
            }
            return;
        }
        double[] result =
                switch (this) {
                    case HUE -> lit(saturated(above, saturation(below)), light(below));
                    case SATURATION -> lit(saturated(below, saturation(above)), light(below));
                    case COLOR -> lit(above.clone(), light(below));
                    default -> lit(below.clone(), light(above));
                };
        System.arraycopy(result, 0, into, 0, 3);
    }

    private static double light(double[] c) {
        return 0.3 * c[0] + 0.59 * c[1] + 0.11 * c[2];
    }

    private static double saturation(double[] c) {
        return Math.max(c[0], Math.max(c[1], c[2])) - Math.min(c[0], Math.min(c[1], c[2]));
    }

    private static double[] saturated(double[] c, double wanted) {
        double least = Math.min(c[0], Math.min(c[1], c[2]));
        double range = saturation(c);
        double[] result = new double[3];
        for (int i = 0; i < 3; i++) {
            result[i] = range > 0 ? (c[i] - least) * wanted / range : 0;
        }
        return result;
    }

    private static double[] lit(double[] c, double wanted) {
        double shift = wanted - light(c);
        for (int i = 0; i < 3; i++) {
            c[i] += shift;
        }
        double light = light(c);
        double least = Math.min(c[0], Math.min(c[1], c[2]));
        double most = Math.max(c[0], Math.max(c[1], c[2]));
        for (int i = 0; i < 3; i++) {
            if (least < 0) {
                c[i] = light + (c[i] - light) * light / (light - least);
            }
            if (most > 1) {
                c[i] = light + (c[i] - light) * (1 - light) / (most - light);
            }
        }
        return c;
    }
}
