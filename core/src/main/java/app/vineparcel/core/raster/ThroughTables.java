package app.vineparcel.core.raster;

import app.vineparcel.core.colour.DeviceToRomm;
import app.vineparcel.core.colour.RommToDevice;

/** Whole pictures through conversions that work by tables, some rows at a time. Alpha goes along. */
public final class ThroughTables {

    private static final int PIXELS_AT_ONCE = 1 << 16;

    private ThroughTables() {}

    /** A picture in device values as one in 16-bit ROMM RGB, the conversion's connecting space. */
    public static Pixels toRomm(Pixels device, DeviceToRomm conversion) {
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

    /**
     * A picture in 16-bit ROMM RGB, the conversion's connecting space, as one in device values.
     *
     * @param depth bits a sample of the result: 8, dithered, or 16
     */
    public static Encoded toDevice(Pixels romm, RommToDevice conversion, int depth) {
        int pixels = Math.toIntExact(romm.size().pixels());
        int inks = conversion.profile().model().bands();
        int outBands = inks + (romm.hasAlpha() ? 1 : 0);
        short[] wide = new short[depth == 16 ? Math.multiplyExact(pixels, outBands) : 0];
        byte[] bytes = new byte[depth == 8 ? Math.multiplyExact(pixels, outBands) : 0];
        long clipped = 0;
        short[] given = new short[outBands];
        for (int from = 0; from < pixels; from += PIXELS_AT_ONCE) {
            int count = Math.min(PIXELS_AT_ONCE, pixels - from);
            short[] colours = colours(romm, from, count);
            short[] device = conversion.convert(colours);
            for (int i = 0; i < count; i++) {
                boolean shown = conversion.shows(
                        colours[3 * i] & 0xffff, colours[3 * i + 1] & 0xffff, colours[3 * i + 2] & 0xffff);
                clipped += shown ? 0 : 1;
                System.arraycopy(device, i * inks, given, 0, inks);
                if (romm.hasAlpha()) {
                    given[inks] = romm.shorts()[(from + i) * 4 + 3];
                }
                int at = (from + i) * outBands;
                if (depth == 16) {
                    System.arraycopy(given, 0, wide, at, outBands);
                } else {
                    narrow(given, romm, from + i, bytes, at);
                }
            }
        }
        Pixels result = depth == 16
                ? Pixels.of16(romm.size(), outBands, romm.hasAlpha(), wide)
                : Pixels.of8(romm.size(), outBands, romm.hasAlpha(), bytes);
        return new Encoded(result, clipped / (double) pixels);
    }

    private static void narrow(short[] wide, Pixels romm, int pixel, byte[] into, int at) {
        int width = romm.size().width();
        float threshold = OrderedDither.threshold(pixel % width, pixel / width);
        for (int band = 0; band < wide.length; band++) {
            into[at + band] = (byte) ((wide[band] & 0xffff) / 257f + threshold);
        }
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
