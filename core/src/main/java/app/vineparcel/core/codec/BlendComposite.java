package app.vineparcel.core.codec;

import app.vineparcel.core.raster.BlendMode;
import java.awt.Composite;
import java.awt.CompositeContext;
import java.awt.RenderingHints;
import java.awt.image.ColorModel;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;

/**
 * Lays colours over others by a blend mode (W3C Compositing and Blending Level 1, 9 and 10; the same as ISO 32000-1, 11.3.5), in sRGB.
 *
 * @param mode how colours are mixed
 * @param opacity of what is items over, 0 to 1
 */
public record BlendComposite(BlendMode mode, double opacity) implements Composite {

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
                    blend.mode().mix(cb, cs, mixed);
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
