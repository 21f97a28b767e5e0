package app.vineparcel.core.raster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.Lab;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.testing.Pictures;
import org.junit.jupiter.api.Test;

class SharpeningTest {

    private static final LinearSpace SRGB = BuiltInProfile.SRGB.space();

    private static Lab lab(LinearRows rows, int x, int y) {
        float[] row = new float[rows.bands()];
        rows.row(y, x, x + 1, row);
        return Lab.ofXyz(SRGB.toXyz().times(row[0], row[1], row[2]));
    }

    /** A step in lightness between two shades of one hue. */
    private static LinearRows step() {
        return LinearisedPixels.of(Pictures.rgb(24, 24, (x, y) -> x < 12 ? 0x503c28 : 0xa0785a), SRGB);
    }

    @Test
    void a_step_gets_steeper_and_stays_within_the_limit() {
        LinearRows sharp = new SharpenedRows(step(), SRGB, new UnsharpMask(0.8, 3, 0.04));
        double dark = lab(step(), 2, 12).l();
        double light = lab(step(), 20, 12).l();
        assertThat(lab(sharp, 11, 12).l()).isLessThan(dark - 2).isCloseTo(dark - 4, within(0.3));
        assertThat(lab(sharp, 12, 12).l()).isGreaterThan(light + 2).isCloseTo(light + 4, within(0.3));
        assertThat(lab(sharp, 2, 12).l()).isCloseTo(dark, within(0.05));
        assertThat(lab(sharp, 20, 12).l()).isCloseTo(light, within(0.05));
    }

    /** Only lightness moves: the proportions of the bands, which make the hue, are those of the pixel before. */
    @Test
    void hue_stays() {
        LinearRows before = LinearisedPixels.of(Pictures.photo(40, 30, 3), SRGB);
        LinearRows after = new SharpenedRows(before, SRGB, new UnsharpMask(0.6, 1.5, 0.05));
        float[] one = new float[40 * 3];
        float[] other = new float[40 * 3];
        for (int y = 0; y < 30; y++) {
            before.row(y, 0, 40, one);
            after.row(y, 0, 40, other);
            for (int i = 0; i < one.length; i += 3) {
                assertThat(other[i + 1] * one[i]).isCloseTo(other[i] * one[i + 1], within(1e-5f));
                assertThat(other[i + 2] * one[i]).isCloseTo(other[i] * one[i + 2], within(1e-5f));
            }
        }
    }

    /** Against the formula, worked out pixel by pixel in double precision on grey noise where no limit is met. */
    @Test
    void is_the_unsharp_mask_of_its_formula() {
        Pixels noise = Pictures.rgb(20, 20, (x, y) -> 0x010101 * (100 + (x * 7 + y * 13) % 9));
        LinearRows before = LinearisedPixels.of(noise, SRGB);
        LinearRows after = new SharpenedRows(before, SRGB, new UnsharpMask(0.6, 0.5, 1));
        double[] weights = new double[5];
        double all = 0;
        for (int k = -2; k <= 2; k++) {
            weights[k + 2] = Math.exp(-k * k / (2 * 0.36));
            all += weights[k + 2];
        }
        double blurred = 0;
        for (int dy = -2; dy <= 2; dy++) {
            for (int dx = -2; dx <= 2; dx++) {
                blurred += weights[dy + 2]
                        * weights[dx + 2]
                        / all
                        / all
                        * lab(before, 10 + dx, 9 + dy).l();
            }
        }
        double here = lab(before, 10, 9).l();
        assertThat(lab(after, 10, 9).l()).isCloseTo(here + 0.5 * (here - blurred), within(0.05));
    }

    @Test
    void a_transparent_edge_gets_no_halo() {
        byte[] samples = new byte[24 * 24 * 4];
        for (int i = 0; i < 24 * 24; i++) {
            boolean opaque = i % 24 < 12;
            samples[4 * i] = (byte) (opaque ? 120 : 0);
            samples[4 * i + 1] = (byte) (opaque ? 120 : 0);
            samples[4 * i + 2] = (byte) (opaque ? 120 : 0);
            samples[4 * i + 3] = (byte) (opaque ? 255 : 0);
        }
        Pixels disc = Pixels.of8(new PixelSize(24, 24), 4, true, samples);
        LinearRows before = LinearisedPixels.of(disc, SRGB);
        LinearRows after = new SharpenedRows(before, SRGB, new UnsharpMask(0.8, 3, 0));
        float[] one = new float[24 * 4];
        float[] other = new float[24 * 4];
        before.row(12, 0, 24, one);
        after.row(12, 0, 24, other);
        for (int i = 0; i < one.length; i++) {
            assertThat(other[i]).isCloseTo(one[i], within(2e-4f));
        }
    }

    @Test
    void rows_may_be_asked_for_in_any_order_and_in_parts() {
        LinearRows before = LinearisedPixels.of(Pictures.photo(50, 40, 4), SRGB);
        LinearRows inOrder = new SharpenedRows(before, SRGB, new UnsharpMask(1.4, 2, 0.05));
        LinearRows jumping = new SharpenedRows(before, SRGB, new UnsharpMask(1.4, 2, 0.05));
        float[] whole = new float[50 * 3];
        float[] part = new float[10 * 3];
        float[][] rows = new float[40][];
        for (int y = 0; y < 40; y++) {
            inOrder.row(y, 0, 50, whole);
            rows[y] = java.util.Arrays.copyOfRange(whole, 60, 90);
        }
        for (int y : new int[] {39, 0, 20, 19, 21, 1, 38, 5}) {
            jumping.row(y, 20, 30, part);
            assertThat(part).containsExactly(rows[y]);
        }
    }
}
