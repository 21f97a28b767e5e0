package app.vineparcel.core.codec;

import java.awt.Composite;
import java.awt.CompositeContext;
import java.awt.RenderingHints;
import java.awt.image.ColorModel;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;
import java.util.Locale;
import java.util.Optional;

/**
 * Lays colours over others by a blend mode (W3C Compositing and Blending Level 1, 9 and 10; the same as ISO 32000-1, 11.3.5), in sRGB.
 *
 * @param mode how colours are mixed
 * @param opacity of what is laid over, 0 to 1
 */
public record BlendComposite(Mode mode, double opacity) implements Composite {

    /** The blend modes. */
    public enum Mode {
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
        public static Optional<Mode> of(String word) {
            for (Mode mode : values()) {
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

        /** One band: what lies beneath, and what is laid over, 0 to 1. */
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

        /** All bands. */
        private void mixed(double[] below, double[] above, double[] into) {
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

    @Override
    public CompositeContext createContext(ColorModel source, ColorModel target, RenderingHints hints) {
        return new Context(this, source, target);
    }

    private record Context(BlendComposite blend, ColorModel source, ColorModel target) implements CompositeContext {

        @Override
        public void dispose() {
            // holds nothing
        }

        @Override
        public void compose(Raster src, Raster below, WritableRaster out) {
            int width = Math.min(src.getWidth(), Math.min(below.getWidth(), out.getWidth()));
            int height = Math.min(src.getHeight(), Math.min(below.getHeight(), out.getHeight()));
            int[] over = new int[src.getNumBands()];
            int[] under = new int[below.getNumBands()];
            int[] result = new int[out.getNumBands()];
            double[] cs = new double[3];
            double[] cb = new double[3];
            double[] mixed = new double[3];
            for (int y = 0; y < height; y++) {
                for (int x = 0; x < width; x++) {
                    src.getPixel(x + src.getMinX(), y + src.getMinY(), over);
                    below.getPixel(x + below.getMinX(), y + below.getMinY(), under);
                    double as = straight(over, source, cs) * blend.opacity();
                    double ab = straight(under, target, cb);
                    blend.mode().mixed(cb, cs, mixed);
                    double ao = as + ab - as * ab;
                    for (int i = 0; i < 3; i++) {
                        double whole = as * (1 - ab) * cs[i] + as * ab * mixed[i] + (1 - as) * ab * cb[i];
                        double band =
                                target.hasAlpha() && !target.isAlphaPremultiplied() && ao > 0 ? whole / ao : whole;
                        result[i] = (int) Math.round(Math.max(0, Math.min(1, band)) * 255);
                    }
                    if (result.length > 3) {
                        result[3] = (int) Math.round(ao * 255);
                    }
                    out.setPixel(x + out.getMinX(), y + out.getMinY(), result);
                }
            }
        }

        /** The colour without its opacity, which is returned. */
        private static double straight(int[] pixel, ColorModel model, double[] into) {
            double alpha = model.hasAlpha() && pixel.length > 3 ? pixel[3] / 255.0 : 1;
            double divisor = model.isAlphaPremultiplied() && model.hasAlpha() ? 255 * alpha : 255;
            for (int i = 0; i < 3; i++) {
                into[i] = divisor > 0 ? Math.min(1, pixel[Math.min(i, pixel.length - 1)] / divisor) : 0;
            }
            return alpha;
        }
    }
}
