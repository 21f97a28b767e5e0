package app.vineparcel.core.raster;

import app.vineparcel.core.colour.LinearSpace;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Output sharpening seen as rows: an unsharp mask on lightness alone, so that no edge changes its hue. Lightness is CIE L* of the colour
 * without its alpha; the blur weighs by alpha, so that what lies beyond a transparent edge has no part in it. However strong the mask, a
 * pixel's lightness stays within the lightest and the darkest of its 3 × 3 neighbourhood, give or take the limit.
 *
 * <p>Only as many rows as the blur reaches are held, so that a picture of any size costs no memory of its own.
 */
public final class SharpenedRows extends RowsOver {

    /** Light or opacity below which a pixel is taken for black or clear. */
    private static final float FAINT = 1e-5f;

    private final UnsharpMask mask;
    private final float[] luminance;
    private final float[] weights;
    private final int reach;
    /** One for each thread that asks; they end with the picture. */
    private final Map<Thread, Window> windows = new ConcurrentHashMap<>();

    /**
     * Sharpens a picture.
     *
     * @param source grey or RGB, with or without alpha
     * @param space what its linear light means
     */
    public SharpenedRows(LinearRows source, LinearSpace space, UnsharpMask mask) {
        super(source);
        this.mask = mask;
        this.weights = mask.weights();
        this.reach = weights.length / 2;
        this.luminance = new float[space.bands()];
        for (int band = 0; band < luminance.length; band++) {
            luminance[band] = (float) space.toXyz().at(1, band);
        }
    }

    @Override
    public void row(int y, int fromX, int toX, float[] into) {
        source.row(y, fromX, toX, into);
        float[] gain = windows.computeIfAbsent(Thread.currentThread(), thread -> new Window())
                .gain(y);
        int bands = bands();
        int colours = luminance.length;
        for (int x = fromX, at = 0; x < toX; x++, at += bands) {
            float share = gain[x];
            for (int band = 0; band < colours; band++) {
                into[at + band] *= share;
            }
        }
    }

    /** The rows of lightness around the one that is asked for, each worked out once as the window moves down. */
    private final class Window {

        private final int width = size().width();
        private final int rows = 2 * reach + 1;
        private final float[][] light = new float[rows][width];
        private final float[][] lightness = new float[rows][width];
        /** Of pictures with alpha: how opaque, else all the same. */
        private final float[][] opacity = new float[hasAlpha() ? rows : 0][width];

        private final int[] held = new int[rows];
        private final float[] row = new float[width * bands()];
        /** Blurred down, with room at both ends for what the blur across repeats. */
        private final float[] sums = new float[width + 2 * reach];

        private final float[] weightSums = new float[hasAlpha() ? width + 2 * reach : 0];
        private final float[] inner = new float[width];
        private final float[] blurred = new float[width];
        private final float[] low = new float[width];
        private final float[] high = new float[width];
        /** A row moved by one pixel to the right and to the left, its ends repeated. */
        private final float[] before = new float[width];

        private final float[] behind = new float[width];
        private final float[] gain = new float[width];
        private int done = -1;

        Window() {
            java.util.Arrays.fill(held, -1);
        }

        float[] gain(int y) {
            if (done != y) {
                int last = size().height() - 1;
                for (int k = -reach; k <= reach; k++) {
                    load(Math.max(0, Math.min(last, y + k)));
                }
                blurDown(y, last);
                blurAcross(y % rows);
                extremes(y, last);
                gains(y % rows);
                done = y;
            }
            return gain;
        }

        private void load(int y) {
            int slot = y % rows;
            if (held[slot] == y) {
                return;
            }
            held[slot] = y;
            float[] colours = source.whole(y, row);
            if (luminance.length == 3 && !hasAlpha()) {
                luminance3(colours, light[slot]);
            } else {
                luminanceAny(colours, light[slot], slot);
            }
            float[] from = light[slot];
            float[] into = lightness[slot];
            for (int x = 0; x < width; x++) {
                into[x] = Lightness.of(from[x]);
            }
        }

        private void luminance3(float[] row, float[] into) {
            float r = luminance[0];
            float g = luminance[1];
            float b = luminance[2];
            for (int x = 0; x < into.length; x++) {
                into[x] = r * row[3 * x] + g * row[3 * x + 1] + b * row[3 * x + 2];
            }
        }

        private void luminanceAny(float[] row, float[] into, int slot) {
            int bands = bands();
            for (int x = 0; x < width; x++) {
                float sum = 0;
                for (int band = 0; band < luminance.length; band++) {
                    sum += luminance[band] * row[x * bands + band];
                }
                if (hasAlpha()) {
                    float alpha = Math.max(0f, Math.min(1f, row[x * bands + bands - 1]));
                    opacity[slot][x] = alpha;
                    sum = alpha > FAINT ? sum / alpha : 0;
                }
                into[x] = sum;
            }
        }

        private void blurDown(int y, int last) {
            java.util.Arrays.fill(inner, 0);
            java.util.Arrays.fill(sums, 0);
            java.util.Arrays.fill(weightSums, 0);
            for (int k = -reach; k <= reach; k++) {
                int slot = Math.max(0, Math.min(last, y + k)) % rows;
                if (hasAlpha()) {
                    addWeighed(lightness[slot], opacity[slot], weights[k + reach]);
                } else {
                    WholeRows.add(lightness[slot], weights[k + reach], inner, 0, width);
                }
            }
            if (!hasAlpha()) {
                System.arraycopy(inner, 0, sums, reach, width);
            }
            repeatEnds(sums);
            repeatEnds(weightSums);
        }

        private void addWeighed(float[] from, float[] alpha, float weight) {
            for (int x = 0; x < width; x++) {
                sums[reach + x] += from[x] * alpha[x] * weight;
                weightSums[reach + x] += alpha[x] * weight;
            }
        }

        private void repeatEnds(float[] values) {
            for (int i = 0; i < reach && values.length > 0; i++) {
                values[i] = values[reach];
                values[reach + width + i] = values[reach + width - 1];
            }
        }

        private void blurAcross(int slot) {
            java.util.Arrays.fill(blurred, 0);
            for (int k = 0; k < weights.length; k++) {
                System.arraycopy(sums, k, inner, 0, width);
                WholeRows.add(inner, weights[k], blurred, 0, width);
            }
            if (hasAlpha()) {
                float[] opaque = low;
                java.util.Arrays.fill(opaque, 0);
                for (int k = 0; k < weights.length; k++) {
                    System.arraycopy(weightSums, k, inner, 0, width);
                    WholeRows.add(inner, weights[k], opaque, 0, width);
                }
                for (int x = 0; x < width; x++) {
                    blurred[x] = opaque[x] > FAINT ? blurred[x] / opaque[x] : lightness[slot][x];
                }
            }
        }

        /** The least and the most of 3 × 3 pixels. */
        private void extremes(int y, int last) {
            float[] above = lightness[Math.max(0, y - 1) % rows];
            float[] here = lightness[y % rows];
            float[] below = lightness[Math.min(last, y + 1) % rows];
            System.arraycopy(here, 0, low, 0, width);
            WholeRows.atMost(low, above, 0, 0, width);
            WholeRows.atMost(low, below, 0, 0, width);
            setNeighbours(low);
            WholeRows.atMost(low, before, 0, 0, width);
            WholeRows.atMost(low, behind, 0, 0, width);
            System.arraycopy(here, 0, high, 0, width);
            WholeRows.atLeast(high, above, 0, 0, width);
            WholeRows.atLeast(high, below, 0, 0, width);
            setNeighbours(high);
            WholeRows.atLeast(high, before, 0, 0, width);
            WholeRows.atLeast(high, behind, 0, 0, width);
        }

        private void setNeighbours(float[] of) {
            before[0] = of[0];
            System.arraycopy(of, 0, before, 1, width - 1);
            System.arraycopy(of, 1, behind, 0, width - 1);
            behind[width - 1] = of[width - 1];
        }

        private void gains(int slot) {
            float[] sharp = inner;
            WholeRows.put(lightness[slot], 1 + mask.amount(), blurred, -mask.amount(), sharp, 0, width);
            WholeRows.atLeast(sharp, low, -mask.limit(), 0, width);
            WholeRows.atMost(sharp, high, mask.limit(), 0, width);
            Lightness.light(sharp, gain, width);
            float[] old = light[slot];
            for (int x = 0; x < width; x++) {
                gain[x] /= Math.max(FAINT, Math.min(old[x], 1f));
            }
            for (int x = 0; x < width; x++) {
                if (old[x] <= FAINT) {
                    gain[x] = 1;
                }
            }
        }
    }
}
