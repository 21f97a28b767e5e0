package app.vineparcel.core.source.openraster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class BlendTest {

    /** How much of the source and of what lies beneath is seen (Porter and Duff: Compositing Digital Images, 1984). */
    private static double[] shares(Blend operator, double as, double ab) {
        return switch (operator) {
            case DST_IN -> new double[] {0, as};
            case DST_OUT -> new double[] {0, 1 - as};
            case SRC_ATOP -> new double[] {ab, 1 - as};
            case DST_ATOP -> new double[] {1 - ab, as};
            case PLUS -> new double[] {1, 1};
            default -> new double[] {1, 1 - as};
        };
    }

    @ParameterizedTest
    @EnumSource(
            value = Blend.class,
            names = {"SRC_OVER", "DST_IN", "DST_OUT", "SRC_ATOP", "DST_ATOP", "PLUS"})
    void operators_share_the_pixel_as_published(Blend operator) {
        Random random = new Random(14);
        for (int i = 0; i < 500; i++) {
            float[] under = pixel(random);
            float[] over = pixel(random);
            double[] shares = shares(operator, over[3], under[3]);
            double alpha = Math.min(1, shares[0] * over[3] + shares[1] * under[3]);
            double[] light = new double[3];
            for (int c = 0; c < 3; c++) {
                light[c] = Math.min(1, shares[0] * over[3] * over[c] + shares[1] * under[3] * under[c]);
            }
            operator.apply(under, over);
            assertThat((double) under[3]).isCloseTo(alpha, within(1e-5));
            for (int c = 0; c < 3; c++) {
                boolean overFull = operator == Blend.PLUS && light[c] > alpha;
                assertThat((double) under[c] * under[3]).isCloseTo(overFull ? alpha : light[c], within(1e-5));
            }
        }
    }

    private static float[] pixel(Random random) {
        float alpha = random.nextInt(4) == 0 ? random.nextInt(2) : random.nextFloat();
        return new float[] {random.nextFloat(), random.nextFloat(), random.nextFloat(), alpha};
    }

    /** Whatever the mode, a clear layer changes nothing, and what lies on nothing is what it is. */
    @ParameterizedTest
    @EnumSource(
            value = Blend.class,
            mode = EnumSource.Mode.EXCLUDE,
            names = {"DST_IN", "DST_OUT", "SRC_ATOP", "DST_ATOP"})
    void modes_mix_only_where_both_are(Blend mode) {
        Random random = new Random(15);
        for (int i = 0; i < 100; i++) {
            float[] ground = pixel(random);
            ground[3] = 0.25f + random.nextFloat() * 0.75f;
            float[] before = ground.clone();
            mode.apply(ground, new float[] {random.nextFloat(), random.nextFloat(), random.nextFloat(), 0});
            assertThat(ground).containsExactly(before, within(1e-5f));
            float[] nothing = {random.nextFloat(), random.nextFloat(), random.nextFloat(), 0};
            mode.apply(nothing, before);
            assertThat(nothing).containsExactly(before, within(1e-5f));
        }
    }

    @Test
    void unknown_words_lie_over() {
        assertThat(Blend.of("svg:dst-in")).isEqualTo(Blend.DST_IN);
        assertThat(Blend.of("svg:color-dodge")).isEqualTo(Blend.COLOR_DODGE);
        assertThat(Blend.of("velvet")).isEqualTo(Blend.SRC_OVER);
    }
}
