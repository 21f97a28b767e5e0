package app.vineparcel.core.raster;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.geometry.Orientation;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.testing.Pictures;
import java.util.Random;
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

    /** Pictures larger than a tile and of any kind: every pixel comes from where the orientation says that it is stored. */
    @ParameterizedTest
    @CsvSource({"8, 1", "8, 3", "8, 4", "16, 3", "16, 5"})
    void every_pixel_comes_from_its_place(int depth, int bands) {
        PixelSize size = new PixelSize(70, 41);
        byte[] bytes = new byte[depth == 8 ? 70 * 41 * bands : 0];
        short[] shorts = new short[depth == 16 ? 70 * 41 * bands : 0];
        new Random(bands).nextBytes(bytes);
        for (int i = 0; i < shorts.length; i++) {
            shorts[i] = (short) (i * 40503);
        }
        Pixels stored = depth == 8 ? Pixels.of8(size, bands, false, bytes) : Pixels.of16(size, bands, false, shorts);
        for (Orientation orientation : Orientation.values()) {
            Pixels upright = Turning.upright(stored, orientation);
            int[] seen = new int[70 * 41 * bands];
            int[] wanted = new int[seen.length];
            int at = 0;
            for (int y = 0; y < upright.size().height(); y++) {
                for (int x = 0; x < upright.size().width(); x++) {
                    int fromX = orientation.storedX(x, y, size);
                    int fromY = orientation.storedY(x, y, size);
                    for (int band = 0; band < bands; band++, at++) {
                        seen[at] = upright.sample(x, y, band);
                        wanted[at] = stored.sample(fromX, fromY, band);
                    }
                }
            }
            assertThat(seen).as(orientation.name()).containsExactly(wanted);
        }
    }
}
