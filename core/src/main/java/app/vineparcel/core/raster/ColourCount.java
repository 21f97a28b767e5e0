package app.vineparcel.core.raster;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Which colours a picture has, and how often: exactly where they are few, else gathered in cells of 5 bits a colour and 4 of alpha. */
final class ColourCount {

    /** A cell's mean colour, 0xAARRGGBB, and how many pixels fell into it. */
    record Bin(int argb, long count) {}

    private static final int KEYS = 1 << 19;
    private static final int SUMS = 5;

    private ColourCount() {}

    /** Every colour of the picture, where there are no more than so many; empty where there are more. */
    static List<Integer> exact(int[] argb, int most) {
        Set<Integer> colours = new HashSet<>();
        int last = 0;
        for (int i = 0; i < argb.length; i++) {
            if (i > 0 && argb[i] == last) {
                continue;
            }
            last = argb[i];
            colours.add(last);
            if (colours.size() > most) {
                return List.of();
            }
        }
        List<Integer> sorted = new ArrayList<>(colours);
        sorted.sort(Integer::compareUnsigned);
        return sorted;
    }

    /** The cells that are not empty, in the order of their keys. */
    static List<Bin> cells(int[] argb) {
        long[] sums = new long[KEYS * SUMS];
        for (int colour : argb) {
            int at = key(colour) * SUMS;
            sums[at] += colour >>> 24;
            sums[at + 1] += colour >> 16 & 0xff;
            sums[at + 2] += colour >> 8 & 0xff;
            sums[at + 3] += colour & 0xff;
            sums[at + 4]++;
        }
        List<Bin> cells = new ArrayList<>();
        for (int at = 0; at < sums.length; at += SUMS) {
            long count = sums[at + 4];
            if (count > 0) {
                int mean = 0;
                for (int band = 0; band < 4; band++) {
                    mean = mean << 8 | (int) ((sums[at + band] + count / 2) / count);
                }
                cells.add(new Bin(mean, count));
            }
        }
        return cells;
    }

    private static int key(int argb) {
        return (argb >>> 28) << 15 | (argb >> 19 & 0x1f) << 10 | (argb >> 11 & 0x1f) << 5 | argb >> 3 & 0x1f;
    }
}
