package app.vineparcel.core.raster;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.geometry.Orientation;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.testing.Pictures;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TurningTest {

    /** Stored rows {@code ab / cd / ef}; the right column is what each orientation shows, row by row (Exif 2.32, 4.6.4). */
    @ParameterizedTest
    @CsvSource({
        "1, ab/cd/ef",
        "2, ba/dc/fe",
        "3, fe/dc/ba",
        "4, ef/cd/ab",
        "5, ace/bdf",
        "6, eca/fdb",
        "7, fdb/eca",
        "8, bdf/ace",
    })
    void shows_each_exif_orientation_upright(int exif, String seen) {
        String stored = "abcdef";
        Pixels pixels = Pictures.rgb(2, 3, (x, y) -> stored.charAt(2 * y + x));
        Pixels upright = Turning.upright(pixels, Orientation.ofExif(exif));
        String[] rows = seen.split("/");
        assertThat(upright.size()).isEqualTo(new PixelSize(rows[0].length(), rows.length));
        for (int y = 0; y < rows.length; y++) {
            for (int x = 0; x < rows[y].length(); x++) {
                assertThat((char) upright.sample(x, y, 2)).isEqualTo(rows[y].charAt(x));
            }
        }
    }
}
