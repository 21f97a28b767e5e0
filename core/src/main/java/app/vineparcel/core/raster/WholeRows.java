package app.vineparcel.core.raster;

/**
 * Weighed sums of rows, for the inner loops of filters. Plain loops that use one index for all arrays: that is the shape which the compiler turns into
 * instructions for many values at a time. With an offset in one of them, or with more than two rows at once, it does not.
 */
final class WholeRows {

    private WholeRows() {}

    /** Puts the weighed sum of two rows in place. */
    static void put(float[] row, float weight, float[] other, float otherWeight, float[] into, int from, int to) {
        for (int i = from; i < to; i++) {
            into[i] = row[i] * weight + other[i] * otherWeight;
        }
    }

    /** Puts a weighed row in place. */
    static void put(float[] row, float weight, float[] into, int from, int to) {
        for (int i = from; i < to; i++) {
            into[i] = row[i] * weight;
        }
    }

    /** Adds the weighed sum of two rows. */
    static void add(float[] row, float weight, float[] other, float otherWeight, float[] into, int from, int to) {
        for (int i = from; i < to; i++) {
            into[i] += row[i] * weight + other[i] * otherWeight;
        }
    }

    /** Adds a weighed row. */
    static void add(float[] row, float weight, float[] into, int from, int to) {
        for (int i = from; i < to; i++) {
            into[i] += row[i] * weight;
        }
    }

    /** Puts two rows of one weight in place. */
    static void putPair(float[] row, float[] other, float weight, float[] into, int from, int to) {
        for (int i = from; i < to; i++) {
            into[i] = (row[i] + other[i]) * weight;
        }
    }

    /** Adds two rows of one weight. */
    static void addPair(float[] row, float[] other, float weight, float[] into, int from, int to) {
        for (int i = from; i < to; i++) {
            into[i] += (row[i] + other[i]) * weight;
        }
    }
}
