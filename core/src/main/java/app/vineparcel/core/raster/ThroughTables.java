package app.vineparcel.core.raster;

import app.vineparcel.core.colour.TableConversion;

/** Pixels of a table profile to 16-bit ROMM RGB, some rows at a time. Alpha goes along. */
public final class ThroughTables {

    private static final int PIXELS_AT_ONCE = 1 << 16;

    private ThroughTables() {}

    /** The same picture in the conversion's connecting space. */
    public static Pixels convert(Pixels device, TableConversion conversion) {
        int pixels = Math.toIntExact(device.size().pixels());
        int outBands = device.hasAlpha() ? 4 : 3;
        short[] out = new short[Math.multiplyExact(pixels, outBands)];
        for (int from = 0; from < pixels; from += PIXELS_AT_ONCE) {
            int count = Math.min(PIXELS_AT_ONCE, pixels - from);
            short[] romm = conversion.convert(colours(device, from, count));
            for (int i = 0; i < count; i++) {
                int at = (from + i) * outBands;
                System.arraycopy(romm, i * 3, out, at, 3);
                if (device.hasAlpha()) {
                    out[at + 3] = wide(device, (from + i) * device.bands() + device.colourBands());
                }
            }
        }
        return Pixels.of16(device.size(), outBands, device.hasAlpha(), out);
    }

    private static short[] colours(Pixels device, int from, int count) {
        int colours = device.colourBands();
        short[] values = new short[count * colours];
        for (int i = 0; i < count; i++) {
            for (int band = 0; band < colours; band++) {
                values[i * colours + band] = wide(device, (from + i) * device.bands() + band);
            }
        }
        return values;
    }

    private static short wide(Pixels device, int at) {
        return device.depth() == 8 ? (short) ((device.bytes()[at] & 0xff) * 257) : device.shorts()[at];
    }
}
