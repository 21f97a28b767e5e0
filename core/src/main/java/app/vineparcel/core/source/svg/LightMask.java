package app.vineparcel.core.source.svg;

import java.awt.image.BufferedImage;
import java.awt.image.ColorModel;
import java.awt.image.Raster;
import java.awt.image.RenderedImage;
import java.awt.image.renderable.RenderContext;
import org.apache.batik.ext.awt.image.PadMode;
import org.apache.batik.ext.awt.image.renderable.Filter;
import org.apache.batik.ext.awt.image.renderable.PadRable8Bit;
import org.apache.batik.ext.awt.image.rendered.BufferedImageCachableRed;
import org.apache.batik.ext.awt.image.rendered.CachableRed;
import org.apache.batik.ext.awt.image.rendered.MultiplyAlphaRed;
import org.apache.batik.ext.awt.image.rendered.RenderedImageCachableRed;
import org.apache.batik.gvt.filter.Mask;
import org.apache.batik.gvt.filter.MaskRable8Bit;
import org.jspecify.annotations.Nullable;

/**
 * A mask whose light is weighed as it is encoded in sRGB, the initial value of {@code color-interpolation} (CSS Masking 1, 6.2.1); the library
 * weighs it in linear light, which makes every half-transparent mask too thin.
 */
@SuppressWarnings("unchecked") // the library is older than type parameters
final class LightMask extends MaskRable8Bit {

    private static final double RED = 0.2126;
    private static final double GREEN = 0.7152;
    private static final double BLUE = 0.0722;

    private LightMask(Mask mask) {
        super(mask.getSource(), mask.getMaskNode(), mask.getFilterRegion());
    }

    /** The same mask, weighed so. */
    static Mask of(Mask mask) {
        return new LightMask(mask);
    }

    @Override
    public @Nullable RenderedImage createRendering(RenderContext context) {
        Filter light = new PadRable8Bit(getMaskNode().getGraphicsNodeRable(true), getBounds2D(), PadMode.ZERO_PAD);
        RenderedImage seen = light.createRendering(context);
        RenderedImage masked = new PadRable8Bit(getSource(), getBounds2D(), PadMode.ZERO_PAD).createRendering(context);
        if (seen == null || masked == null) {
            return null;
        }
        CachableRed alpha = new BufferedImageCachableRed(opacity(seen), seen.getMinX(), seen.getMinY());
        return new MultiplyAlphaRed(RenderedImageCachableRed.wrap(masked), alpha);
    }

    /** How much every pixel of the mask lets through: its light times its own opacity. */
    private static BufferedImage opacity(RenderedImage seen) {
        Raster pixels = seen.getData();
        ColorModel model = seen.getColorModel();
        BufferedImage opacity = new BufferedImage(pixels.getWidth(), pixels.getHeight(), BufferedImage.TYPE_BYTE_GRAY);
        int[] row = new int[pixels.getWidth()];
        Object pixel = null;
        for (int y = 0; y < pixels.getHeight(); y++) {
            for (int x = 0; x < pixels.getWidth(); x++) {
                pixel = pixels.getDataElements(x + pixels.getMinX(), y + pixels.getMinY(), pixel);
                int rgb = model.getRGB(pixel);
                double light = RED * (rgb >> 16 & 255) + GREEN * (rgb >> 8 & 255) + BLUE * (rgb & 255);
                row[x] = (int) Math.round(light * (rgb >>> 24) / 255);
            }
            opacity.getRaster().setSamples(0, y, row.length, 1, 0, row);
        }
        return opacity;
    }
}
