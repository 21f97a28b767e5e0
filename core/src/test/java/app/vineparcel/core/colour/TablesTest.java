package app.vineparcel.core.colour;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** The quick ways to codes against the curves that they stand for. */
class TablesTest {

    /** Every amount of light gets the nearest code, or at most its neighbour where the light lies within 0.06 of the middle between two. */
    @ParameterizedTest
    @EnumSource(BuiltInProfile.class)
    void codes_are_the_nearest_ones(BuiltInProfile profile) {
        TransferCurve curve = profile.space().curve(0);
        CodeTable table = EncodeTable.of(curve).codes8();
        for (int i = 40; i <= 100_000; i += 7) {
            double light = i / 100_000.0;
            double exact = 255 * curve.encoded(light);
            assertThat((double) (table.code((float) light) & 0xff)).isCloseTo(exact, within(0.56));
        }
        for (int code = 1; code < 256; code++) {
            float light = (float) curve.linear(code / 255.0);
            if (light > 1e-5) {
                assertThat(table.code(light) & 0xff).isEqualTo(code);
            }
        }
    }

    @ParameterizedTest
    @EnumSource(BuiltInProfile.class)
    void codes_rise_with_light_and_stop_at_both_ends(BuiltInProfile profile) {
        CodeTable table = EncodeTable.of(profile.space().curve(0)).codes8();
        int last = 0;
        for (float light = 0; light <= 1; light += 0.0003f) {
            int code = table.code(light) & 0xff;
            assertThat(code).isGreaterThanOrEqualTo(last);
            last = code;
        }
        assertThat(table.code(0) & 0xff).isZero();
        assertThat(table.code(-0.2f) & 0xff).isZero();
        assertThat(table.code(-1e-30f) & 0xff).isZero();
        assertThat(table.code(1) & 0xff).isEqualTo(255);
        assertThat(table.code(7) & 0xff).isEqualTo(255);
        assertThat(CodeTable.place(CodeTable.FLOOR)).isZero();
        assertThat(CodeTable.place(1.1f)).isGreaterThan(CodeTable.LAST);
    }

    /** Built-in profiles say their white as D50, so that absolute and relative are the same between them; paper says its own. */
    @ParameterizedTest
    @EnumSource(BuiltInProfile.class)
    void displays_have_the_connection_spaces_white(BuiltInProfile profile) {
        double[] white = profile.profile().mediaWhite();
        for (int i = 0; i < 3; i++) {
            assertThat(white[i]).isCloseTo(WhitePoint.d50()[i], within(1e-4));
        }
        LinearSpace absolute = profile.space().underWhite(white);
        assertThat(absolute.looksLike(profile.space())).isTrue();
        double[] paper = PressProfile.coated().mediaWhite();
        assertThat(paper[1]).isCloseTo(0.876, within(0.002));
    }
}
