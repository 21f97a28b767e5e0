package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import org.junit.jupiter.api.Test;

class MainColourTest {

    private static final byte[] RED = {(byte) 200, 30, 40};
    private static final byte[] GREY = {(byte) 128, (byte) 128, (byte) 128};

    private static Pixels rgb(byte[]... pixels) {
        byte[] samples = new byte[3 * pixels.length];
        for (int i = 0; i < pixels.length; i++) {
            System.arraycopy(pixels[i], 0, samples, 3 * i, 3);
        }
        return Pixels.of8(new PixelSize(pixels.length, 1), 3, false, samples);
    }

    @Test
    void a_picture_of_one_colour_has_that() {
        assertThat(MainColour.of(rgb(RED, RED))).isEqualTo("#c81e28");
        assertThat(MainColour.of(Pixels.of8(new PixelSize(1, 1), 1, false, new byte[] {77})))
                .isEqualTo("#4d4d4d");
    }

    /** Grey weighs 0.3 a pixel, this red 0.3 + 170/255. */
    @Test
    void colour_counts_more_than_grey_and_what_is_transparent_not_at_all() {
        assertThat(MainColour.of(rgb(RED, GREY, GREY, GREY))).isEqualTo("#c81e28");
        assertThat(MainColour.of(rgb(RED, GREY, GREY, GREY, GREY))).isEqualTo("#808080");
        byte[] clearRed = {(byte) 200, 30, 40, 0, 0, 0, (byte) 200, (byte) 255};
        assertThat(MainColour.of(Pixels.of8(new PixelSize(2, 1), 4, true, clearRed)))
                .isEqualTo("#0000c8");
    }
}
