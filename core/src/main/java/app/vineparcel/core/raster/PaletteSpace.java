package app.vineparcel.core.raster;

import app.vineparcel.core.colour.Lab;
import app.vineparcel.core.colour.LinearSpace;

/**
 * Where colours lie when a palette is chosen: CIE L*a*b* weighed by alpha, and alpha itself as a fourth axis, so that equal distances are about
 * equally visible and what cannot be seen has no colour.
 */
final class PaletteSpace {

    /** How much full transparency is worth, in units of L*a*b*. */
    private static final float ALPHA = 100;

    static final int AXES = 4;

    private final LinearSpace space;
    private final double[][] light = new double[3][256];

    PaletteSpace(LinearSpace space) {
        this.space = space;
        for (int band = 0; band < space.bands(); band++) {
            for (int code = 0; code < 256; code++) {
                light[band][code] = space.curve(band).linear(code / 255.0);
            }
        }
    }

    /** The place of a colour, 0xAARRGGBB. */
    void place(int argb, float[] into, int at) {
        double[] own = new double[space.bands()];
        for (int band = 0; band < own.length; band++) {
            own[band] = light[band][argb >> 16 - 8 * band & 0xff];
        }
        Lab lab = Lab.ofXyz(space.toXyz().times(own));
        float alpha = (argb >>> 24) / 255f;
        into[at] = (float) lab.l() * alpha;
        into[at + 1] = (float) lab.a() * alpha;
        into[at + 2] = (float) lab.b() * alpha;
        into[at + 3] = ALPHA * alpha;
    }

    static float distance(float[] one, int at, float[] other, int there) {
        float l = one[at] - other[there];
        float a = one[at + 1] - other[there + 1];
        float b = one[at + 2] - other[there + 2];
        float t = one[at + 3] - other[there + 3];
        return l * l + a * a + b * b + t * t;
    }
}
