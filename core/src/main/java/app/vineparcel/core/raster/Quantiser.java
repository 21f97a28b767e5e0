package app.vineparcel.core.raster;

import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.geometry.PixelSize;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Brings a picture down to a palette. A picture that has no more colours than the palette keeps every one of them; another gets the palette of
 * {@link PaletteChoice}, and each pixel the nearest colour, or, dithered, the one nearest to the pixel with its neighbours' errors (Floyd and
 * Steinberg 1976, rows there and back).
 */
public final class Quantiser {

    private static final int OPAQUE = 0xff;

    private final PixelSize size;
    private final int width;
    private final int[] argb;
    private final PaletteSpace space;

    /**
     * Prepares a picture. What is done here serves palettes of any size.
     *
     * @param pixels 8-bit grey or RGB, with or without alpha
     * @param space what they mean
     * @param hard whether transparency is all or nothing, as GIF has it
     */
    public Quantiser(Pixels pixels, LinearSpace space, boolean hard) {
        this.space = new PaletteSpace(space);
        this.size = pixels.size();
        this.width = pixels.size().width();
        this.argb = new int[Math.toIntExact(pixels.size().pixels())];
        int bands = pixels.bands();
        byte[] samples = pixels.bytes();
        int green = pixels.colourBands() == 1 ? 0 : 1;
        for (int i = 0, at = 0; i < argb.length; i++, at += bands) {
            int alpha = pixels.hasAlpha() ? samples[at + bands - 1] & 0xff : OPAQUE;
            if (hard) {
                alpha = alpha < 128 ? 0 : OPAQUE;
            }
            argb[i] = alpha == 0
                    ? 0
                    : alpha << 24
                            | (samples[at] & 0xff) << 16
                            | (samples[at + green] & 0xff) << 8
                            | samples[at + 2 * green] & 0xff;
        }
    }

    /**
     * The picture in a palette.
     *
     * @param colours at most so many, 2 to 256, a fully transparent one included
     */
    public Paletted palette(int colours, boolean dither) {
        List<Integer> exact = ColourCount.exact(argb, colours);
        if (!exact.isEmpty()) {
            return new Paletted(size, exact, new NearestColour(exact, space).indexesOf(argb));
        }
        List<ColourCount.Bin> cells = ColourCount.cells(argb);
        List<ColourCount.Bin> seen =
                cells.stream().filter(cell -> cell.argb() >>> 24 > 0).toList();
        boolean clear = seen.size() < cells.size();
        List<Integer> palette = new ArrayList<>(PaletteChoice.of(seen, space, clear ? colours - 1 : colours));
        if (clear) {
            palette.add(0, 0);
        }
        NearestColour nearest = new NearestColour(palette, space);
        return new Paletted(size, palette, dither ? diffused(palette, nearest) : nearest.indexesOf(argb));
    }

    private byte[] diffused(List<Integer> palette, NearestColour nearest) {
        byte[] indexes = new byte[argb.length];
        float[] here = new float[(width + 2) * 3];
        float[] below = new float[(width + 2) * 3];
        for (int y = 0; y * width < argb.length; y++) {
            int step = (y & 1) == 0 ? 1 : -1;
            for (int i = 0; i < width; i++) {
                int x = step > 0 ? i : width - 1 - i;
                int pixel = argb[y * width + x];
                int wanted = pixel & 0xff000000;
                float[] value = new float[3];
                for (int band = 0; band < 3; band++) {
                    value[band] =
                            Math.max(0, Math.min(255, (pixel >> 16 - 8 * band & 0xff) + here[(x + 1) * 3 + band]));
                    wanted |= Math.round(value[band]) << 16 - 8 * band;
                }
                int index = nearest.of(pixel >>> 24 == 0 ? 0 : wanted);
                indexes[y * width + x] = (byte) index;
                if (pixel >>> 24 == OPAQUE) {
                    spread(palette.get(index), value, x, step, here, below);
                }
            }
            float[] done = here;
            here = below;
            below = done;
            Arrays.fill(below, 0);
        }
        return indexes;
    }

    private static void spread(int chosen, float[] value, int x, int step, float[] here, float[] below) {
        for (int band = 0; band < 3; band++) {
            float error = value[band] - (chosen >> 16 - 8 * band & 0xff);
            here[(x + 1 + step) * 3 + band] += error * 7 / 16;
            below[(x + 1 - step) * 3 + band] += error * 3 / 16;
            below[(x + 1) * 3 + band] += error * 5 / 16;
            below[(x + 1 + step) * 3 + band] += error / 16;
        }
    }
}
