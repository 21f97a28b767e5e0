package app.vineparcel.core.testing;

import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.awt.image.BufferedImage;
import java.util.Random;
import java.util.function.IntBinaryOperator;

/** Small made pictures for tests. */
public final class Pictures {

    private Pictures() {}

    /** An opaque 8-bit RGB picture; the function gives 0xRRGGBB for x and y. */
    public static Pixels rgb(int width, int height, IntBinaryOperator colour) {
        byte[] samples = new byte[width * height * 3];
        for (int i = 0; i < width * height; i++) {
            int value = colour.applyAsInt(i % width, i / width);
            samples[3 * i] = (byte) (value >> 16);
            samples[3 * i + 1] = (byte) (value >> 8);
            samples[3 * i + 2] = (byte) value;
        }
        return Pixels.of8(new PixelSize(width, height), 3, false, samples);
    }

    /** Pixels as a picture that can be written: sRGB, or grey with its curve. */
    public static Picture picture(Pixels pixels) {
        return new Picture(
                pixels, pixels.colourBands() == 1 ? BuiltInProfile.greyLikeSrgb() : BuiltInProfile.SRGB.profile());
    }

    /** The same as an image of the JDK, for the JDK's own writers. */
    public static BufferedImage image(Pixels rgb) {
        BufferedImage image = new BufferedImage(rgb.size().width(), rgb.size().height(), BufferedImage.TYPE_INT_RGB);
        for (int y = 0; y < image.getHeight(); y++) {
            for (int x = 0; x < image.getWidth(); x++) {
                image.setRGB(x, y, rgb.sample(x, y, 0) << 16 | rgb.sample(x, y, 1) << 8 | rgb.sample(x, y, 2));
            }
        }
        return image;
    }

    /** Soft colour fields with a little seeded noise, as a photograph has. */
    public static Pixels photo(int width, int height, long seed) {
        Random random = new Random(seed);
        return rgb(width, height, (x, y) -> {
            int noise = random.nextInt(9) - 4;
            int r = 120 + (int) (80 * Math.sin(x * 0.05)) + noise;
            int g = 110 + (int) (70 * Math.sin(y * 0.04 + 1)) + noise;
            int b = 90 + (int) (60 * Math.sin((x + y) * 0.03 + 2)) + noise;
            return r << 16 | g << 8 | b;
        });
    }
}
