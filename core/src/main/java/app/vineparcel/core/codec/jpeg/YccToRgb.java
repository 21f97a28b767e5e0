package app.vineparcel.core.codec.jpeg;

/** Full-range YCbCr to RGB (ITU-T T.871, section 7), in 16-bit fixed point as the reference library rounds it. */
final class YccToRgb {

    private static final int[] RED = new int[256];
    private static final int[] BLUE = new int[256];
    private static final int[] GREEN_CR = new int[256];
    private static final int[] GREEN_CB = new int[256];

    static {
        for (int i = 0; i < 256; i++) {
            int c = i - 128;
            RED[i] = fixed(1.402) * c + 32768 >> 16;
            BLUE[i] = fixed(1.772) * c + 32768 >> 16;
            GREEN_CR[i] = -fixed(0.714136286) * c;
            GREEN_CB[i] = -fixed(0.344136286) * c + 32768;
        }
    }

    private YccToRgb() {}

    private static int fixed(double factor) {
        return (int) (factor * 65536 + 0.5);
    }

    /** Converts the first three of every {@code bands} samples. */
    static void inPlace(byte[] samples, int bands) {
        for (int i = 0; i < samples.length; i += bands) {
            int y = samples[i] & 0xff;
            int cb = samples[i + 1] & 0xff;
            int cr = samples[i + 2] & 0xff;
            samples[i] = clipped(y + RED[cr]);
            samples[i + 1] = clipped(y + (GREEN_CB[cb] + GREEN_CR[cr] >> 16));
            samples[i + 2] = clipped(y + BLUE[cb]);
        }
    }

    /** The same for three 16-bit samples a pixel, full scale 65535. */
    static void inPlace(short[] samples) {
        for (int i = 0; i < samples.length; i += 3) {
            int y = samples[i] & 0xffff;
            double cb = (samples[i + 1] & 0xffff) - 32768.0;
            double cr = (samples[i + 2] & 0xffff) - 32768.0;
            samples[i] = clipped16(y + 1.402 * cr);
            samples[i + 1] = clipped16(y - 0.344136286 * cb - 0.714136286 * cr);
            samples[i + 2] = clipped16(y + 1.772 * cb);
        }
    }

    private static short clipped16(double value) {
        return (short) Math.round(Math.max(0, Math.min(65535, value)));
    }

    private static byte clipped(int value) {
        return (byte) (value < 0 ? 0 : Math.min(value, 255));
    }
}
