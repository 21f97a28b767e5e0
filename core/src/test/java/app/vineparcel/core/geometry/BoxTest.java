package app.vineparcel.core.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BoxTest {

    private static final Box BOX = new Box(2, 3, 10, 5);

    @Test
    void two_boxes_share_what_both_cover() {
        assertThat(BOX.intersection(new Box(4, 1, 3, 4))).contains(new Box(4, 3, 3, 2));
        assertThat(BOX.intersection(new Box(-5, 5, 9, 40))).contains(new Box(2, 5, 2, 3));
        assertThat(BOX.intersection(BOX)).contains(BOX);
        assertThat(new Box(4, 1, 3, 4).intersection(BOX)).contains(new Box(4, 3, 3, 2));
    }

    @ParameterizedTest
    @CsvSource({"12, 3", "-8, 3", "2, 8", "2, -2", "40, 40"})
    void boxes_that_only_touch_share_nothing(double x, double y) {
        assertThat(BOX.intersection(new Box(x, y, 10, 5))).isEqualTo(Optional.empty());
    }

    @Test
    void it_is_moved_scaled_and_measured() {
        assertThat(BOX.movedBy(-2, 4)).isEqualTo(new Box(0, 7, 10, 5));
        assertThat(BOX.times(0.5)).isEqualTo(new Box(1, 1.5, 5, 2.5));
        assertThat(BOX.aspect()).isEqualTo(2);
    }

    @ParameterizedTest
    @CsvSource({
        "0, 0, 10, 5, true",
        "1, 0, 10, 5, false",
        "0, 1, 10, 5, false",
        "0, 0, 9, 5, false",
        "0, 0, 10, 4, false",
    })
    void the_whole_of_a_picture_is_exactly_that(double x, double y, double width, double height, boolean whole) {
        assertThat(new Box(x, y, width, height).isWholeOf(new PixelSize(10, 5))).isEqualTo(whole);
    }

    @ParameterizedTest
    @CsvSource({"0, 1", "1, 0", "-1, 1", "1, -1", "NaN, 1", "1, NaN"})
    void a_box_without_an_area_is_refused(double width, double height) {
        assertThatThrownBy(() -> new Box(0, 0, width, height)).isInstanceOf(IllegalArgumentException.class);
    }
}
