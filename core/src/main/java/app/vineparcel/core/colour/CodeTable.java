package app.vineparcel.core.colour;

/**
 * 8-bit codes of linear light, found by the bits of the float: 1,024 steps for each doubling, so that the step is as fine in the shadows as a
 * curve is steep there and the table still fits into the nearest cache. A code is the nearest one to within 0.06.
 */
public final class CodeTable {

    /** Added to light before its place is asked for, so that no light at all has the first place. Far below half a code of every curve. */
    public static final float FLOOR = 0x1p-21f;

    /** Mantissa bits that are not looked at. */
    private static final int SHIFT = 13;

    private static final int LOWEST = Float.floatToRawIntBits(FLOOR) >> SHIFT;

    /** The place of full light, the last one. */
    public static final int LAST = (Float.floatToRawIntBits(1f) >> SHIFT) - LOWEST;

    private final byte[] codes = new byte[LAST + 1];

    CodeTable(EncodeTable table) {
        for (int i = 0; i < codes.length; i++) {
            float low = Float.intBitsToFloat(LOWEST + i << SHIFT);
            float high = Float.intBitsToFloat(LOWEST + i + 1 << SHIFT);
            float middle = i == LAST ? 1 : i == 0 ? 0 : (low + high) / 2 - FLOOR;
            codes[i] = (byte) Math.round(table.encoded(middle) * 255);
        }
    }

    /** The place of an amount of light with {@link #FLOOR} added: below 0 for negative light, above {@link #LAST} for more than full light. */
    public static int place(float raised) {
        return (Float.floatToRawIntBits(raised) >> SHIFT) - LOWEST;
    }

    /** The code of each place, 0 to {@link #LAST}, for inner loops. Not a copy: do not change it. */
    public byte[] codes() {
        return codes;
    }

    /** The code of an amount of light; light outside 0 to 1 is clipped. */
    public byte code(float light) {
        return codes[within(place(light + FLOOR))];
    }

    /** The place itself, or the first or last one. */
    public static int within(int place) {
        return place < 0 ? 0 : place > LAST ? LAST : place;
    }
}
