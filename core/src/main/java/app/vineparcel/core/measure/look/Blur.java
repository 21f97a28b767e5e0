package app.vineparcel.core.measure.look;

import app.vineparcel.core.colour.Matrix;

/**
 * A Gaussian of standard deviation 1.5 px over rows of a plane, as three cosines within a radius of four pixels (Charalampidis: Recursive
 * Implementation of the Gaussian Filter Using Truncated Cosine Functions, 2016), with nothing beyond the edges. Used by one thread.
 */
final class Blur {

    /** How far rows and columns count; the cosines' own radius is one more, where all of them are nothing. */
    static final int RADIUS = 4;

    private static final int COSINES = RADIUS + 1;
    private static final double SIGMA = 1.5;
    private static final float[] WEIGHTS = weights();

    private final int width;
    private final float[] down;
    private final float[] left;
    private final float[] right;

    Blur(int width) {
        this.width = width;
        this.down = new float[width + 2 * RADIUS];
        this.left = new float[width];
        this.right = new float[width];
    }

    /** The weights of the middle, and of each distance up to the radius. */
    static float[] weights() {
        double[] omega = new double[3];
        double[] p = new double[3];
        double[] r = new double[3];
        double[] rho = new double[3];
        for (int k = 0; k < 3; k++) {
            omega[k] = (2 * k + 1) * Math.PI / (2 * COSINES);
            double sign = k == 1 ? -1 : 1;
            p[k] = sign / Math.tan(0.5 * omega[k]);
            r[k] = sign * p[k] * p[k] / Math.sin(omega[k]);
            rho[k] = Math.exp(-0.5 * SIGMA * SIGMA * omega[k] * omega[k]) / COSINES;
        }
        double d13 = p[0] * r[1] - r[0] * p[1];
        double zeta15 = (p[1] * r[2] - r[1] * p[2]) / d13;
        double zeta35 = (p[2] * r[0] - r[2] * p[0]) / d13;
        double[] beta = Matrix.ofRows(p, r, new double[] {zeta15, zeta35, 1})
                .inverse()
                .times(1, COSINES * COSINES - SIGMA * SIGMA, zeta15 * rho[0] + zeta35 * rho[1] + rho[2]);
        float[] weights = new float[RADIUS + 1];
        for (int n = 0; n <= RADIUS; n++) {
            for (int k = 0; k < 3; k++) {
                weights[n] += (float) (beta[k] * Math.cos(omega[k] * n));
            }
        }
        return weights;
    }

    /**
     * One blurred row.
     *
     * @param rows of a plane
     * @param middle its number; as many rows as the radius lie before and behind it
     */
    void of(float[][] rows, int middle, float[] into) {
        times(into, WEIGHTS[0], rows[middle]);
        for (int n = 1; n <= RADIUS; n++) {
            plus(into, WEIGHTS[n], rows[middle - n], rows[middle + n]);
        }
        System.arraycopy(into, 0, down, RADIUS, width);
        times(into, WEIGHTS[0], into);
        for (int n = 1; n <= RADIUS; n++) {
            // rows of their own, since machines do several samples at a time only where indices are the same everywhere
            System.arraycopy(down, RADIUS - n, left, 0, width);
            System.arraycopy(down, RADIUS + n, right, 0, width);
            plus(into, WEIGHTS[n], left, right);
        }
    }

    private static void times(float[] into, float weight, float[] row) {
        for (int x = 0; x < into.length; x++) {
            into[x] = weight * row[x];
        }
    }

    private static void plus(float[] into, float weight, float[] a, float[] b) {
        for (int x = 0; x < into.length; x++) {
            into[x] += weight * (a[x] + b[x]);
        }
    }
}
