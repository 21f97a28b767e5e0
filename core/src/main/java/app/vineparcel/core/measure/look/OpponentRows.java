package app.vineparcel.core.measure.look;

import java.util.Arrays;

/**
 * Some rows of a picture in the opponent colours XYB (ISO/IEC 18181-1, annex on colour: cube roots of cone responses), shifted to be
 * positive as the measure wants them: X · 14 + 0.42, Y + 0.01, B − Y + 0.55. One plane a channel, with rows of zeros where the picture ends.
 */
final class OpponentRows {

    static final int CHANNELS = 3;

    private static final float BIAS = 0.0037930732552754493f;
    private static final float BIAS_ROOT = (float) Math.cbrt(BIAS);

    /** Shares of red and blue in the long, middle and short cones; green has the rest. */
    private static final float LONG_RED = 0.30f;

    private static final float LONG_BLUE = 0.078f;
    private static final float MIDDLE_RED = 0.23f;
    private static final float MIDDLE_BLUE = 0.078f;
    private static final float SHORT_RED = 0.24342268924547819f;
    private static final float SHORT_GREEN = 0.20476744424496821f;
    private static final float LONG_GREEN = 1 - LONG_RED - LONG_BLUE;
    private static final float MIDDLE_GREEN = 1 - MIDDLE_RED - MIDDLE_BLUE;
    private static final float SHORT_BLUE = 1 - SHORT_RED - SHORT_GREEN;

    private final int width;
    private final float[][][] planes;
    private final float[] light;

    /** Room for so many rows. */
    OpponentRows(int width, int rows) {
        this.width = width;
        this.planes = new float[CHANNELS][rows][width];
        this.light = new float[3 * width];
    }

    /** The rows of a channel. */
    float[][] plane(int channel) {
        return planes[channel];
    }

    /** Fills in the rows from {@code first} on; those beyond the picture are zero. */
    void fill(SeenLight from, int first, int rows) {
        int height = from.size().height();
        for (int row = 0; row < rows; row++) {
            int y = first + row;
            if (y < 0 || y >= height) {
                for (float[][] plane : planes) {
                    Arrays.fill(plane[row], 0);
                }
            } else {
                from.row(y, light);
                convert(planes[0][row], planes[1][row], planes[2][row]);
            }
        }
    }

    private void convert(float[] xs, float[] ys, float[] bs) {
        for (int x = 0; x < width; x++) {
            float red = light[3 * x];
            float green = light[3 * x + 1];
            float blue = light[3 * x + 2];
            float longs = root(LONG_RED * red + LONG_GREEN * green + LONG_BLUE * blue + BIAS);
            float middles = root(MIDDLE_RED * red + MIDDLE_GREEN * green + MIDDLE_BLUE * blue + BIAS);
            float shorts = root(SHORT_RED * red + SHORT_GREEN * green + SHORT_BLUE * blue + BIAS);
            float y = 0.5f * (longs + middles);
            xs[x] = 7 * (longs - middles) + 0.42f;
            ys[x] = y + 0.01f;
            bs[x] = shorts - y + 0.55f;
        }
    }

    /** The cube root less that of the bias; of light below nothing it is that of nothing. */
    private static float root(float light) {
        return CubeRoots.of(Math.max(BIAS, light)) - BIAS_ROOT;
    }
}
