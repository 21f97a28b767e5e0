package app.vineparcel.core.raster;

import java.util.Arrays;
import java.util.List;

/** Finds the nearest colour of a palette; answers are kept in cells of 6 bits a colour and 3 of alpha, far finer than a palette is. */
final class NearestColour {

    private final float[] places;
    private final int count;
    private final PaletteSpace space;
    private final short[] known = new short[1 << 21];
    private final List<Integer> palette;
    private final float[] asked = new float[PaletteSpace.AXES];

    NearestColour(List<Integer> palette, PaletteSpace space) {
        this.palette = palette;
        this.count = palette.size();
        this.space = space;
        this.places = new float[count * PaletteSpace.AXES];
        for (int i = 0; i < count; i++) {
            space.place(palette.get(i), places, i * PaletteSpace.AXES);
        }
        Arrays.fill(known, (short) -1);
    }

    /** The place in the palette of the colour nearest to this one, 0xAARRGGBB. */
    int of(int argb) {
        int key = (argb >>> 29) << 18 | (argb >> 18 & 0x3f) << 12 | (argb >> 10 & 0x3f) << 6 | argb >> 2 & 0x3f;
        if (known[key] < 0) {
            known[key] = (short) search(argb);
        }
        return known[key];
    }

    /** The nearest for every pixel; colours that are in the palette are found exactly. */
    byte[] indexesOf(int[] argb) {
        byte[] indexes = new byte[argb.length];
        java.util.Map<Integer, Integer> exact = new java.util.HashMap<>();
        for (int i = 0; i < count; i++) {
            exact.putIfAbsent(palette.get(i), i);
        }
        int last = 0;
        int index = -1;
        for (int i = 0; i < argb.length; i++) {
            if (index < 0 || argb[i] != last) {
                last = argb[i];
                Integer same = exact.get(last);
                index = same != null ? same : of(last);
            }
            indexes[i] = (byte) index;
        }
        return indexes;
    }

    private int search(int argb) {
        space.place(argb, asked, 0);
        int best = 0;
        float least = Float.MAX_VALUE;
        for (int i = 0; i < count; i++) {
            float distance = PaletteSpace.distance(asked, 0, places, i * PaletteSpace.AXES);
            if (distance < least) {
                least = distance;
                best = i;
            }
        }
        return best;
    }
}
