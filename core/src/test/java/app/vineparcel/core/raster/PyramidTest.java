package app.vineparcel.core.raster;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Sizes that are worked out together are those that are worked out one by one, and hardly a row of the picture is made twice for them. */
class PyramidTest {

    /** A picture that counts how many of its pixels were asked for. */
    private static final class Counted implements LinearRows {

        private final PixelSize size;
        private final int bands;
        private long asked;

        Counted(int width, int height, int bands) {
            this.size = new PixelSize(width, height);
            this.bands = bands;
        }

        @Override
        public PixelSize size() {
            return size;
        }

        @Override
        public int bands() {
            return bands;
        }

        @Override
        public boolean hasAlpha() {
            return bands == 4;
        }

        @Override
        public void row(int y, int fromX, int toX, float[] into) {
            asked += toX - fromX;
            Random random = new Random(y);
            float[] whole = new float[size.width() * bands];
            for (int i = 0; i < whole.length; i++) {
                whole[i] = random.nextFloat();
            }
            System.arraycopy(whole, fromX * bands, into, 0, (toX - fromX) * bands);
        }
    }

    @ParameterizedTest
    @CsvSource({"901, 603, 3", "640, 480, 1", "333, 1001, 4", "1200, 29, 3"})
    void sizes_together_are_the_sizes_alone(int width, int height, int bands) {
        Counted picture = new Counted(width, height, bands);
        Box whole = picture.size().box();
        Box middle = new Box(width * 0.2, height * 0.1, width * 0.7, height * 0.8);
        List<Pyramid.Sized> wanted = List.of(
                new Pyramid.Sized(whole, new PixelSize(width / 3, Math.max(1, height / 3))),
                new Pyramid.Sized(middle, new PixelSize(width / 5, Math.max(1, height / 5))),
                new Pyramid.Sized(whole, new PixelSize(width / 13, Math.max(1, height / 13))));
        Pyramid together = new Pyramid(picture);
        together.prepare(wanted);
        // a few columns are read twice where stripes of the halving meet
        assertThat((double) picture.asked).isBetween((double) picture.size.pixels(), 1.02 * picture.size.pixels());
        for (Pyramid.Sized sized : wanted) {
            assertThat(together.isPrepared(sized)).isTrue();
            LinearImage one = together.resample(sized.crop(), sized.target(), 1);
            LinearImage other = new Pyramid(picture).resample(sized.crop(), sized.target(), 1);
            for (int y = 0; y < sized.target().height(); y++) {
                assertThat(one.whole(y, new float[0])).isEqualTo(other.whole(y, new float[0]));
            }
            assertThat(together.isPrepared(sized)).as("had once").isFalse();
        }
    }

    /** No more at once than the first halving would take; small parts, and what is hardly smaller than the picture, are made when their turn comes. */
    @Test
    void what_is_prepared_takes_no_more_memory_than_a_halving() {
        Pyramid pyramid = new Pyramid(new Counted(1000, 1000, 1));
        Box whole = new PixelSize(1000, 1000).box();
        Pyramid.Sized first = new Pyramid.Sized(whole, new PixelSize(350, 350));
        Pyramid.Sized second = new Pyramid.Sized(whole, new PixelSize(349, 349));
        Pyramid.Sized third = new Pyramid.Sized(whole, new PixelSize(340, 340));
        Pyramid.Sized part = new Pyramid.Sized(new Box(0, 0, 300, 300), new PixelSize(50, 50));
        Pyramid.Sized large = new Pyramid.Sized(whole, new PixelSize(700, 700));
        pyramid.prepare(List.of(first, second, third, part, large));
        assertThat(List.of(first, second, third, part, large).stream()
                        .map(pyramid::isPrepared)
                        .toList())
                .containsExactly(true, true, false, false, false);
    }

    /** The loops for three bands are the plain ones, written out: bit for bit the same as each band alone. */
    @ParameterizedTest
    @CsvSource({"301, 77, 100, 26", "64, 64, 22, 31", "12, 9, 5, 4", "40, 40, 93, 71"})
    void three_bands_are_as_each_alone(int width, int height, int toWidth, int toHeight) {
        Random random = new Random(width);
        PixelSize size = new PixelSize(width, height);
        float[] values = new float[width * height * 3];
        float[][] alone = new float[3][width * height];
        for (int i = 0; i < values.length; i++) {
            values[i] = random.nextFloat();
            alone[i % 3][i / 3] = values[i];
        }
        LinearImage picture = LinearImage.of(size, 3, false, values);
        LinearImage half = Halving.of(picture, 1);
        LinearImage sized = Resampler.resample(picture, size.box(), new PixelSize(toWidth, toHeight), 1);
        for (int band = 0; band < 3; band++) {
            LinearImage single = LinearImage.of(size, 1, false, alone[band]);
            requireBand(half, band, Halving.of(single, 1));
            requireBand(sized, band, Resampler.resample(single, size.box(), new PixelSize(toWidth, toHeight), 1));
        }
    }

    private static void requireBand(LinearImage picture, int band, LinearImage single) {
        for (int y = 0; y < single.size().height(); y++) {
            float[] row = picture.whole(y, new float[0]);
            float[] own = new float[single.size().width()];
            for (int x = 0; x < own.length; x++) {
                own[x] = row[3 * x + band];
            }
            assertThat(own).isEqualTo(single.whole(y, new float[0]));
        }
    }
}
