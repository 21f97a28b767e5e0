package app.vineparcel.core.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import org.junit.jupiter.api.Test;

/** How much work dashes and crossings of an outline make, worked out by hand. */
class OutlineEffortTest {

    private static final float[] EVEN = {1, 1};

    @Test
    void a_closed_square_of_side_10_has_20_dashes_of_1_and_20_gaps() {
        assertThat(DashCount.of(new Rectangle2D.Double(5, 7, 10, 10), EVEN)).isEqualTo(40);
        assertThat(DashCount.of(new Rectangle2D.Double(5, 7, 10, 10), new float[] {3, 1, 4}))
                .isCloseTo(15, within(1e-9));
    }

    @Test
    void curves_count_as_the_polygon_of_their_control_points() {
        Path2D path = new Path2D.Double();
        path.moveTo(0, 0);
        path.quadTo(3, 4, 6, 0);
        assertThat(DashCount.of(path, EVEN)).isEqualTo(10);
        path.curveTo(6, 2, 9, 2, 9, 0);
        assertThat(DashCount.of(path, EVEN)).isEqualTo(17);
        path.lineTo(9, -5);
        assertThat(DashCount.of(path, EVEN)).isEqualTo(22);
    }

    @Test
    void each_part_closes_to_its_own_start() {
        Path2D path = new Path2D.Double();
        path.moveTo(1, 1);
        path.lineTo(4, 1);
        path.lineTo(4, 5);
        path.closePath();
        path.lineTo(1, 3);
        path.moveTo(10, 10);
        path.lineTo(10, 12);
        path.closePath();
        assertThat(DashCount.of(path, EVEN)).isEqualTo(3 + 4 + 5 + 2 + 2 + 2);
    }

    @Test
    void no_length_of_dashes_is_no_dashes() {
        Rectangle2D square = new Rectangle2D.Double(0, 0, 10, 10);
        assertThat(DashCount.of(square, new float[] {0, 0})).isZero();
        assertThat(DashCount.of(square, new float[0])).isZero();
        assertThat(DashCount.of(square, new float[] {-4, 2})).isEqualTo(40);
    }

    private static Path2D grid(int across, int down) {
        Path2D lines = new Path2D.Double();
        for (int i = 0; i < across; i++) {
            lines.moveTo(-1, i);
            lines.lineTo(down + 1, i);
        }
        for (int i = 0; i < down; i++) {
            lines.moveTo(i, -1);
            lines.lineTo(i, across + 1);
        }
        return lines;
    }

    @Test
    void a_grid_of_1_200_by_1_200_lines_crosses_itself_1_440_000_times() {
        assertThat(Crossings.of(grid(1200, 1200))).isCloseTo(1_440_000, within(72_000.0));
    }

    @Test
    void lines_side_by_side_do_not_cross_and_few_are_not_counted() {
        assertThat(Crossings.of(grid(2400, 0))).isZero();
        assertThat(Crossings.of(grid(999, 1000))).isZero();
        assertThat(Crossings.of(grid(1000, 1000))).isCloseTo(1_000_000, within(50_000.0));
    }
}
