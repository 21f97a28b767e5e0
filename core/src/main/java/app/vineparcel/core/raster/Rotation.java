package app.vineparcel.core.raster;

import app.vineparcel.core.geometry.PixelSize;

/** Turns a picture with alpha by any angle: each pixel of the result is mixed from the four that it falls between. */
public final class Rotation {

    private Rotation() {}

    /** The picture turned about its middle by so many degrees clockwise, on a clear canvas that just holds it. */
    public static LinearImage turned(LinearImage picture, double degrees) {
        double angle = Math.toRadians(degrees);
        double cos = Math.cos(angle);
        double sin = Math.sin(angle);
        PixelSize from = picture.size();
        PixelSize size = new PixelSize(
                (int) Math.ceil(Math.abs(from.width() * cos) + Math.abs(from.height() * sin) - 1e-6),
                (int) Math.ceil(Math.abs(from.width() * sin) + Math.abs(from.height() * cos) - 1e-6));
        int bands = picture.bands();
        float[] values = new float[Math.toIntExact(size.pixels() * bands)];
        for (int i = 0; i < values.length / bands; i++) {
            double dx = i % size.width() + 0.5 - size.width() / 2.0;
            double dy = i / size.width() + 0.5 - size.height() / 2.0;
            double x = dx * cos + dy * sin + from.width() / 2.0 - 0.5;
            double y = -dx * sin + dy * cos + from.height() / 2.0 - 0.5;
            for (int band = 0; band < bands; band++) {
                values[i * bands + band] = mixed(picture, x, y, band);
            }
        }
        return LinearImage.of(size, bands, picture.hasAlpha(), values);
    }

    private static float mixed(LinearImage picture, double x, double y, int band) {
        int left = (int) Math.floor(x);
        int top = (int) Math.floor(y);
        float across = (float) (x - left);
        float down = (float) (y - top);
        float upper = at(picture, left, top, band) * (1 - across) + at(picture, left + 1, top, band) * across;
        float lower = at(picture, left, top + 1, band) * (1 - across) + at(picture, left + 1, top + 1, band) * across;
        return upper * (1 - down) + lower * down;
    }

    private static float at(LinearImage picture, int x, int y, int band) {
        boolean within = x >= 0
                && y >= 0
                && x < picture.size().width()
                && y < picture.size().height();
        return within ? picture.value(x, y, band) : 0;
    }
}
