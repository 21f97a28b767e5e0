package app.vineparcel.core.raster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.testing.Pictures;
import java.util.function.IntBinaryOperator;
import org.junit.jupiter.api.Test;

class SaliencyTest {

    private static final LinearSpace SRGB = BuiltInProfile.SRGB.space();

    private static FocalPoint of(IntBinaryOperator colour) {
        Pixels whole = Pictures.rgb(480, 320, colour);
        LinearImage small = Resampler.resample(
                LinearisedPixels.of(whole, SRGB), whole.size().box(), Saliency.wanted(whole.size()), 1);
        return Saliency.of(small, SRGB).focus();
    }

    private static boolean disc(int x, int y, int atX, int atY) {
        return Math.hypot(x - atX, y - atY) < 34;
    }

    @Test
    void what_has_another_colour_is_found() {
        FocalPoint found = of((x, y) -> disc(x, y, 340, 110) ? 0xb03028 : 0x709070);
        assertThat(found.x()).isCloseTo(340 / 480.0, within(0.05));
        assertThat(found.y()).isCloseTo(110 / 320.0, within(0.05));
    }

    @Test
    void what_is_lighter_is_found() {
        FocalPoint found = of((x, y) -> disc(x, y, 130, 220) ? 0xf0f0f0 : 0x505050);
        assertThat(found.x()).isCloseTo(130 / 480.0, within(0.05));
        assertThat(found.y()).isCloseTo(220 / 320.0, within(0.05));
    }

    @Test
    void where_nothing_stands_out_it_is_the_middle() {
        assertThat(of((x, y) -> 0x808080)).isEqualTo(FocalPoint.CENTRE);
    }
}
