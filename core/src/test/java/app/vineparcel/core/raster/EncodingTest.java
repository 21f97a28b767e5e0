package app.vineparcel.core.raster;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.testing.Pictures;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class EncodingTest {

    private static final LinearSpace SRGB = BuiltInProfile.SRGB.space();

    /** Every code of every band comes back from linear light as itself. */
    @Test
    void eight_bits_survive_the_way_through_linear_light() {
        Pixels all = Pictures.rgb(256, 1, (x, y) -> x << 16 | (255 - x) << 8 | (x * 7 & 255));
        Pixels back = Encoding.between(SRGB, SRGB, 8, Optional.empty())
                .apply(LinearisedPixels.of(all, SRGB), 1)
                .pixels();
        assertThat(back.bytes()).isEqualTo(all.bytes());
    }

    /** Half-transparent black on white is half of the code, as editors and browsers show it: CSS compositing works on encoded values. */
    @ParameterizedTest
    @CsvSource({"0, 255", "255, 0", "128, 127", "64, 191"})
    void flattening_mixes_codes_not_light(int alpha, int expected) {
        Pixels black = Pixels.of8(new PixelSize(1, 1), 4, true, new byte[] {0, 0, 0, (byte) alpha});
        Pixels flat = Encoding.between(SRGB, SRGB, 8, Optional.of(new double[] {1, 1, 1}))
                .apply(LinearisedPixels.of(black, SRGB), 1)
                .pixels();
        assertThat(flat.hasAlpha()).isFalse();
        for (int band = 0; band < 3; band++) {
            assertThat(flat.sample(0, 0, band)).isEqualTo(expected);
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {8, 16})
    void grey_becomes_three_equal_bands_and_back(int depth) {
        LinearSpace grey = BuiltInProfile.GREY_22.space();
        Pixels ramp = Pixels.of8(new PixelSize(256, 1), 1, false, ramp());
        Pixels rgb = Encoding.between(grey, SRGB, depth, Optional.empty())
                .apply(LinearisedPixels.of(ramp, grey), 1)
                .pixels();
        assertThat(rgb.bands()).isEqualTo(3);
        for (int x = 0; x < 256; x++) {
            assertThat(rgb.sample(x, 0, 1)).isEqualTo(rgb.sample(x, 0, 0));
            assertThat(rgb.sample(x, 0, 2)).isEqualTo(rgb.sample(x, 0, 0));
        }
        Pixels back = Encoding.between(SRGB, grey, 8, Optional.empty())
                .apply(LinearisedPixels.of(rgb, SRGB), 1)
                .pixels();
        assertThat(back.bands()).isEqualTo(1);
        for (int x = depth == 16 ? 0 : 40; x < 256; x++) {
            assertThat(back.sample(x, 0, 0)).isBetween(x - 1, x + 1);
        }
    }

    private static byte[] ramp() {
        byte[] ramp = new byte[256];
        for (int i = 0; i < 256; i++) {
            ramp[i] = (byte) i;
        }
        return ramp;
    }

    @Test
    void alpha_is_kept_as_it_was_and_colour_stays_under_it() {
        byte[] samples = new byte[255 * 4];
        for (int i = 0; i < 255; i++) {
            samples[4 * i] = (byte) 200;
            samples[4 * i + 1] = 90;
            samples[4 * i + 2] = 30;
            samples[4 * i + 3] = (byte) (i + 1);
        }
        Pixels source = Pixels.of8(new PixelSize(255, 1), 4, true, samples);
        Pixels kept = Encoding.between(SRGB, SRGB, 8, Optional.empty())
                .apply(LinearisedPixels.of(source, SRGB), 1)
                .pixels();
        assertThat(kept.bytes()).isEqualTo(source.bytes());
    }

    @Test
    void light_beyond_the_target_is_clipped_not_wrapped() {
        LinearSpace p3 = BuiltInProfile.DISPLAY_P3.space();
        Pixels green = Pictures.rgb(1, 1, (x, y) -> 0x00ff00);
        Pixels narrow = Encoding.between(p3, SRGB, 8, Optional.empty())
                .apply(LinearisedPixels.of(green, p3), 1)
                .pixels();
        assertThat(new int[] {narrow.sample(0, 0, 0), narrow.sample(0, 0, 1), narrow.sample(0, 0, 2)})
                .containsExactly(0, 255, 0);
    }

    @Test
    void padding_sets_the_picture_into_its_place() {
        Pixels small = Opacity.added(Pictures.rgb(2, 1, (x, y) -> x == 0 ? 0x102030 : 0x405060));
        Pixels canvas = Padding.around(small, new PixelSize(4, 3), 1, 1, new double[] {0, 0, 0, 0});
        assertThat(canvas.sample(0, 1, 3)).isZero();
        assertThat(canvas.sample(1, 1, 0)).isEqualTo(0x10);
        assertThat(canvas.sample(2, 1, 2)).isEqualTo(0x60);
        assertThat(canvas.sample(2, 1, 3)).isEqualTo(255);
        assertThat(canvas.sample(3, 2, 3)).isZero();
    }
}
