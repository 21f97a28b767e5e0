package app.vineparcel.core.source;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.raster.Pixels;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TextOutlineTest {

    @TempDir
    Path folder;

    private static double ink(Pixels drawn) {
        double sum = 0;
        for (int y = 0; y < drawn.size().height(); y++) {
            for (int x = 0; x < drawn.size().width(); x++) {
                sum += drawn.sample(x, y, 3) / 255.0;
            }
        }
        return sum / drawn.size().pixels();
    }

    /** The file that is kept of a line covers what the line itself covers. */
    @ParameterizedTest
    @ValueSource(strings = {"© Harrow Lane", "Äpfel & Süßmost", "iii"})
    void the_svg_of_a_line_is_the_line(String text) throws Exception {
        Path file = Files.writeString(
                folder.resolve("line.svg"),
                new TextOutline(text, TextOutline.FONTS.get(0)).svg(0x1f2622),
                StandardCharsets.UTF_8);
        Pixels drawn = FolderShelf.read("line.svg", file).draw(300, 0);
        Pixels direct = new TextMark(text, 0x1f2622).draw(300, 0);
        assertThat(Math.abs(drawn.size().height() - direct.size().height())).isLessThanOrEqualTo(2);
        assertThat(ink(drawn)).isCloseTo(ink(direct), org.assertj.core.api.Assertions.within(0.02));
    }

    @Test
    void each_font_has_its_own_weight() throws Exception {
        double[] ink = new double[2];
        for (int i = 0; i < 2; i++) {
            Path file = Files.writeString(
                    folder.resolve(i + ".svg"), new TextOutline("Harrow", TextOutline.FONTS.get(i)).svg(0));
            ink[i] = ink(FolderShelf.read("x.svg", file).draw(400, 0));
        }
        assertThat(ink[0]).as("semi-bold").isGreaterThan(ink[1] * 1.15);
    }
}
