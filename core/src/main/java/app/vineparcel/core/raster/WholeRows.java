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

    /** Lifts a row to another one and so much more, where it is less. */
    static void atLeast(float[] row, float[] other, float more, int from, int to) {
        for (int i = from; i < to; i++) {
            row[i] = Math.max(row[i], other[i] + more);
        }
    }

    /** Lowers a row to another one and so much more, where it is more. */
    static void atMost(float[] row, float[] other, float more, int from, int to) {
        for (int i = from; i < to; i++) {
            row[i] = Math.min(row[i], other[i] + more);
        }
    }
}
