package app.vineparcel.core.raster;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.Lab;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.testing.Pictures;
import org.junit.jupiter.api.Test;

class QuantiserTest {

    private static final LinearSpace SRGB = BuiltInProfile.SRGB.space();

    private static int colour(Paletted picture, int x, int y) {
        return picture.colours().get(picture.indexes()[y * picture.size().width() + x] & 0xff);
    }

    private static double difference(int one, int other) {
        return lab(one).differenceTo(lab(other));
    }

    private static Lab lab(int rgb) {
        double[] light = new double[3];
        for (int band = 0; band < 3; band++) {
            light[band] = SRGB.curve(band).linear((rgb >> 16 - 8 * band & 0xff) / 255.0);
        }
        return Lab.ofXyz(SRGB.toXyz().times(light));
    }

    @Test
    void few_colours_are_kept_every_one() {
        Pixels flag = Pictures.rgb(60, 10, (x, y) -> 0x040302 * (x / 3));
        Paletted paletted = new Quantiser(flag, SRGB, false).palette(20, true);
        assertThat(paletted.colours()).hasSize(20);
        for (int x = 0; x < 60; x++) {
            assertThat(colour(paletted, x, 5)).isEqualTo(0xff000000 | 0x040302 * (x / 3));
        }
    }

    /** A plane of soft colours: 64 of them leave a mean difference that is hardly seen, and more colours never leave more. */
    @Test
    void the_palette_is_near_the_picture_and_nearer_with_more_colours() {
        Pixels photo = Pictures.rgb(96, 96, (x, y) -> (60 + x) << 16 | (40 + y) << 8 | (150 - x / 2 - y / 2));
        double last = Double.MAX_VALUE;
        for (int colours : new int[] {8, 16, 32, 64, 128, 256}) {
            Paletted paletted = new Quantiser(photo, SRGB, false).palette(colours, false);
            assertThat(paletted.colours()).hasSizeLessThanOrEqualTo(colours);
            double sum = 0;
            for (int i = 0; i < 96 * 96; i++) {
                int x = i % 96;
                int y = i / 96;
                int own = photo.sample(x, y, 0) << 16 | photo.sample(x, y, 1) << 8 | photo.sample(x, y, 2);
                sum += difference(own, colour(paletted, x, y));
            }
            double mean = sum / (96 * 96);
            assertThat(mean).isLessThan(last);
            if (colours == 64) {
                assertThat(mean).isLessThan(2.5);
            }
            last = mean;
        }
    }

    @Test
    void dithering_keeps_the_mean_of_an_area() {
        Pixels ramp = Pictures.rgb(128, 64, (x, y) -> 0x010101 * (64 + x));
        Paletted paletted = new Quantiser(ramp, SRGB, false).palette(4, true);
        for (int from = 16; from < 112; from += 16) {
            double sum = 0;
            for (int i = 0; i < 16 * 64; i++) {
                sum += colour(paletted, from + i % 16, i / 16) >> 8 & 0xff;
            }
            assertThat(sum / (16 * 64)).isBetween(64 + from + 7.5 - 4, 64 + from + 7.5 + 4);
        }
    }

    @Test
    void transparency_is_kept_softly_or_hard() {
        byte[] samples = new byte[256 * 4];
        for (int i = 0; i < 256; i++) {
            samples[4 * i] = (byte) i;
            samples[4 * i + 1] = (byte) (255 - i);
            samples[4 * i + 2] = 90;
            samples[4 * i + 3] = (byte) (i < 64 ? 0 : i);
        }
        Pixels soft = Pixels.of8(new PixelSize(256, 1), 4, true, samples);
        Paletted kept = new Quantiser(soft, SRGB, false).palette(64, true);
        Paletted hard = new Quantiser(soft, SRGB, true).palette(64, true);
        for (int x = 0; x < 256; x++) {
            int alpha = x < 64 ? 0 : x;
            assertThat(colour(kept, x, 0) >>> 24).isBetween(alpha - 8, alpha + 8);
            assertThat(colour(hard, x, 0) >>> 24).isEqualTo(x < 128 ? 0 : 255);
        }
    }
}
