package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.formats.PictureReaders;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Rendering;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.function.IntBinaryOperator;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WatermarkTest {

    @TempDir
    Path folder;

    @BeforeEach
    void marks() throws IOException {
        String box =
                "<svg xmlns='http://www.w3.org/2000/svg' width='40' height='20'><rect width='40' height='20' fill='%s'/></svg>";
        Files.writeString(folder.resolve("red.svg"), box.formatted("#ff0000"));
        Files.writeString(folder.resolve("blue.svg"), box.formatted("#0000ff"));
    }

    private Pixels marked(IntBinaryOperator colour, int width, int height, String watermark) throws Exception {
        Path source = folder.resolve("ground.png");
        new PngFormat(24)
                .writer()
                .write(Pictures.picture(Pictures.rgb(width, height, colour)), FileTags.plain(72), source);
        Rendering.done(
                source,
                folder,
                "'name': 'out', 'format': {'type': 'png', 'bits': 24}, 'watermark': {" + watermark + "}");
        return PictureReaders.of(SourceFormat.PNG)
                .read(folder.resolve("out.png"))
                .pixels();
    }

    private static int rgb(Pixels pixels, int x, int y) {
        return pixels.sample(x, y, 0) << 16 | pixels.sample(x, y, 1) << 8 | pixels.sample(x, y, 2);
    }

    /** On 200 × 100, a fifth of the short edge wide and a tenth inset: 20 × 10 px, 10 px from the edges. First and last pixel of the mark. */
    @ParameterizedTest
    @CsvSource({
        "top-left, 10, 10",
        "top, 90, 10",
        "top-right, 170, 10",
        "left, 10, 45",
        "centre, 90, 45",
        "right, 170, 45",
        "bottom-left, 10, 80",
        "bottom, 90, 80",
        "bottom-right, 170, 80"
    })
    void lies_where_its_anchor_says(String anchor, int left, int top) throws Exception {
        Pixels out = marked(
                (x, y) -> 0x808080,
                200,
                100,
                "'mark': 'red.svg', 'scale': 0.2, 'inset': 0.1, 'anchor': '" + anchor + "'");
        for (int i = 0; i < 200 * 100; i++) {
            int x = i % 200;
            int y = i / 200;
            boolean inside = x >= left && x < left + 20 && y >= top && y < top + 10;
            assertThat(rgb(out, x, y)).as(x + ", " + y).isEqualTo(inside ? 0xff0000 : 0x808080);
        }
    }

    /** Half of red over white: green and blue are half of the code, 127 or 128, as every editor and browser shows it. */
    @Test
    void opacity_mixes_codes() throws Exception {
        Pixels out = marked(
                (x, y) -> 0xffffff, 60, 60, "'mark': 'red.svg', 'opacity': 0.5, 'anchor': 'centre', 'scale': 0.5");
        assertThat(rgb(out, 30, 30)).isIn(0xff7f7f, 0xff8080);
        assertThat(rgb(out, 2, 2)).isEqualTo(0xffffff);
    }

    @Test
    void adapts_to_what_lies_under_it() throws Exception {
        String adapting =
                "'mark': 'red.svg', 'mark-on-dark': 'blue.svg', 'adapts': true, 'scale': 0.3, 'inset': 0, 'anchor': ";
        IntBinaryOperator halves = (x, y) -> x < 100 ? 0x101010 : 0xf0f0f0;
        assertThat(rgb(marked(halves, 200, 100, adapting + "'left'"), 5, 50)).isEqualTo(0x0000ff);
        assertThat(rgb(marked(halves, 200, 100, adapting + "'right'"), 195, 50)).isEqualTo(0xff0000);
    }

    @Test
    void tiles_cover_the_picture() throws Exception {
        Pixels out = marked((x, y) -> 0xffffff, 200, 100, "'mark': 'red.svg', 'scale': 0.2, 'tile': true");
        int quadrants = 0;
        for (int quadrant = 0; quadrant < 8; quadrant++) {
            int found = 0;
            for (int i = 0; i < 50 * 50; i++) {
                found += rgb(out, quadrant % 4 * 50 + i % 50, quadrant / 4 * 50 + i / 50) == 0xff0000 ? 1 : 0;
            }
            quadrants += found > 200 ? 1 : 0;
        }
        assertThat(quadrants).isEqualTo(8);
    }

    /** Drawn at the size of the rendition: at every size the edge of the mark is one pixel wide. */
    @ParameterizedTest
    @CsvSource({"90", "411", "1600"})
    void is_equally_crisp_at_every_size(int width) throws Exception {
        Pixels out = marked(
                (x, y) -> 0x808080,
                width,
                width,
                "'mark': 'red.svg', 'scale': 0.31, 'anchor': 'centre', 'rotation': 0");
        int between = 0;
        for (int x = 0; x < width; x++) {
            int colour = rgb(out, x, width / 2);
            between += colour == 0x808080 || colour == 0xff0000 ? 0 : 1;
        }
        assertThat(between).isLessThanOrEqualTo(2);
    }

    @Test
    void a_line_of_text_is_drawn_and_turned() throws Exception {
        Pixels level = marked((x, y) -> 0x404040, 200, 200, "'text': 'Harrow', 'scale': 0.8, 'anchor': 'centre'");
        Pixels upright = marked(
                (x, y) -> 0x404040, 200, 200, "'text': 'Harrow', 'scale': 0.8, 'anchor': 'centre', 'rotation': 90");
        int[] wide = extent(level);
        int[] tall = extent(upright);
        assertThat(wide[0]).isBetween(156, 162);
        assertThat(wide[1]).isBetween(20, 60);
        assertThat(tall[0]).isBetween(wide[1] - 2, wide[1] + 2);
        assertThat(tall[1]).isBetween(wide[0] - 2, wide[0] + 2);
    }

    private static int[] extent(Pixels out) {
        int left = Integer.MAX_VALUE;
        int top = Integer.MAX_VALUE;
        int right = 0;
        int bottom = 0;
        for (int i = 0; i < 200 * 200; i++) {
            if (rgb(out, i % 200, i / 200) != 0x404040) {
                left = Math.min(left, i % 200);
                right = Math.max(right, i % 200);
                top = Math.min(top, i / 200);
                bottom = Math.max(bottom, i / 200);
            }
        }
        return new int[] {right - left + 1, bottom - top + 1};
    }

    @Test
    void a_mark_that_is_broken_fails_in_words() throws Exception {
        Path source = folder.resolve("ground.png");
        new PngFormat(24).writer().write(Pictures.picture(Pictures.photo(40, 30, 1)), FileTags.plain(72), source);
        Files.writeString(folder.resolve("bad.svg"), "<!DOCTYPE svg [<!ENTITY a 'b'>]><svg>&c;</svg>");
        Files.writeString(folder.resolve("empty.svg"), "<svg xmlns='http://www.w3.org/2000/svg'");
        Files.writeString(
                folder.resolve("long.svg"),
                "<svg xmlns='http://www.w3.org/2000/svg' width='1' height='900000'><path d='M0 0h1v9z'/></svg>");
        Outcome large = Rendering.outcome(source, folder, "'watermark': {'mark': 'long.svg', 'scale': 2}, 'name': 'x'");
        assertThat(((Outcome.Failed) large).problem().sentence()).contains("long.svg", "cannot be drawn 60 px wide");
        for (String name : new String[] {"bad.svg", "empty.svg", "none.svg"}) {
            Outcome outcome = Rendering.outcome(source, folder, "'watermark': {'mark': '" + name + "'}, 'name': 'x'");
            assertThat(((Outcome.Failed) outcome).problem().sentence()).contains(name);
        }
    }

    /** Strength 0 leaves every sample of the source as it is, and so does everything else that changes nothing. */
    @Test
    void clauses_that_change_nothing_leave_pixels_untouched() throws Exception {
        Pixels photo = Pictures.photo(64, 48, 9);
        Path source = folder.resolve("ground.png");
        new PngFormat(24).writer().write(Pictures.picture(photo), FileTags.profiled(72), source);
        Rendering.done(
                source,
                folder,
                "'name': 'out', 'sharpen': {'for': 'coated', 'strength': 0}, 'format': {'type': 'png', 'bits': 24}");
        assertThat(PictureReaders.of(SourceFormat.PNG)
                        .read(folder.resolve("out.png"))
                        .pixels()
                        .bytes())
                .isEqualTo(photo.bytes());
    }
}
