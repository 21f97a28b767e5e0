package app.vineparcel.core.measure;

import app.vineparcel.core.geometry.Box;
import java.util.Arrays;

/**
 * A picture in {@value #EDGE} × {@value #EDGE} fields, whatever its shape, with one number a field.
 *
 * @param values rows from the top, 0 to 255
 */
public record CoarseMap(byte[] values) {

    /** Fields each way. */
    public static final int EDGE = 24;

    private static final int FULL = 255;

    public CoarseMap {
        if (values.length != EDGE * EDGE) {
            throw new IllegalArgumentException("a map has %d fields, not %d".formatted(EDGE * EDGE, values.length));
        }
    }

    /**
     * Means over the fields.
     *
     * @param map rows from the top, of any range from 0
     * @param full what becomes 255
     */
    static CoarseMap of(float[] map, int width, int height, double full) {
        byte[] values = new byte[EDGE * EDGE];
        for (int y = 0; y < EDGE; y++) {
            int top = y * height / EDGE;
            int bottom = Math.max(top + 1, (y + 1) * height / EDGE);
            for (int x = 0; x < EDGE; x++) {
                int left = x * width / EDGE;
                int right = Math.max(left + 1, (x + 1) * width / EDGE);
                double sum = 0;
                for (int row = top; row < bottom; row++) {
                    for (int column = left; column < right; column++) {
                        sum += map[row * width + column];
                    }
                }
                double mean = sum / ((bottom - top) * (right - left));
                values[y * EDGE + x] = (byte) Math.max(0, Math.min(FULL, Math.round(mean / full * FULL)));
            }
        }
        return new CoarseMap(values);
    }

    /** The value of a field, 0 to 1. */
    public double at(int x, int y) {
        return (values[y * EDGE + x] & 0xff) / (double) FULL;
    }

    /**
     * The share of all that lies above a level that is within a box.
     *
     * @param box in shares of the picture's sides, 0 to 1
     * @param level 0 to 1; what lies below counts for nothing, what lies above by how much
     */
    public double within(Box box, double level) {
        double all = 0;
        double inside = 0;
        for (int y = 0; y < EDGE; y++) {
            for (int x = 0; x < EDGE; x++) {
                double weight = Math.max(0, at(x, y) - level);
                all += weight;
                inside += weight
                        * covered(box.x(), box.x() + box.width(), x)
                        * covered(box.y(), box.y() + box.height(), y);
            }
        }
        return all == 0 ? 1 : inside / all;
    }

    /** The mean within a box, in shares of the picture's sides; that of the nearest field where the box is none. */
    public double mean(Box box) {
        double weight = 0;
        double sum = 0;
        for (int y = 0; y < EDGE; y++) {
            for (int x = 0; x < EDGE; x++) {
                double share = covered(box.x(), box.x() + box.width(), x) * covered(box.y(), box.y() + box.height(), y);
                weight += share;
                sum += share * at(x, y);
            }
        }
        return weight == 0 ? at(field(box.x()), field(box.y())) : sum / weight;
    }

    private static int field(double share) {
        return (int) Math.max(0, Math.min(EDGE - 1, share * EDGE));
    }

    private static double covered(double from, double to, int field) {
        return Math.max(0, Math.min(to * EDGE, field + 1) - Math.max(from * EDGE, field));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof CoarseMap that && Arrays.equals(values, that.values);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(values);
    }

    @Override
    public String toString() {
        return "a map of %d × %d fields".formatted(EDGE, EDGE);
    }
}
