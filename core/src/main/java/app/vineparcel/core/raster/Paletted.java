package app.vineparcel.core.raster;

import app.vineparcel.core.geometry.PixelSize;
import java.util.List;

/**
 * A picture of few colours.
 *
 * @param size in px
 * @param colours up to 256, 0xAARRGGBB, not premultiplied
 * @param indexes one byte a pixel, row-major; handed over, not copied
 */
public record Paletted(PixelSize size, List<Integer> colours, byte[] indexes) {

    public Paletted {
        colours = List.copyOf(colours);
    }
}
