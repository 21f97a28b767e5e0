package app.vineparcel.core.raster;

/**
 * For each pixel of a resampled row or column: which source pixels it is mixed from, and by how much. The weights of a pixel
 * sum to 1; where the filter reaches beyond the picture it is cut off and the rest scaled up.
 */
final class Taps {

    private final double step;
    private final int[] first;
    private final float[][] weights;

    private Taps(double step, int[] first, float[][] weights) {
        this.step = step;
        this.first = first;
        this.weights = weights;
    }

    /**
     * Taps for one direction.
     *
     * @param length of the whole source, px
     * @param from where the shown stretch begins, px, may lie between pixels
     * @param extent of the shown stretch, px
     * @param count pixels to be made from it
     */
    static Taps of(int length, double from, double extent, int count) {
        double step = extent / count;
        Kernel kernel = step < 1 ? Kernel.MITCHELL : Kernel.LANCZOS_3;
        double stretch = Math.max(1, step);
        double reach = kernel.support() * stretch;
        int[] first = new int[count];
        float[][] weights = new float[count][];
        for (int i = 0; i < count; i++) {
            double centre = from + (i + 0.5) * step;
            int low = (int) Math.max(0, Math.min(length - 1, Math.ceil(centre - reach - 0.5)));
            int high = (int) Math.max(low, Math.min(length - 1, Math.floor(centre + reach - 0.5)));
            double[] exact = new double[high - low + 1];
            double sum = 0;
            for (int k = 0; k < exact.length; k++) {
                exact[k] = kernel.at((low + k + 0.5 - centre) / stretch);
                sum += exact[k];
            }
            int lead = 0;
            int behind = exact.length;
            while (behind - lead > 1 && Math.abs(exact[lead]) < 1e-9) {
                lead++;
            }
            while (behind - lead > 1 && Math.abs(exact[behind - 1]) < 1e-9) {
                behind--;
            }
            first[i] = low + lead;
            weights[i] = new float[behind - lead];
            for (int k = lead; k < behind; k++) {
                weights[i][k - lead] = (float) (exact[k] / sum);
            }
        }
        return new Taps(step, first, weights);
    }

    /** Source pixels from one target pixel to the next. */
    double step() {
        return step;
    }

    /** The first source pixel of target pixel {@code i}. */
    int first(int i) {
        return first[i];
    }

    /** Its weights, from the first source pixel on. Not a copy. */
    float[] weights(int i) {
        return weights[i];
    }

    /** Behind the last source pixel of target pixel {@code i}. */
    int end(int i) {
        return first[i] + weights[i].length;
    }

    /** The lowest source pixel that any target pixel in the range uses. */
    int lowest(int from, int to) {
        int lowest = first[from];
        for (int i = from; i < to; i++) {
            lowest = Math.min(lowest, first[i]);
        }
        return lowest;
    }

    /** Behind the highest source pixel that any target pixel in the range uses. */
    int highest(int from, int to) {
        int highest = 0;
        for (int i = from; i < to; i++) {
            highest = Math.max(highest, end(i));
        }
        return highest;
    }

    /** The most source pixels that one target pixel uses. */
    int most() {
        int most = 0;
        for (float[] w : weights) {
            most = Math.max(most, w.length);
        }
        return most;
    }
}
