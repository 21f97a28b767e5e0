package app.vineparcel.core.raster;

/**
 * Weighed sums of whole rows, for the inner loops of filters. Plain loops from 0 over arrays of one length, without offsets: that is the shape
 * which the compiler turns into instructions for many values at a time.
 */
final class WholeRows {

    private WholeRows() {}

    /** Adds a row. */
    static void add(float[] row, float weight, float[] into) {
        for (int i = 0; i < into.length; i++) {
            into[i] += row[i] * weight;
        }
    }

    /** Adds two rows. */
    static void add(float[] row, float weight, float[] other, float otherWeight, float[] into) {
        for (int i = 0; i < into.length; i++) {
            into[i] += row[i] * weight + other[i] * otherWeight;
        }
    }
}
