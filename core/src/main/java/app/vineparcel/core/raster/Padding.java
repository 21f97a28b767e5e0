package app.vineparcel.core.raster;

import app.vineparcel.core.geometry.PixelSize;

/** Sets a picture into the middle of a larger canvas. */
public final class Padding {

    private Padding() {}

    /**
     * The picture on a canvas.
     *
     * @param canvas at least as large as the picture
     * @param background encoded values 0 to 1, one a band of the picture, alpha included
     */
    public static Pixels around(Pixels picture, PixelSize canvas, int left, int top, double[] background) {
        int bands = picture.bands();
        int samples = Math.toIntExact(canvas.pixels() * bands);
        int row = picture.size().width() * bands;
        if (picture.depth() == 8) {
            byte[] bytes = new byte[samples];
            for (int i = 0; i < samples; i++) {
                bytes[i] = (byte) Math.round(background[i % bands] * 255);
            }
            for (int y = 0; y < picture.size().height(); y++) {
                System.arraycopy(picture.bytes(), y * row, bytes, ((y + top) * canvas.width() + left) * bands, row);
            }
            return Pixels.of8(canvas, bands, picture.hasAlpha(), bytes);
        }
        short[] shorts = new short[samples];
        for (int i = 0; i < samples; i++) {
            shorts[i] = (short) Math.round(background[i % bands] * 65535);
        }
        for (int y = 0; y < picture.size().height(); y++) {
            System.arraycopy(picture.shorts(), y * row, shorts, ((y + top) * canvas.width() + left) * bands, row);
        }
        return Pixels.of16(canvas, bands, picture.hasAlpha(), shorts);
    }
}
