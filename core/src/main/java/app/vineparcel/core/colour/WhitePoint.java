package app.vineparcel.core.colour;

/**
 * A white as CIE 1931 chromaticity.
 *
 * @param x chromaticity x
 * @param y chromaticity y
 */
public record WhitePoint(double x, double y) {

    /** Daylight at about 6500 K (IEC 61966-2-1). */
    public static final WhitePoint D65 = new WhitePoint(0.3127, 0.3290);

    /** The white of the ICC connection space (ICC.1:2022, 7.2.16). */
    private static final double[] D50_XYZ = {0.9642, 1.0, 0.8249};

    /** Bradford cone responses (ICC.1:2022, annex E). */
    private static final Matrix BRADFORD =
            Matrix.ofRows(new double[] {0.8951, 0.2664, -0.1614}, new double[] {-0.7502, 1.7135, 0.0367}, new double[] {
                0.0389, -0.0685, 1.0296
            });

    /** XYZ of the connection space's white, Y = 1. */
    public static double[] d50() {
        return D50_XYZ.clone();
    }

    /** XYZ of this white with Y = 1. */
    public double[] xyz() {
        return new double[] {x / y, 1, (1 - x - y) / y};
    }

    /** Takes XYZ seen under this white to XYZ under the connection space's D50, by linear Bradford adaptation. */
    public Matrix toD50() {
        double[] from = BRADFORD.times(xyz());
        double[] to = BRADFORD.times(D50_XYZ);
        Matrix gains = Matrix.diagonal(to[0] / from[0], to[1] / from[1], to[2] / from[2]);
        return BRADFORD.inverse().times(gains).times(BRADFORD);
    }
}
