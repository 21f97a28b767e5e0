package app.vineparcel.core.raster;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.geometry.PixelSize;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PaddingTest {

    private static final double[] GROUND = {0.2, 0.4, 0.6, 1};

    /** Inside, every sample of the picture; around, the ground and nothing else. */
    @ParameterizedTest
    @CsvSource({"8, 3, false", "8, 4, true", "16, 3, false", "16, 4, true", "16, 1, false"})
    void a_picture_lies_where_it_was_put_on_even_ground(int depth, int bands, boolean alpha) {
        Random random = new Random(21);
        PixelSize size = new PixelSize(5, 3);
        PixelSize canvas = new PixelSize(11, 8);
        int samples = (int) size.pixels() * bands;
        Pixels picture;
        if (depth == 8) {
            byte[] bytes = new byte[samples];
            random.nextBytes(bytes);
            picture = Pixels.of8(size, bands, alpha, bytes);
        } else {
            short[] shorts = new short[samples];
            for (int i = 0; i < samples; i++) {
                shorts[i] = (short) random.nextInt();
            }
            picture = Pixels.of16(size, bands, alpha, shorts);
        }
        Pixels padded = Padding.around(picture, canvas, 4, 2, GROUND);
        assertThat(padded.size()).isEqualTo(canvas);
        assertThat(padded.depth()).isEqualTo(depth);
        assertThat(padded.hasAlpha()).isEqualTo(alpha);
        for (int y = 0; y < canvas.height(); y++) {
            for (int x = 0; x < canvas.width(); x++) {
                boolean inside = x >= 4 && x < 9 && y >= 2 && y < 5;
                for (int band = 0; band < bands; band++) {
                    int expected = inside
                            ? picture.sample(x - 4, y - 2, band)
                            : (int) Math.round(GROUND[band] * (padded.levels() - 1));
                    assertThat(padded.sample(x, y, band))
                            .as("band %d at %d, %d", band, x, y)
                            .isEqualTo(expected);
                }
            }
        }
    }
}
