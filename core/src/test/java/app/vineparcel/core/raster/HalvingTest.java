package app.vineparcel.core.raster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.geometry.PixelSize;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class HalvingTest {

    private static final double[] TAPS = {0.4537841, 0.1409336, -0.0749274, -0.0455816, 0.0257913};

    private static LinearImage noise(int width, int height, int bands, long seed) {
        Random random = new Random(seed);
        float[] values = new float[width * height * bands];
        for (int i = 0; i < values.length; i++) {
            values[i] = random.nextFloat();
        }
        return LinearImage.of(new PixelSize(width, height), bands, bands == 4, values);
    }

    /** The sum over ten by ten pixels, the rim repeated, pixel by pixel in double precision. */
    private static double exact(LinearImage picture, int x, int y, int band) {
        double sum = 0;
        for (int j = -5; j < 5; j++) {
            for (int i = -5; i < 5; i++) {
                int atX = Math.max(0, Math.min(picture.size().width() - 1, 2 * x + 1 + i));
                int atY = Math.max(0, Math.min(picture.size().height() - 1, 2 * y + 1 + j));
                sum += tap(i) * tap(j) * picture.value(atX, atY, band);
            }
        }
        return sum;
    }

    private static double tap(int offset) {
        return TAPS[offset < 0 ? -offset - 1 : offset];
    }

    @ParameterizedTest
    @CsvSource({"40, 30, 3", "41, 31, 3", "1300, 9, 3", "37, 50, 1", "64, 17, 4", "1, 1, 3", "2, 90, 4", "7, 3, 1"})
    void is_its_formula_for_every_shape(int width, int height, int bands) {
        LinearImage picture = noise(width, height, bands, width);
        LinearImage half = Halving.of(picture, 1);
        assertThat(half.size()).isEqualTo(new PixelSize((width + 1) / 2, (height + 1) / 2));
        for (int y = 0; y < half.size().height(); y++) {
            for (int x = 0; x < half.size().width(); x++) {
                for (int band = 0; band < bands; band++) {
                    assertThat((double) half.value(x, y, band)).isCloseTo(exact(picture, x, y, band), within(2e-5));
                }
            }
        }
    }

    @Test
    void threads_change_nothing() {
        LinearImage picture = noise(700, 300, 3, 5);
        LinearImage one = Halving.of(picture, 1);
        LinearImage four = Halving.of(picture, 4);
        for (int i = 0; i < 350 * 150; i++) {
            assertThat(four.value(i % 350, i / 350, 1)).isEqualTo(one.value(i % 350, i / 350, 1));
        }
    }

    /** What the documentation says of it: waves below 0.1786 cycles a pixel stay within 4 %, above 0.3214 at most 4 % are left. */
    @ParameterizedTest
    @CsvSource({
        "0.02, 0.96, 1.04",
        "0.1, 0.96, 1.04",
        "0.17, 0.95, 1.05",
        "0.33, 0, 0.05",
        "0.4, 0, 0.05",
        "0.48, 0, 0.05"
    })
    void waves_pass_or_stop(double frequency, double least, double most) {
        float[] values = new float[2000 * 12];
        for (int i = 0; i < values.length; i++) {
            values[i] = (float) (0.5 + 0.5 * Math.cos(2 * Math.PI * frequency * (i % 2000)));
        }
        LinearImage half = Halving.of(LinearImage.of(new PixelSize(2000, 12), 1, false, values), 1);
        double high = 0;
        for (int x = 20; x < 980; x++) {
            high = Math.max(high, Math.abs(half.value(x, 3, 0) - 0.5));
        }
        assertThat(high / 0.5).isBetween(least, most);
    }

    /** What is done away from the rim gives the bits of the plain loop, in a stripe that begins anywhere. */
    @ParameterizedTest
    @ValueSource(ints = {1, 3, 4, 5})
    void columns_by_turns_give_the_bits_of_the_plain_loop(int bands) {
        LinearImage picture = noise(211, 14, bands, 4);
        Halving halving = new Halving(picture.size(), bands);
        for (int left : new int[] {0, 1, 37}) {
            Halving.Columns columns = halving.columns(left, 103, 0);
            float[] quick = new float[106 * bands];
            float[] plain = new float[106 * bands];
            columns.row(3, y -> picture.whole(y, quick), quick);
            columns.acrossRim(left, 103, plain);
            assertThat(quick).containsExactly(plain);
        }
    }

    @Test
    void lightness_by_table_is_that_of_the_formula() {
        float[] back = new float[1];
        for (int i = 0; i <= 20_000; i++) {
            double y = i / 20_000.0;
            double formula = y > 216 / 24389.0 ? 1.16 * Math.cbrt(y) - 0.16 : 24389 / 27.0 * y / 100;
            assertThat((double) Lightness.of((float) y)).isCloseTo(formula, within(2e-4));
            Lightness.light(new float[] {(float) formula}, back, 1);
            assertThat((double) back[0]).isCloseTo(y, within(1e-5));
        }
    }

    /** A quarter turn moves pixels and changes none; any turn keeps the light that is there, but for what rounding takes. */
    @Test
    void turning_keeps_what_is_there() {
        LinearImage picture = noise(31, 20, 4, 9);
        LinearImage quarter = Rotation.turned(picture, 90);
        assertThat(quarter.size()).isEqualTo(new PixelSize(20, 31));
        for (int y = 0; y < 31; y++) {
            for (int x = 0; x < 20; x++) {
                assertThat(quarter.value(x, y, 2)).isCloseTo(picture.value(y, 19 - x, 2), within(1e-5f));
            }
        }
        LinearImage slanted = Rotation.turned(picture, 33);
        assertThat(sum(slanted)).isCloseTo(sum(picture), within(0.04 * sum(picture)));
    }

    private static double sum(LinearImage picture) {
        double sum = 0;
        for (int i = 0; i < picture.size().pixels(); i++) {
            sum += picture.value(i % picture.size().width(), i / picture.size().width(), 3);
        }
        return sum;
    }
}
