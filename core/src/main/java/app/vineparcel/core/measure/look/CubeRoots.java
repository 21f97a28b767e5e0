package app.vineparcel.core.measure.look;

/**
 * Cube roots out of a table: a straight line for each of a float's exponents and the first ten bits of its fraction, which is right to a
 * ten-millionth.
 */
final class CubeRoots {

    private static final int REST = 13;
    private static final int REST_MASK = (1 << REST) - 1;
    private static final float LEAST = 0.001953125f;
    private static final float MOST = 2;
    private static final int FIRST = Float.floatToRawIntBits(LEAST) >>> REST;
    private static final int COUNT = (Float.floatToRawIntBits(MOST) >>> REST) - FIRST;
    private static final float[] ROOTS = new float[COUNT + 1];

    static {
        for (int i = 0; i <= COUNT; i++) {
            ROOTS[i] = (float) Math.cbrt(Float.intBitsToFloat(FIRST + i << REST));
        }
    }

    private CubeRoots() {}

    /** The root of a number that is not below 0. */
    static float of(float value) {
        if (value < LEAST || value >= MOST) {
            return (float) Math.cbrt(value);
        }
        int bits = Float.floatToRawIntBits(value);
        int line = (bits >>> REST) - FIRST;
        float from = ROOTS[line];
        return from + (ROOTS[line + 1] - from) * ((bits & REST_MASK) * (1f / (REST_MASK + 1)));
    }
}
