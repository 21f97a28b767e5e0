package app.vineparcel.core.raster;

/** Gives a picture an alpha band, or takes it away. */
public final class Opacity {

    private Opacity() {}

    /** The same picture of 8 bits without its alpha. */
    public static Pixels removed(Pixels pixels) {
        int colours = pixels.colourBands();
        byte[] samples = new byte[Math.toIntExact(pixels.size().pixels() * colours)];
        for (int from = 0, to = 0; to < samples.length; from++, to += colours) {
            System.arraycopy(pixels.bytes(), from * pixels.bands(), samples, to, colours);
        }
        return Pixels.of8(pixels.size(), colours, false, samples);
    }

    /** The same picture with an alpha of full opacity behind its colours. */
    public static Pixels added(Pixels opaque) {
        int bands = opaque.bands();
        int pixels = Math.toIntExact(opaque.size().pixels());
        if (opaque.depth() == 8) {
            byte[] samples = new byte[Math.multiplyExact(pixels, bands + 1)];
            for (int i = 0; i < pixels; i++) {
                System.arraycopy(opaque.bytes(), i * bands, samples, i * (bands + 1), bands);
                samples[i * (bands + 1) + bands] = (byte) 0xff;
            }
            return Pixels.of8(opaque.size(), bands + 1, true, samples);
        }
        short[] samples = new short[Math.multiplyExact(pixels, bands + 1)];
        for (int i = 0; i < pixels; i++) {
            System.arraycopy(opaque.shorts(), i * bands, samples, i * (bands + 1), bands);
            samples[i * (bands + 1) + bands] = (short) 0xffff;
        }
        return Pixels.of16(opaque.size(), bands + 1, true, samples);
    }
}
