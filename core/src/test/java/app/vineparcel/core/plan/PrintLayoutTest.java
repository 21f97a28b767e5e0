package app.vineparcel.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.source.Piece;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Where pieces lie on paper and on sheets, worked out by hand. */
class PrintLayoutTest {

    private static final Extent PAPER = new Extent(500, 700);

    private static Piece page(double width, double height) {
        return Piece.drawn("p", "p", Piece.Kind.PAGE, new Extent(width, height), Piece.POINTS);
    }

    private static Box place(PrintLayout.Fit fit, Piece piece) {
        Box box = new PrintLayout(PAPER, 1, 1, fit, 50, 0)
                .pages(List.of(piece))
                .get(0)
                .get(0)
                .place();
        return new Box(rounded(box.x()), rounded(box.y()), rounded(box.width()), rounded(box.height()));
    }

    private static double rounded(double length) {
        return Math.round(length * 1e6) / 1e6;
    }

    @Test
    void a_piece_fits_fills_or_keeps_its_size() {
        Piece wide = page(200, 100);
        assertThat(place(PrintLayout.Fit.FIT, wide)).isEqualTo(new Box(50, 250, 400, 200));
        assertThat(place(PrintLayout.Fit.FILL, wide)).isEqualTo(new Box(-350, 50, 1200, 600));
        assertThat(place(PrintLayout.Fit.ACTUAL, wide)).isEqualTo(new Box(150, 300, 200, 100));
    }

    @Test
    void a_pixel_of_a_picture_is_a_css_px_in_actual_size() {
        Piece picture = Piece.pixels("x", "x", Piece.Kind.PICTURE, new PixelSize(96, 192));
        assertThat(place(PrintLayout.Fit.ACTUAL, picture).width()).isEqualTo(72);
    }

    @Test
    void several_go_on_a_page_row_by_row_and_the_rest_on_the_next() {
        PrintLayout layout = new PrintLayout(PAPER, 2, 2, PrintLayout.Fit.FIT, 50, 20);
        List<List<PrintLayout.Placed>> pages =
                layout.pages(List.of(page(9, 9), page(9, 9), page(9, 9), page(9, 9), page(9, 9)));
        assertThat(pages).extracting(List::size).containsExactly(4, 1);
        assertThat(pages.get(0).get(3).cell()).isEqualTo(new Box(260, 360, 190, 290));
        assertThat(pages.get(1).get(0).number()).isEqualTo(4);
    }

    @Test
    void margins_that_leave_no_room_are_refused() {
        assertThatThrownBy(() -> new PrintLayout(PAPER, 1, 1, PrintLayout.Fit.FIT, 250, 0))
                .hasMessageContaining("no room");
    }

    @ParameterizedTest
    @CsvSource({"1, 1, 1", "2, 1, 2", "4, 2, 2", "6, 2, 3", "9, 3, 3", "8, 2, 4"})
    void cells_are_as_square_as_the_number_allows(int pieces, int across, int down) {
        assertThat(PrintLayout.grid(pieces, PAPER)).containsExactly(across, down);
    }

    @Test
    void papers_have_the_sizes_of_their_standards() {
        assertThat(PrintLayout.paper("A4").orElseThrow().height()).isCloseTo(841.89, within(0.01));
        assertThat(PrintLayout.paper("Letter").orElseThrow()).isEqualTo(new Extent(612, 792));
        assertThat(PrintLayout.paper("Foolscap")).isEmpty();
    }

    @Test
    void a_grid_has_columns_as_wide_as_their_widest_piece() {
        SheetLayout.Arrangement items =
                SheetLayout.grid(3, 10, 5).lay(List.of(new Extent(100, 50), new Extent(40, 80), new Extent(60, 20)));
        assertThat(items.size()).isEqualTo(new Extent(160, 120));
        assertThat(items.places())
                .containsExactly(new Box(5, 20, 100, 50), new Box(115, 5, 40, 80), new Box(25, 95, 60, 20));
    }
}
