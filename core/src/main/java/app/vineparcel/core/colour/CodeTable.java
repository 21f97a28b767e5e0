package app.vineparcel.core.colour;

/**
 * 8-bit codes of linear light, found by the bits of the float: 1,024 steps for each doubling, so that the step is as fine in the shadows as a
 * curve is steep there and the table still fits into the nearest cache. A code is the nearest one to within 0.06.
 */
public final class CodeTable {

    /** Mantissa bits that are not looked at. */
    private static final int SHIFT = 13;
    /** Light below this is black in every curve with a gamma up to 2.4: less than half a code. */
    private static final int LOWEST = Float.floatToRawIntBits(0x1p-21f) >> SHIFT;

    private static final int HIGHEST = Float.floatToRawIntBits(1f) >> SHIFT;

    private final byte[] codes = new byte[HIGHEST - LOWEST + 1];

    CodeTable(EncodeTable table) {
        for (int i = 0; i < codes.length; i++) {
            float low = Float.intBitsToFloat(LOWEST + i << SHIFT);
            float high = Float.intBitsToFloat(LOWEST + i + 1 << SHIFT);
            float middle = i == codes.length - 1 ? 1 : (low + high) / 2;
            codes[i] = (byte) Math.round(table.encoded(middle) * 255);
        }
    }

    /** The code of an amount of light; light outside 0 to 1 is clipped. */
    public byte code(float light) {
        int at = (Float.floatToRawIntBits(light) >> SHIFT) - LOWEST;
        return codes[at < 0 ? 0 : Math.min(at, codes.length - 1)];
    }
}
