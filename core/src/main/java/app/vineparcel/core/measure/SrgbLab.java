package app.vineparcel.core.measure;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.Lab;
import app.vineparcel.core.colour.LinearSpace;

/** Colours of 8-bit sRGB codes. */
final class SrgbLab {

    private static final LinearSpace SRGB = BuiltInProfile.SRGB.space();
    private static final double[] LIGHT = new double[256];

    static {
        for (int code = 0; code < LIGHT.length; code++) {
            LIGHT[code] = SRGB.curve(0).linear(code / 255.0);
        }
    }

    private SrgbLab() {}

    /**
     * The colour.
     *
     * @param rgb {@code 0xRRGGBB}
     */
    static Lab of(int rgb) {
        return Lab.ofXyz(SRGB.toXyz().times(LIGHT[rgb >> 16 & 0xff], LIGHT[rgb >> 8 & 0xff], LIGHT[rgb & 0xff]));
    }

    /** The luminance of a grey of that code, 0 to 1. */
    static double light(int code) {
        return LIGHT[code];
    }
}
