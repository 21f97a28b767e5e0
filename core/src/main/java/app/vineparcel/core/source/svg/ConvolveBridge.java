package app.vineparcel.core.source.svg;

import java.awt.color.ColorSpace;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.awt.image.ColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.DirectColorModel;
import java.awt.image.Raster;
import java.awt.image.RenderedImage;
import java.awt.image.WritableRaster;
import java.awt.image.renderable.RenderContext;
import java.util.Map;
import org.apache.batik.bridge.BridgeContext;
import org.apache.batik.bridge.SVGFeConvolveMatrixElementBridge;
import org.apache.batik.bridge.SVGUtilities;
import org.apache.batik.ext.awt.image.GraphicsUtil;
import org.apache.batik.ext.awt.image.PadMode;
import org.apache.batik.ext.awt.image.renderable.AbstractColorInterpolationRable;
import org.apache.batik.ext.awt.image.renderable.Filter;
import org.apache.batik.ext.awt.image.renderable.PadRable8Bit;
import org.apache.batik.ext.awt.image.rendered.BufferedImageCachableRed;
import org.apache.batik.gvt.GraphicsNode;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Element;

/** The filter primitive feConvolveMatrix (Filter Effects Module Level 1, 9.9) with every edge mode, on device pixels; the renderer's knows one. */
@SuppressWarnings({"rawtypes", "unchecked"}) // the library is older than type parameters
final class ConvolveBridge extends SVGFeConvolveMatrixElementBridge {

    @Override
    public @Nullable Filter createFilter(
            BridgeContext context,
            Element filterElement,
            Element filteredElement,
            GraphicsNode filteredNode,
            Filter inputFilter,
            Rectangle2D filterRegion,
            Map filterMap) {
        int[] order = convertOrder(filterElement, context);
        float[] kernel = convertKernelMatrix(filterElement, order, context);
        float divisor = convertDivisor(filterElement, kernel, context);
        int[] target = convertTarget(filterElement, order, context);
        float bias = convertNumber(filterElement, "bias", 0, context);
        boolean preserved = convertPreserveAlpha(filterElement, context);
        Filter in = getIn(filterElement, filteredElement, filteredNode, inputFilter, filterMap, context);
        if (in == null) {
            return null;
        }
        Rectangle2D region = SVGUtilities.convertFilterPrimitiveRegion(
                filterElement, filteredElement, filteredNode, in.getBounds2D(), filterRegion, context);
        Convolved convolved = new Convolved(
                new PadRable8Bit(in, region, PadMode.ZERO_PAD),
                new Kernel(
                        order[0],
                        order[1],
                        kernel,
                        divisor == 0 ? 1 : divisor,
                        bias,
                        target[0],
                        target[1],
                        filterElement.getAttribute("edgeMode"),
                        preserved));
        handleColorInterpolationFilters(convolved, filterElement);
        Filter filter = new PadRable8Bit(convolved, region, PadMode.ZERO_PAD);
        updateFilterMap(filterElement, filter, filterMap);
        return filter;
    }

    /** What is added up for a pixel; the kernel is turned by half a circle, as the standard has it. */
    private record Kernel(
            int across,
            int down,
            float[] weights,
            float divisor,
            float bias,
            int targetX,
            int targetY,
            String edge,
            boolean keepsAlpha) {

        /** The place that stands for one outside of 0 to {@code size - 1}; -1 for none, which is clear. */
        int place(int at, int size) {
            if (at >= 0 && at < size) {
                return at;
            }
            return switch (edge) {
                case "wrap" -> Math.floorMod(at, size);
                case "none" -> -1;
                default -> Math.max(0, Math.min(size - 1, at));
            };
        }
    }

    private static final class Convolved extends AbstractColorInterpolationRable {

        private final Kernel kernel;

        Convolved(Filter source, Kernel kernel) {
            super(source);
            this.kernel = kernel;
        }

        @Override
        public @Nullable RenderedImage createRendering(RenderContext context) {
            RenderedImage source = ((Filter) getSources().get(0)).createRendering(context);
            if (source == null) {
                return null;
            }
            RenderedImage linear = convertSourceCS(source);
            boolean straight = kernel.keepsAlpha();
            ColorModel model = new DirectColorModel(
                    ColorSpace.getInstance(isColorSpaceLinear() ? ColorSpace.CS_LINEAR_RGB : ColorSpace.CS_sRGB),
                    32,
                    0xff0000,
                    0xff00,
                    0xff,
                    0xff000000,
                    !straight,
                    DataBuffer.TYPE_INT);
            WritableRaster copy = linear.copyData(linear.getData().createCompatibleWritableRaster());
            ColorModel seen = GraphicsUtil.coerceData(copy, linear.getColorModel(), !straight);
            WritableRaster out = model.createCompatibleWritableRaster(copy.getWidth(), copy.getHeight());
            convolve(copy, seen.getNumComponents(), out);
            return new BufferedImageCachableRed(
                    new BufferedImage(model, out, !straight, null), linear.getMinX(), linear.getMinY());
        }

        private void convolve(Raster in, int bands, WritableRaster out) {
            int width = in.getWidth();
            int height = in.getHeight();
            int[] all = in.getPixels(in.getMinX(), in.getMinY(), width, height, (int[]) null);
            int[] pixel = new int[4];
            for (int y = 0; y < height; y++) {
                for (int x = 0; x < width; x++) {
                    int own = (y * width + x) * bands;
                    int alpha = bands > 3 ? all[own + 3] : 255;
                    int opaque =
                            kernel.keepsAlpha() ? alpha : rounded(sum(all, bands, 3, x, y, width, height), 255, 255);
                    for (int band = 0; band < 3; band++) {
                        int most = kernel.keepsAlpha() ? 255 : opaque;
                        pixel[band] = rounded(sum(all, bands, band, x, y, width, height), opaque, most);
                    }
                    pixel[3] = opaque;
                    out.setPixel(x, y, pixel);
                }
            }
        }

        private int rounded(double sum, int alpha, int most) {
            double value = sum / kernel.divisor() + kernel.bias() * (kernel.keepsAlpha() ? 255 : alpha);
            return (int) Math.max(0, Math.min(most, Math.round(value)));
        }

        private double sum(int[] all, int bands, int band, int x, int y, int width, int height) {
            double sum = 0;
            for (int j = 0; j < kernel.down(); j++) {
                int row = kernel.place(y - kernel.targetY() + j, height);
                for (int i = 0; i < kernel.across(); i++) {
                    int column = kernel.place(x - kernel.targetX() + i, width);
                    if (row >= 0 && column >= 0) {
                        float weight =
                                kernel.weights()[(kernel.down() - 1 - j) * kernel.across() + kernel.across() - 1 - i];
                        int value = band < bands ? all[(row * width + column) * bands + band] : 255;
                        sum += value * (double) weight;
                    }
                }
            }
            return sum;
        }
    }
}
