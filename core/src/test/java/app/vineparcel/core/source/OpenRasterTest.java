package app.vineparcel.core.source;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.testing.Documents;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Layers and groups of OpenRaster, items over each other as its specification says. */
class OpenRasterTest {

    private static final SourceReader READER = new SourceReader(SourceReader.USUAL_BUDGET);

    @TempDir
    Path folder;

    /** A picture of 4 × 4 px from layers that are filled with one colour each; the words of the stack are given. */
    private Path picture(String stack, String... colours) throws Exception {
        Map<String, byte[]> entries = new HashMap<>();
        entries.put(
                "stack.xml",
                ("<image w='4' h='4'><stack>" + stack + "</stack></image>").getBytes(StandardCharsets.UTF_8));
        for (int i = 0; i < colours.length; i++) {
            entries.put("data/%d.png".formatted(i), Documents.png(4, 4, Integer.parseInt(colours[i], 16)));
        }
        return Files.write(folder.resolve("art.ora"), Documents.zip(entries));
    }

    private static Pixels merged(Path file, SourceOptions options, String piece) throws Exception {
        try (Document document = READER.document(file, options)) {
            Piece wanted = java.util.stream.Stream.concat(document.pieces().stream(), document.objects().stream())
                    .filter(p -> p.name().equals(piece))
                    .findFirst()
                    .orElseThrow();
            return READER.open(file, (PixelDocument) document, wanted, READER.inspect(file))
                    .pixels();
        }
    }

    private static int rgb(Pixels pixels, int x, int y) {
        return pixels.sample(x, y, 0) << 16 | pixels.sample(x, y, 1) << 8 | pixels.sample(x, y, 2);
    }

    @ParameterizedTest
    @CsvSource({
        "svg:src-over,   c08040",
        "svg:multiply,   602008",
        "svg:screen,     e0a058",
        "svg:difference, 404020",
        "svg:plus,       ffc060",
        "svg:lighten,    c08040",
        "no-such-mode,   c08040"
    })
    void a_layer_is_laid_over_by_its_operator(String operator, String wanted) throws Exception {
        Path file = picture(
                "<layer name='top' src='data/0.png' composite-op='" + operator
                        + "'/><layer name='ground' src='data/1.png'/>",
                "c08040",
                "804020");
        Pixels pixels = merged(file, SourceOptions.PLAIN, "art");
        int expected = Integer.parseInt(wanted, 16);
        for (int band = 0; band < 3; band++) {
            assertThat(pixels.sample(1, 1, band)).isCloseTo(expected >> 16 - 8 * band & 255, within(1));
        }
    }

    @Test
    void a_group_is_mixed_as_a_whole() throws Exception {
        String layers = "<layer src='data/0.png' opacity='1'/><layer src='data/1.png'/>";
        Path file = picture(
                "<stack name='fruit' opacity='0.5' isolation='isolate'>" + layers
                        + "</stack><layer name='paper' src='data/2.png'/>",
                "ff0000",
                "00ff00",
                "ffffff");
        assertThat(rgb(merged(file, SourceOptions.PLAIN, "art"), 2, 2))
                .as("the green layer does not shine through the red one")
                .isEqualTo(0xff8080);
        assertThat(rgb(merged(file, SourceOptions.PLAIN, "fruit"), 2, 2))
                .as("the group by itself")
                .isEqualTo(0xff0000);
    }

    @Test
    void layers_lie_where_their_offsets_say_and_hidden_ones_do_not_show() throws Exception {
        Path file = picture(
                "<layer name='note' src='data/0.png' visibility='hidden'/><layer name='corner' src='data/1.png' x='2' y='2'/>"
                        + "<layer name='paper' src='data/2.png'/>",
                "ff0000",
                "0000ff",
                "ffffff");
        Pixels merged = merged(file, SourceOptions.PLAIN, "art");
        assertThat(rgb(merged, 1, 1)).isEqualTo(0xffffff);
        assertThat(rgb(merged, 2, 2)).isEqualTo(0x0000ff);
        Pixels without = merged(file, new SourceOptions(PageBox.CROP, Set.of("Corner")), "art");
        assertThat(rgb(without, 3, 3)).isEqualTo(0xffffff);
        assertThat(rgb(merged(file, SourceOptions.PLAIN, "note"), 0, 0))
                .as("a hidden layer asked for by name")
                .isEqualTo(0xff0000);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            textBlock =
                    """
            <layer src='data/9.png'/>             | data/9.png
            <layer src='../0.png'/>               | ../0.png
            """)
    void what_is_missing_is_named(String stack, String words) throws Exception {
        Path file = picture(stack, "ffffff");
        assertThatThrownBy(() -> merged(file, SourceOptions.PLAIN, "art"))
                .isInstanceOfSatisfying(
                        ProblemException.class, e -> assertThat(e.problem().sentence())
                                .startsWith("art.ora: ")
                                .contains(words));
    }
}
