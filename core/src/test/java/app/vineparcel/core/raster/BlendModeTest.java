package app.vineparcel.core.raster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Blend modes by values that were worked out by hand, and by laws. */
class BlendModeTest {

    private static final double[] BELOW = {0.2, 0.5, 0.8};
    private static final double[] ABOVE = {0.6, 0.4, 0.25};

    private static double[] mixed(BlendMode mode, double[] below, double[] above) {
        double[] into = new double[3];
        mode.mix(below, above, into);
        return into;
    }

    @ParameterizedTest
    @CsvSource({
        "MULTIPLY,    0.12, 0.2,  0.2",
        "SCREEN,      0.68, 0.7,  0.85",
        "OVERLAY,     0.24, 0.4,  0.7",
        "DARKEN,      0.2,  0.4,  0.25",
        "LIGHTEN,     0.6,  0.5,  0.8",
        "COLOR_DODGE, 0.5,  0.8333, 1",
        "COLOR_BURN,  0,    0,    0.2",
        "HARD_LIGHT,  0.36, 0.4,  0.4",
        "SOFT_LIGHT,  0.2496, 0.45, 0.72",
        "DIFFERENCE,  0.4,  0.1,  0.55",
        "EXCLUSION,   0.56, 0.5,  0.65"
    })
    void separable_modes(BlendMode mode, double red, double green, double blue) {
        double[] mixed = mixed(mode, BELOW, ABOVE);
        assertThat(mixed[0]).as("red").isCloseTo(red, within(1e-4));
        assertThat(mixed[1]).as("green").isCloseTo(green, within(1e-4));
        assertThat(mixed[2]).as("blue").isCloseTo(blue, within(1e-4));
    }

    private static double light(double[] colour) {
        return 0.3 * colour[0] + 0.59 * colour[1] + 0.11 * colour[2];
    }

    private static double range(double[] colour) {
        return Math.max(colour[0], Math.max(colour[1], colour[2]))
                - Math.min(colour[0], Math.min(colour[1], colour[2]));
    }

    @Test
    void other_modes_keep_the_light_that_they_name() {
        assertThat(light(mixed(BlendMode.LUMINOSITY, BELOW, ABOVE))).isCloseTo(light(ABOVE), within(1e-9));
        for (BlendMode mode : new BlendMode[] {BlendMode.HUE, BlendMode.SATURATION, BlendMode.COLOR}) {
            assertThat(light(mixed(mode, BELOW, ABOVE))).as(mode.name()).isCloseTo(light(BELOW), within(1e-9));
        }
        assertThat(range(mixed(BlendMode.SATURATION, BELOW, ABOVE))).isCloseTo(range(ABOVE), within(1e-9));
        assertThat(range(mixed(BlendMode.HUE, BELOW, ABOVE))).isCloseTo(range(BELOW), within(1e-9));
    }

    @ParameterizedTest
    @EnumSource(BlendMode.class)
    void every_mode_stays_within_the_range_and_has_its_names(BlendMode mode) {
        for (double below = 0; below <= 1; below += 0.25) {
            for (double above = 0; above <= 1; above += 0.25) {
                double[] mixed =
                        mixed(mode, new double[] {below, 1 - below, 0.5}, new double[] {above, 0.3, 1 - above});
                for (double band : mixed) {
                    assertThat(band).as("%s of %s on %s", mode, above, below).isBetween(-1e-9, 1 + 1e-9);
                }
            }
        }
        String word = mode.name().toLowerCase(java.util.Locale.ROOT).replace('_', '-');
        assertThat(BlendMode.of(word)).contains(mode);
        assertThat(mode.pdfName()).doesNotContain("_").isEqualToIgnoringCase(word.replace("-", ""));
    }

    @Test
    void normal_is_no_mode() {
        assertThat(BlendMode.of("normal")).isEmpty();
    }
}
