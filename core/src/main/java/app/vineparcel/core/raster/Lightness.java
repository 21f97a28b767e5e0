package app.vineparcel.core.raster;

/** CIE 1976 lightness (ISO/CIE 11664-4) as a share, 0 to 1 instead of 0 to 100, by table; within 0.0002 of the formula. */
final class Lightness {

    private static final int NODES = 1 << 12;
    private static final double EPSILON = 216 / 24389.0;
    private static final double KAPPA = 24389 / 27.0;
    /** On the square root of light, where lightness is nearly straight. */
    private static final float[] OF_ROOT = new float[NODES + 2];

    static {
        for (int i = 0; i < OF_ROOT.length; i++) {
            double light = (double) i / NODES * i / NODES;
            OF_ROOT[i] = (float) ((light > EPSILON ? 116 * Math.cbrt(light) - 16 : KAPPA * light) / 100);
        }
    }

    private Lightness() {}

    /** The lightness of a luminance; luminance outside 0 to 1 is clipped. */
    static float of(float luminance) {
        if (!(luminance > 0)) {
            return 0;
        }
        float at = (float) Math.sqrt(Math.min(1f, luminance)) * NODES;
        int i = (int) at;
        return OF_ROOT[i] + (at - i) * (OF_ROOT[i + 1] - OF_ROOT[i]);
    }

    /** The luminance of a lightness 0 and above. */
    static float light(float lightness) {
        if (lightness <= 0.08f) {
            return (float) (lightness * 100 / KAPPA);
        }
        float root = (lightness * 100 + 16) / 116;
        return root * root * root;
    }
}
