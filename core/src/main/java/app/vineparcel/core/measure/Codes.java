package app.vineparcel.core.measure;

import app.vineparcel.core.raster.Pixels;

/** Pixels as grey or RGB of 8 bits without alpha, whatever their profile: good enough to count bits. */
final class Codes {

    private static final int FULL = 255;
    private static final int INKS = 4;

    private Codes() {}

    /** What is clear is white, by encoded values; inks become the light that they leave. */
    static Pixels of(Pixels picture) {
        if (picture.depth() == 8 && !picture.hasAlpha() && picture.colourBands() < INKS) {
            return picture;
        }
        int colours = picture.colourBands() == INKS ? 3 : picture.colourBands();
        int shift = picture.depth() - 8;
        int width = picture.size().width();
        int height = picture.size().height();
        byte[] to = new byte[Math.toIntExact(picture.size().pixels() * colours)];
        int at = 0;
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                int alpha = picture.hasAlpha() ? picture.sample(x, y, picture.bands() - 1) >> shift : FULL;
                for (int band = 0; band < colours; band++) {
                    int code = picture.sample(x, y, band) >> shift;
                    if (picture.colourBands() == INKS) {
                        code = Math.max(0, FULL - code - (picture.sample(x, y, INKS - 1) >> shift));
                    }
                    to[at++] = (byte) ((code * alpha + FULL * (FULL - alpha) + FULL / 2) / FULL);
                }
            }
        }
        return Pixels.of8(picture.size(), colours, false, to);
    }
}
