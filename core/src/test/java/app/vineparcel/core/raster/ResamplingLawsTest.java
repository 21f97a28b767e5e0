package app.vineparcel.core.raster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What resampling must and must not do, measured on pictures that show it. Linear light throughout. */
class ResamplingLawsTest {

    private static final LinearSpace SRGB = BuiltInProfile.SRGB.space();

    @FunctionalInterface
    private interface Light {
        double at(int x, int y);
    }

    private static LinearImage grey(int width, int height, Light light) {
        float[] values = new float[width * height * 3];
        for (int i = 0; i < width * height; i++) {
            float value = (float) light.at(i % width, i / width);
            values[3 * i] = value;
            values[3 * i + 1] = value;
            values[3 * i + 2] = value;
        }
        return LinearImage.of(new PixelSize(width, height), 3, false, values);
    }

    private static LinearImage sized(LinearImage picture, int width, int height) {
        return new Pyramid(picture).resample(picture.size().box(), new PixelSize(width, height), 2);
    }

    /**
     * A zone plate, whose rings are finer than the result can show beyond a radius: what is left of them out there is aliasing. Measured as the
     * largest departure from the plate's mean where the source's frequency, across or down, is 1.5 to 1.9 times what the result can hold.
     */
    @ParameterizedTest
    @ValueSource(ints = {2, 3, 4, 5, 8})
    void a_zone_plate_leaves_no_false_rings(int factor) {
        int side = 1200;
        // the frequency rises to the source's own limit at the edge
        LinearImage plate = grey(side, side, (x, y) -> {
            double dx = x - (side - 1) / 2.0;
            double dy = y - (side - 1) / 2.0;
            return 0.5 + 0.5 * Math.cos(Math.PI * (dx * dx + dy * dy) / side);
        });
        int small = side / factor;
        LinearImage result = sized(plate, small, small);
        double worst = 0;
        for (int y = 0; y < small; y++) {
            for (int x = 0; x < small; x++) {
                double away = factor * Math.max(Math.abs(x - (small - 1) / 2.0), Math.abs(y - (small - 1) / 2.0));
                double times = away / (side / 2.0) * factor;
                if (times > 1.5 && times < 1.9) {
                    worst = Math.max(worst, Math.abs(result.value(x, y, 0) - 0.5));
                }
            }
        }
        assertThat(worst).isLessThan(0.06);
    }

    /** A ramp stays the same ramp: no pixel of the result lies off the line, so nothing shifted. */
    @ParameterizedTest
    @CsvSource({"1000, 500", "1000, 333", "1000, 125", "1000, 64", "1001, 500", "999, 100", "100, 250"})
    void a_ramp_is_not_shifted(int from, int to) {
        LinearImage ramp = grey(from, 8, (x, y) -> (x + 0.5) / from);
        LinearImage result = sized(ramp, to, 8);
        int rim = to / 8 + 2;
        for (int x = rim; x < to - rim; x++) {
            assertThat((double) result.value(x, 4, 1)).isCloseTo((x + 0.5) / to, within(0.02 / to + 1e-5));
        }
    }

    @ParameterizedTest
    @CsvSource({"40, 100", "40, 61", "40, 400"})
    void enlarging_a_step_overshoots_at_most_five_percent(int from, int to) {
        LinearImage step = grey(from, 4, (x, y) -> x < from / 2 ? 0.1 : 0.9);
        LinearImage result = sized(step, to, 10);
        for (int x = 0; x < to; x++) {
            assertThat((double) result.value(x, 5, 0)).isBetween(0.1 - 0.04, 0.9 + 0.04);
        }
    }

    /** White on clear: wherever anything is seen, its colour is white, so no dark or light fringe shows on any ground. */
    @ParameterizedTest
    @ValueSource(ints = {13, 31, 50, 140})
    void a_transparent_edge_keeps_its_colour(int to) {
        byte[] samples = new byte[100 * 100 * 4];
        for (int i = 0; i < 100 * 100; i++) {
            boolean inside = Math.hypot(i % 100 - 50, i / 100 - 50) < 30;
            for (int band = 0; band < 4; band++) {
                samples[4 * i + band] = (byte) (inside ? 255 : 0);
            }
        }
        LinearRows disc = LinearisedPixels.of(Pixels.of8(new PixelSize(100, 100), 4, true, samples), SRGB);
        LinearImage result = new Pyramid(disc).resample(disc.size().box(), new PixelSize(to, to), 1);
        for (int i = 0; i < to * to; i++) {
            float alpha = result.value(i % to, i / to, 3);
            assertThat(result.value(i % to, i / to, 0)).isCloseTo(alpha, within(1e-5f));
        }
    }

    @ParameterizedTest
    @CsvSource({
        "1, 1, 1, 1",
        "1, 1, 7, 3",
        "1, 900, 1, 30",
        "900, 1, 30, 1",
        "3, 5000, 2, 100",
        "30000, 4, 300, 1",
        "2, 2, 1, 1",
        "7, 7, 1, 1",
        "30000, 3, 29999, 3"
    })
    void even_light_stays_even_whatever_the_shape(int width, int height, int toWidth, int toHeight) {
        LinearImage result = sized(grey(width, height, (x, y) -> 0.37), toWidth, toHeight);
        assertThat(result.size()).isEqualTo(new PixelSize(toWidth, toHeight));
        for (int i = 0; i < toWidth * toHeight; i++) {
            assertThat(result.value(i % toWidth, i / toWidth, 2)).isCloseTo(0.37f, within(1e-5f));
        }
    }

    /** However many threads share the work, and wherever stripes end, the values are the same. */
    @Test
    void threads_and_stripes_change_nothing() {
        LinearImage noise = grey(1711, 333, (x, y) -> (x * 31 + y * 17) % 97 / 97.0);
        Box crop = new Box(11.25, 3.5, 1600, 300);
        LinearImage alone = new Pyramid(noise).resample(crop, new PixelSize(701, 131), 1);
        LinearImage shared = new Pyramid(noise).resample(crop, new PixelSize(701, 131), 4);
        for (int i = 0; i < 701 * 131; i++) {
            assertThat(shared.value(i % 701, i / 701, 0)).isEqualTo(alone.value(i % 701, i / 701, 0));
        }
    }
}
