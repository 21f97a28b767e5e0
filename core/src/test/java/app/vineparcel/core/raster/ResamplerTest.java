package app.vineparcel.core.raster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.testing.Pictures;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ResamplerTest {

    private static final LinearSpace SRGB = BuiltInProfile.SRGB.space();

    private static Pixels resized(Pixels pixels, Box crop, PixelSize size, int threads) {
        LinearImage linear = Resampler.resample(LinearisedPixels.of(pixels, SRGB), crop, size, threads);
        return Encoding.between(SRGB, SRGB, pixels.depth(), Optional.empty())
                .apply(linear, threads)
                .pixels();
    }

    private static Pixels resized(Pixels pixels, int width, int height) {
        return resized(pixels, pixels.size().box(), new PixelSize(width, height), 1);
    }

    /** Half of the light, which sRGB encodes as 188 (IEC 61966-2-1), not the half of the code. */
    @Test
    void a_fine_checker_becomes_the_grey_of_half_its_light() {
        Pixels checker = Pictures.rgb(64, 64, (x, y) -> (x + y) % 2 == 0 ? 0xffffff : 0);
        Pixels one = resized(checker, 1, 1);
        for (int band = 0; band < 3; band++) {
            assertThat(one.sample(0, 0, band)).isBetween(187, 189);
        }
    }

    @ParameterizedTest
    @CsvSource({"1, 1", "7, 3", "640, 1", "1, 480", "33, 1000", "300, 200"})
    void an_even_colour_stays_what_it_is_at_any_size(int width, int height) {
        Pixels even = Pictures.rgb(300, 200, (x, y) -> 0x4080c0);
        Pixels sized = resized(even, width, height);
        for (int i = 0; i < width * height; i++) {
            assertThat(sized.sample(i % width, i / width, 0)).isEqualTo(0x40);
            assertThat(sized.sample(i % width, i / width, 1)).isEqualTo(0x80);
            assertThat(sized.sample(i % width, i / width, 2)).isEqualTo(0xc0);
        }
    }

    /** A straight slope of light is kept by any symmetric filter; a shift by a part of a pixel would show as an offset. */
    @ParameterizedTest
    @CsvSource({"1000, 250", "1000, 333", "1000, 617", "300, 900"})
    void nothing_shifts(int from, int to) {
        float[] slope = new float[from * 4];
        for (int i = 0; i < slope.length; i++) {
            slope[i] = (i % from + 0.5f) / from;
        }
        LinearImage ramp = LinearImage.of(new PixelSize(from, 4), 1, false, slope);
        LinearImage sized = Resampler.resample(ramp, ramp.size().box(), new PixelSize(to, 4), 1);
        int border = Math.max(4, 4 * to / from);
        for (int x = border; x < to - border; x++) {
            assertThat(sized.value(x, 2, 0)).isCloseTo((x + 0.5f) / to, within(2e-4f));
        }
    }

    /** Lanczos-3 at exactly half size about the middle of an impulse, worked out by hand from the formula. */
    @Test
    void weights_are_those_of_the_windowed_sinc() {
        Taps taps = Taps.of(100, 0, 100, 50);
        double[] exact = new double[12];
        double sum = 0;
        for (int k = 0; k < 12; k++) {
            double x = (k - 5.5) / 2;
            exact[k] = Math.sin(Math.PI * x) / (Math.PI * x) * Math.sin(Math.PI * x / 3) / (Math.PI * x / 3);
            sum += exact[k];
        }
        assertThat(taps.first(25)).isEqualTo(45);
        assertThat(taps.weights(25)).hasSize(12);
        for (int k = 0; k < 12; k++) {
            assertThat(taps.weights(25)[k]).isCloseTo((float) (exact[k] / sum), within(1e-6f));
        }
    }

    /** Premultiplied alpha: what is transparent has no colour to give to its neighbours. */
    @Test
    void a_transparent_edge_has_no_halo() {
        byte[] samples = new byte[40 * 40 * 4];
        for (int i = 0; i < 40 * 40; i++) {
            boolean inside = i % 40 < 20;
            samples[4 * i] = (byte) (inside ? 200 : 0);
            samples[4 * i + 1] = (byte) (inside ? 100 : 255);
            samples[4 * i + 2] = (byte) (inside ? 50 : 0);
            samples[4 * i + 3] = (byte) (inside ? 255 : 0);
        }
        Pixels cutOut = Pixels.of8(new PixelSize(40, 40), 4, true, samples);
        Pixels sized = resized(cutOut, 13, 13);
        for (int x = 0; x < 13; x++) {
            if (sized.sample(x, 6, 3) > 3) {
                assertThat(sized.sample(x, 6, 0)).isBetween(199, 201);
                assertThat(sized.sample(x, 6, 1)).isBetween(99, 101);
            }
        }
    }

    @Test
    void the_number_of_threads_changes_nothing() {
        Pixels photo = Pictures.photo(301, 203, 7);
        Box crop = new Box(10.5, 3.25, 250, 180);
        PixelSize size = new PixelSize(117, 90);
        assertThat(resized(photo, crop, size, 5).bytes())
                .isEqualTo(resized(photo, crop, size, 1).bytes());
    }

    @Test
    void enlarging_overshoots_a_step_by_less_than_a_twentieth() {
        float[] step = new float[40];
        java.util.Arrays.fill(step, 20, 40, 1f);
        LinearImage edge = LinearImage.of(new PixelSize(40, 1), 1, false, step);
        LinearImage larger = Resampler.resample(edge, edge.size().box(), new PixelSize(333, 1), 1);
        for (int x = 0; x < 333; x++) {
            assertThat(larger.value(x, 0, 0)).isBetween(-0.05f, 1.05f);
        }
    }

    @Test
    void sixteen_bits_stay_sixteen_bits() {
        short[] samples = new short[64 * 3];
        for (int i = 0; i < 64; i++) {
            for (int band = 0; band < 3; band++) {
                samples[3 * i + band] = (short) (30_000 + i);
            }
        }
        Pixels fine = Pixels.of16(new PixelSize(64, 1), 3, false, samples);
        Pixels same = Encoding.between(SRGB, SRGB, 16, Optional.empty())
                .apply(LinearisedPixels.of(fine, SRGB), 1)
                .pixels();
        for (int x = 0; x < 64; x++) {
            assertThat(same.sample(x, 0, 1)).isBetween(30_000 + x - 1, 30_000 + x + 1);
        }
    }

    /** Against the exact single step, on a picture with detail at every scale: hardly a level of difference, and no shift. */
    @ParameterizedTest
    @CsvSource({"640, 480, 100, 75", "641, 483, 60, 45", "640, 480, 255, 191", "33, 640, 4, 80"})
    void a_pyramid_gives_what_the_single_step_gives(int width, int height, int toWidth, int toHeight) {
        Pixels photo = Pictures.photo(width, height, 3);
        LinearisedPixels linear = LinearisedPixels.of(photo, SRGB);
        PixelSize size = new PixelSize(toWidth, toHeight);
        LinearImage direct = Resampler.resample(linear, photo.size().box(), size, 1);
        LinearImage shared = new Pyramid(linear).resample(photo.size().box(), size, 1);
        Encoding encoding = Encoding.between(SRGB, SRGB, 8, Optional.empty());
        byte[] exact = encoding.apply(direct, 1).pixels().bytes();
        byte[] quick = encoding.apply(shared, 1).pixels().bytes();
        double sum = 0;
        for (int i = 0; i < exact.length; i++) {
            int difference = Math.abs((exact[i] & 0xff) - (quick[i] & 0xff));
            assertThat(difference).isLessThanOrEqualTo(3);
            sum += difference;
        }
        assertThat(sum / exact.length).isLessThan(0.5);
    }
}
