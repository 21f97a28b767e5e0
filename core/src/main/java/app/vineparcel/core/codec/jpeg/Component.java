package app.vineparcel.core.codec.jpeg;

/** One component of a frame: its blocks of 64, in rows, first as coefficients in their natural order, then as samples. */
final class Component {

    private static final double[] COSINES = cosines();

    /** The picture's size and the largest sampling factors. */
    record Frame(int width, int height, int mostAcross, int mostDown) {

        int unitsAcross() {
            return divided(width, 8 * mostAcross);
        }

        int unitsDown() {
            return divided(height, 8 * mostDown);
        }
    }

    final int id;
    final int across;
    final int down;
    final int table;
    /** How many samples it truly has; and its blocks, filled up to whole units of all components. */
    final int width;

    final int height;
    final int blocksAcross;
    private final int blocksDown;
    final short[] data;

    /**
     * A component of zeros.
     *
     * @param across and {@code down}: its sampling factors, 1 to 4
     * @param table which quantisation table is its own
     * @param frame what it is a part of
     */
    Component(int id, int across, int down, int table, Frame frame) {
        this.id = id;
        this.across = across;
        this.down = down;
        this.table = table;
        width = divided(frame.width() * across, frame.mostAcross());
        height = divided(frame.height() * down, frame.mostDown());
        blocksAcross = frame.unitsAcross() * across;
        blocksDown = frame.unitsDown() * down;
        data = new short[Math.multiplyExact(blocksAcross * 64, blocksDown)];
    }

    static int divided(int value, int by) {
        return (value + by - 1) / by;
    }

    /** Where a block begins. */
    int block(int x, int y) {
        return (y * blocksAcross + x) * 64;
    }

    private static double[] cosines() {
        double[] table = new double[64];
        for (int x = 0; x < 8; x++) {
            for (int u = 0; u < 8; u++) {
                table[x * 8 + u] = Math.cos((2 * x + 1) * u * Math.PI / 16) / 2 * (u == 0 ? Math.sqrt(0.5) : 1);
            }
        }
        return table;
    }

    /**
     * Coefficients become samples (ITU-T T.81, A.3.3).
     *
     * @param quantisers 64, in natural order
     * @param most the largest sample, 2^bits − 1
     */
    void transform(int[] quantisers, int most) {
        double[] rows = new double[64];
        double[] block = new double[64];
        for (int at = 0; at < data.length; at += 64) {
            for (int i = 0; i < 64; i++) {
                block[i] = data[at + i] * (double) quantisers[i];
            }
            for (int v = 0; v < 8; v++) {
                for (int x = 0; x < 8; x++) {
                    rows[v * 8 + x] = product(block, v * 8, 1, x);
                }
            }
            for (int x = 0; x < 8; x++) {
                for (int y = 0; y < 8; y++) {
                    long sample = Math.round(product(rows, x, 8, y)) + (most + 1) / 2;
                    data[at + y * 8 + x] = (short) Math.max(0, Math.min(most, sample));
                }
            }
        }
    }

    private static double product(double[] values, int from, int step, int x) {
        double sum = 0;
        for (int u = 0; u < 8; u++) {
            sum += values[from + u * step] * COSINES[x * 8 + u];
        }
        return sum;
    }

    private int sample(int x, int y) {
        return data[block(x >> 3, y >> 3) + (y & 7) * 8 + (x & 7)];
    }

    /** The value at a place of the whole picture, between samples that lie in the middle of what they stand for. */
    double at(int x, int y, Frame frame) {
        if (across == frame.mostAcross() && down == frame.mostDown()) {
            return sample(x, y);
        }
        double sx = Math.max(0, Math.min(width - 1.0, (x + 0.5) * across / frame.mostAcross() - 0.5));
        double sy = Math.max(0, Math.min(height - 1.0, (y + 0.5) * down / frame.mostDown() - 0.5));
        int left = (int) sx;
        int top = (int) sy;
        int right = Math.min(left + 1, width - 1);
        int bottom = Math.min(top + 1, height - 1);
        double fx = sx - left;
        double above = sample(left, top) * (1 - fx) + sample(right, top) * fx;
        double below = sample(left, bottom) * (1 - fx) + sample(right, bottom) * fx;
        return above + (below - above) * (sy - top);
    }
}
