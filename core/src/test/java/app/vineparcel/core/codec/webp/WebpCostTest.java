package app.vineparcel.core.codec.webp;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.testing.Pictures;
import org.junit.jupiter.api.Test;

class WebpCostTest {

    /** Without the library sources can be measured all the same: what takes more there takes more here. */
    @Test
    void without_the_library_it_is_foretold() {
        Pixels photo = Pictures.photo(256, 256, 3);
        Pixels flat = Pictures.rgb(256, 256, (x, y) -> x < 128 ? 0x204060 : 0xe0e0d0);
        double packed = WebpCost.packed(photo);
        assertThat(WebpCost.foretold(photo)).isCloseTo(packed, within(packed / 2));
        assertThat(WebpCost.foretold(photo)).isGreaterThan(4 * WebpCost.foretold(flat));
        assertThat(WebpCost.bits(photo)).isEqualTo(packed);
    }
}
