package app.vineparcel.core.raster;

/** CIE 1976 lightness (ISO/CIE 11664-4) as a share, 0 to 1 instead of 0 to 100, by table; within 0.0002 of the formula. */
final class Lightness {

    private static final int NODES = 1 << 12;
    private static final double EPSILON = 216 / 24389.0;
    private static final double KAPPA = 24389 / 27.0;
    /** The lightness below which the curve is straight, and how steep it is there. */
    private static final float KNEE = 0.08f;

    private static final float SLOPE = (float) (100 / KAPPA);
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

    /**
     * The luminances of a row of lightnesses; lightness below 0 is clipped. The curve is a cube from 0.08 on and straight below: the cube of what is
     * more, and what is missing to 0.08 taken off, so that no value asks for a branch.
     */
    static void light(float[] lightness, float[] into, int count) {
        for (int i = 0; i < count; i++) {
            float root = Math.max(lightness[i], KNEE) * (100 / 116f) + 16 / 116f;
            into[i] = root * root * root + (Math.min(Math.max(lightness[i], 0f), KNEE) - KNEE) * SLOPE;
        }
    }
}
