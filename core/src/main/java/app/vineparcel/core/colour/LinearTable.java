package app.vineparcel.core.colour;

/** Linear light of every code of a band, as a table: 256 entries for 8 bits, 65,536 for 16. */
public final class LinearTable {

    private final float[] light;

    private LinearTable(float[] light) {
        this.light = light;
    }

    /** The table of a curve for codes 0 to {@code levels - 1}. */
    public static LinearTable of(TransferCurve curve, int levels) {
        float[] light = new float[levels];
        for (int code = 0; code < levels; code++) {
            light[code] = (float) Math.max(0, Math.min(1, curve.linear(code / (levels - 1.0))));
        }
        return new LinearTable(light);
    }

    /** The table itself, for inner loops. Not a copy: do not change it. */
    public float[] light() {
        return light;
    }
}
