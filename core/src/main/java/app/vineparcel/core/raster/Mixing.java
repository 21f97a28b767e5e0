package app.vineparcel.core.raster;

import app.vineparcel.core.colour.EncodeTable;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.colour.LinearTable;
import app.vineparcel.core.colour.TransferCurve;

/**
 * Lays colours over each other as the makers of artwork see it: by their encoded values, as CSS, SVG (W3C Compositing and Blending Level 1, 5.1)
 * and image editors do, and not by the light that they stand for. A black of half opacity on white is #808080 so, where mixing light would
 * make it #bcbcbc. Values are linear light outside and encoded within.
 */
final class Mixing {

    private static final int FINE = 1 << 16;

    private final EncodeTable[] encode;
    private final float[][] light;

    private Mixing(EncodeTable[] encode, float[][] light) {
        this.encode = encode;
        this.light = light;
    }

    /** By the values of a space. */
    static Mixing in(LinearSpace space) {
        EncodeTable[] encode = new EncodeTable[space.bands()];
        float[][] light = new float[space.bands()][];
        for (int band = 0; band < space.bands(); band++) {
            boolean shared = band > 0 && space.curve(band).equals(space.curve(band - 1));
            encode[band] = shared ? encode[band - 1] : EncodeTable.of(space.curve(band));
            light[band] = shared
                    ? light[band - 1]
                    : LinearTable.of(space.curve(band), FINE).light();
        }
        return new Mixing(encode, light);
    }

    /** By one curve for so many bands. */
    static Mixing by(TransferCurve curve, int bands) {
        EncodeTable[] encode = new EncodeTable[bands];
        float[][] light = new float[bands][];
        java.util.Arrays.fill(encode, EncodeTable.of(curve));
        java.util.Arrays.fill(light, LinearTable.of(curve, FINE).light());
        return new Mixing(encode, light);
    }

    /** The encoded value, 0 to 1, of light. */
    float encoded(int band, float straightLight) {
        return encode[band].encoded(straightLight);
    }

    /** The light, 0 to 1, of an encoded value. */
    float light(int band, float encoded) {
        return light[band][(int) (encoded * (FINE - 1) + 0.5f)];
    }

    /**
     * Lays a colour over an opaque one.
     *
     * @param over straight linear light, 0 to 1; becomes the result
     * @param alpha its opacity, 0 to 1
     * @param under encoded values, 0 to 1
     */
    void over(float[] over, float alpha, float[] under) {
        for (int band = 0; band < encode.length; band++) {
            float mixed = encode[band].encoded(over[band]) * alpha + under[band] * (1 - alpha);
            over[band] = light(band, mixed);
        }
    }
}
