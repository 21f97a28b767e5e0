package app.vineparcel.core.colour;

/**
 * Linear light to codes, by table.
 *
 * <p>The table stands on the square root of light, where the usual curves are nearly straight, with straight lines between its
 * 8,193 nodes: the error stays below 0.02 of a 16-bit code above the curves' toes and below half a code in them.
 */
public final class EncodeTable {

    private static final int NODES = 1 << 13;

    private final float[] values;

    private EncodeTable(float[] values) {
        this.values = values;
    }

    /** The table of a curve. */
    public static EncodeTable of(TransferCurve curve) {
        float[] values = new float[NODES + 2];
        for (int i = 0; i <= NODES; i++) {
            double root = i / (double) NODES;
            values[i] = (float) Math.max(0, Math.min(1, curve.encoded(root * root)));
        }
        values[NODES + 1] = values[NODES];
        return new EncodeTable(values);
    }

    /** The encoded value, 0 to 1, of linear light; light outside 0 to 1 is clipped. */
    public float encoded(float light) {
        if (!(light > 0)) {
            return values[0];
        }
        if (light >= 1) {
            return values[NODES];
        }
        float at = (float) Math.sqrt(light) * NODES;
        int i = (int) at;
        float low = values[i];
        return low + (at - i) * (values[i + 1] - low);
    }

    /** 8-bit codes for linear light, for inner loops whose output has 8 bits. */
    public CodeTable codes8() {
        return new CodeTable(this);
    }
}
