package app.vineparcel.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.testing.Pictures;
import org.junit.jupiter.api.Test;

class SsimTest {

    private static Pixels grey(int width, int height, int value) {
        byte[] samples = new byte[width * height];
        java.util.Arrays.fill(samples, (byte) value);
        return Pixels.of8(new PixelSize(width, height), 1, false, samples);
    }

    @Test
    void the_same_picture_is_one_and_order_does_not_matter() {
        Pixels a = Pictures.photo(130, 90, 1);
        Pixels b = Pictures.photo(130, 90, 2);
        assertThat(Ssim.of(a, a, 1)).isCloseTo(1, within(1e-6));
        assertThat(Ssim.of(a, b, 1)).isEqualTo(Ssim.of(b, a, 2), within(1e-9)).isBetween(0.3, 0.95);
    }

    /** Two flat fields have no variance: what is left of the formula is the term of the means. */
    @Test
    void flat_fields_give_the_term_of_the_means() {
        double a = 100 / 255.0;
        double b = 150 / 255.0;
        double expected = (2 * a * b + 1e-4) / (a * a + b * b + 1e-4);
        assertThat(Ssim.of(grey(32, 16, 100), grey(32, 16, 150), 1)).isCloseTo(expected, within(1e-4));
    }

    /** Against the formula written out over one window of 8 by 8 pixels. */
    @Test
    void one_window_is_the_formula() {
        Pixels a = Pictures.rgb(8, 8, (x, y) -> (x * 30) * 0x10101);
        Pixels b = Pictures.rgb(8, 8, (x, y) -> (x * 20 + y * 10) * 0x10101);
        double meanA = 0;
        double meanB = 0;
        double squareA = 0;
        double squareB = 0;
        double product = 0;
        for (int y = 0; y < 8; y++) {
            for (int x = 0; x < 8; x++) {
                double p = x * 30 / 255.0;
                double q = (x * 20 + y * 10) / 255.0;
                meanA += p / 64;
                meanB += q / 64;
                squareA += p * p / 64;
                squareB += q * q / 64;
                product += p * q / 64;
            }
        }
        double covariance = product - meanA * meanB;
        double expected = (2 * meanA * meanB + 1e-4)
                * (2 * covariance + 9e-4)
                / ((meanA * meanA + meanB * meanB + 1e-4) * (squareA - meanA * meanA + squareB - meanB * meanB + 9e-4));
        assertThat(Ssim.of(a, b, 1)).isCloseTo(expected, within(1e-4));
    }

    @Test
    void depth_and_alpha_do_not_change_what_is_seen() {
        Pixels eight = Pictures.photo(64, 48, 3);
        short[] wide = new short[64 * 48 * 4];
        for (int i = 0; i < 64 * 48; i++) {
            for (int band = 0; band < 3; band++) {
                wide[i * 4 + band] = (short) (eight.sample(i % 64, i / 64, band) * 257);
            }
            wide[i * 4 + 3] = (short) 0xffff;
        }
        Pixels sixteen = Pixels.of16(new PixelSize(64, 48), 4, true, wide);
        assertThat(Ssim.of(eight, sixteen, 2)).isCloseTo(1, within(1e-5));
    }

    @Test
    void a_tiny_picture_is_one_window_and_other_sizes_are_refused() {
        assertThat(Ssim.of(grey(1, 1, 9), grey(1, 1, 9), 1)).isCloseTo(1, within(1e-6));
        assertThatThrownBy(() -> Ssim.of(grey(8, 8, 1), grey(8, 9, 1), 1)).hasMessageContaining("8 × 9");
    }
}
