package app.vineparcel.core.measure.look;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class BlurTest {

    /** Three cosines stand for a Gaussian of 1.5 px: together one, and nowhere further from it than two thousandths. */
    @Test
    void the_weights_are_nearly_those_of_a_gaussian() {
        float[] weights = Blur.weights();
        double sum = weights[0];
        double gaussian = 1;
        for (int n = 1; n < weights.length; n++) {
            sum += 2 * weights[n];
            gaussian += 2 * Math.exp(-n * n / (2 * 1.5 * 1.5));
        }
        assertThat(sum).isCloseTo(1, within(1e-6));
        for (int n = 0; n < weights.length; n++) {
            assertThat((double) weights[n]).isCloseTo(Math.exp(-n * n / (2 * 1.5 * 1.5)) / gaussian, within(0.002));
        }
    }

    /** One bright sample becomes the products of the weights, and loses what would lie beyond the edge. */
    @Test
    void a_dot_is_spread_both_ways_and_fades_at_the_edge() {
        float[][] rows = new float[9][12];
        rows[4][5] = 1;
        float[] weights = Blur.weights();
        float[] row = new float[12];
        Blur blur = new Blur(12);
        blur.of(rows, 4, row);
        assertThat(row[5]).isCloseTo(weights[0] * weights[0], within(1e-6f));
        assertThat(row[8]).isCloseTo(weights[0] * weights[3], within(1e-6f)).isEqualTo(row[2]);
        assertThat(row[10]).isZero();
        rows[4][5] = 0;
        rows[4][0] = 1;
        blur.of(rows, 4, row);
        double sum = 0;
        for (float value : row) {
            sum += value;
        }
        assertThat(sum).isCloseTo(weights[0] * (0.5 + weights[0] / 2), within(1e-6));
    }

    @Test
    void cube_roots_are_right_to_a_millionth() {
        for (float value = 0; value < 3; value += 0.000377f) {
            assertThat((double) CubeRoots.of(value)).isCloseTo(Math.cbrt(value), within(1e-6));
        }
    }
}
