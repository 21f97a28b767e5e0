package app.vineparcel.core.codec;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.formats.Formats;
import app.vineparcel.core.testing.Rendering;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class LookCurveTest {

    @Test
    void a_score_between_two_steps_lies_on_the_line_between_them() {
        LookCurve curve = LookCurve.of(new double[][] {{1, 0}, {50, 60}, {100, 90}});
        assertThat(curve.step(60)).isEqualTo(50);
        assertThat(curve.step(75)).isEqualTo(75);
        assertThat(curve.step(-40)).isEqualTo(1);
        assertThat(curve.step(99)).isEqualTo(100);
    }

    /** More likeness never asks for less, and what is asked for can be asked of the format. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "'type': 'jpeg'",
                "'type': 'webp'",
                "'type': 'avif'",
                "'type': 'jxl'",
                "'type': 'gif'",
                "'type': 'png', 'bits': 8"
            })
    void the_curves_of_the_formats_rise(String clause) {
        OutputFormat format = Rendering.recipe("'format': {" + clause + "}").format();
        int last = 0;
        for (int score = 30; score < 100; score++) {
            int step = format.looks().step(score);
            assertThat(step).isGreaterThanOrEqualTo(last).isBetween(2, format.paletteColours() > 0 ? 256 : 100);
            assertThat(format.atWeightStep(step).weightStep()).hasValue(step);
            last = step;
        }
    }

    @Test
    void only_a_copy_has_the_ending_of_its_source() {
        Formats.all().stream()
                .filter(kind -> !kind.type().equals("copy"))
                .map(kind -> Rendering.recipe("'format': {'type': '" + kind.type() + "'}")
                        .format())
                .forEach(format -> assertThat(format.ending("IMG_7.TIFF")).isEqualTo(format.ending()));
        OutputFormat copy = Rendering.recipe("'format': {'type': 'copy'}").format();
        assertThat(copy.ending("IMG_7.TIFF")).isEqualTo("tiff");
    }
}
