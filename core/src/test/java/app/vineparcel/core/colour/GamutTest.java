package app.vineparcel.core.colour;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class GamutTest {

    private static final int ALL = 33 * 33 * 33;

    private static Gamut of(BuiltInProfile profile) {
        return Gamut.of(profile.profile()).orElseThrow();
    }

    private static int node(int red, int green, int blue) {
        return (red * 33 + green) * 33 + blue;
    }

    private static long count(Gamut gamut) {
        return IntStream.range(0, ALL).filter(gamut::shows).count();
    }

    /** Counted outside this code from the published matrices of ISO 22028-2, IEC 61966-2-1 and SMPTE EG 432-1, and CIEDE2000. */
    @ParameterizedTest
    @CsvSource({"SRGB, 14247", "DISPLAY_P3, 19827", "ROMM_RGB, 35937"})
    void it_shows_as_many_of_the_35_937_nodes_as_the_standards_say(BuiltInProfile profile, int nodes) {
        assertThat((double) count(of(profile))).isCloseTo(nodes, within(nodes * 0.005));
    }

    @ParameterizedTest
    @CsvSource({
        "32, 32, 32, true",
        "0, 0, 0, true",
        "16, 16, 16, true",
        "18, 14, 12, true",
        "32, 0, 0, false",
        "0, 32, 0, false",
        "0, 0, 32, false",
        "0, 20, 20, false",
    })
    void srgb_shows_greys_and_muted_colours_but_no_primary_of_romm(int red, int green, int blue, boolean shown) {
        assertThat(of(BuiltInProfile.SRGB).shows(node(red, green, blue))).isEqualTo(shown);
    }

    /** Clipping goes band by band and not to the closest colour, so that a node on the very edge may fall out. */
    @Test
    void a_wider_space_shows_all_that_a_narrower_one_within_it_does() {
        BuiltInProfile[] widening = {BuiltInProfile.SRGB, BuiltInProfile.DISPLAY_P3, BuiltInProfile.REC_2020};
        for (int i = 1; i < widening.length; i++) {
            Gamut narrow = of(widening[i - 1]);
            Gamut wide = of(widening[i]);
            assertThat(IntStream.range(0, ALL).filter(node -> narrow.shows(node) && !wide.shows(node)))
                    .hasSizeLessThan(10);
            assertThat(count(wide)).isGreaterThan(count(narrow));
        }
    }

    @Test
    void a_press_shows_paper_and_muted_colours_but_no_screen_green() {
        Gamut press = Gamut.of(PressProfile.coated()).orElseThrow();
        assertThat(press.shows(node(32, 32, 32))).isTrue();
        assertThat(press.shows(node(16, 16, 16))).isTrue();
        assertThat(press.shows(node(0, 32, 0))).isFalse();
        assertThat(press.shows(node(32, 0, 32))).isFalse();
        assertThat(count(press)).isBetween(4_000L, count(of(BuiltInProfile.SRGB)));
    }

    @Test
    void grey_has_no_gamut_of_colours() {
        assertThat(Gamut.of(BuiltInProfile.GREY_22.profile())).isEmpty();
    }
}
