package app.vineparcel.core.geometry;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The eight orientations of Exif 2.32, 4.6.4, on a stored picture of two rows: abc over def. */
class OrientationTest {

    private static final PixelSize STORED = new PixelSize(3, 2);
    private static final String PIXELS = "abcdef";

    @ParameterizedTest
    @CsvSource({
        "1, abc/def",
        "2, cba/fed",
        "3, fed/cba",
        "4, def/abc",
        "5, ad/be/cf",
        "6, da/eb/fc",
        "7, fc/eb/da",
        "8, cf/be/ad",
    })
    void what_is_stored_is_seen_upright(int exif, String seen) {
        Orientation orientation = Orientation.ofExif(exif);
        PixelSize size = orientation.seen(STORED);
        StringBuilder picture = new StringBuilder();
        for (int y = 0; y < size.height(); y++) {
            picture.append(y > 0 ? "/" : "");
            for (int x = 0; x < size.width(); x++) {
                int at = orientation.storedY(x, y, STORED) * 3 + orientation.storedX(x, y, STORED);
                picture.append(PIXELS.charAt(at));
            }
        }
        assertThat(picture).hasToString(seen);
        assertThat(orientation.exif()).isEqualTo(exif);
    }

    @Test
    void a_value_that_the_standard_does_not_have_is_upright() {
        assertThat(Orientation.ofExif(0)).isEqualTo(Orientation.TOP_LEFT);
        assertThat(Orientation.ofExif(9)).isEqualTo(Orientation.TOP_LEFT);
        assertThat(Orientation.ofExif(-6)).isEqualTo(Orientation.TOP_LEFT);
    }
}
