package app.vineparcel.cli;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.source.Piece;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PieceFilterTest {

    private static final List<Piece> PIECES = Stream.of("Cover", "Page 2", "Page 3", "Order card", "Back (cover)")
            .map(name -> Piece.pixels("key-" + name, name, Piece.Kind.PAGE, new PixelSize(10, 10)))
            .toList();

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            ''            | Cover,Page 2,Page 3,Order card,Back (cover)
            2             | Page 2
            2-3           | Page 2,Page 3
            page*         | Page 2,Page 3
            Page ?        | Page 2,Page 3
            Back (cover)  | Back (cover)
            4;1;1-2       | Order card,Cover,Page 2
            nothing       | ''
            """)
    void chooses_by_name_number_and_range_in_the_order_that_was_asked_for(String wanted, String names) {
        List<String> words = wanted.isEmpty() ? List.of() : List.of(wanted.split(";"));
        assertThat(new PieceFilter(words).of(PIECES).stream().map(Piece::name))
                .containsExactlyElementsOf(names.isEmpty() ? List.of() : List.of(names.split(",")));
    }
}
