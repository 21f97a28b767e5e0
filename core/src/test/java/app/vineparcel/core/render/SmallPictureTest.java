package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.OpenedSource;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Rendering;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SmallPictureTest {

    private static final SourceReader READER = new SourceReader(SourceReader.USUAL_BUDGET);
    private static final Recipe RECIPE =
            Rendering.recipe("'size': {'mode': 'inside', 'width': 96, 'height': 72}, 'format': {'type': 'png'}");

    @TempDir
    Path folder;

    private Path jpeg(int width, int height) throws Exception {
        Path file = folder.resolve("field.jpg");
        Rendering.recipe("'format': {'type': 'jpeg', 'quality': 95}")
                .format()
                .writer()
                .write(Pictures.picture(Pictures.photo(width, height, 7)), FileTags.plain(72), file);
        return file;
    }

    private FocalPoint make(Path file, Path to) throws ProblemException {
        return make(file, READER.inspect(file), to);
    }

    private static FocalPoint make(Path file, SourceInfo known, Path to) throws ProblemException {
        return SmallPicture.make(READER, file, known, RECIPE, (path, content) -> {
                    try {
                        content.writeTo(to);
                        return new RenditionSink.Placed(Files.size(to), "");
                    } catch (java.io.IOException e) {
                        throw new java.io.UncheckedIOException(e);
                    }
                })
                .focus();
    }

    /** Beside the picture that a rendition of the whole gives: the same size, nearly the same colours, nearly the same point. */
    @ParameterizedTest
    @CsvSource({"2412, 1600", "803, 1201", "150, 100", "2417, 37"})
    void it_is_nearly_what_a_rendition_of_all_pixels_is(int width, int height) throws Exception {
        Path file = jpeg(width, height);
        FocalPoint suggested = make(file, folder.resolve("small.png"));
        Path made = Files.createDirectory(folder.resolve("made"));
        Rendering.done(
                file,
                made,
                "'size': {'mode': 'inside', 'width': 96, 'height': 72}, 'format': {'type': 'png'}, 'name': 'x'");
        Pixels small = READER.open(folder.resolve("small.png")).pixels();
        Pixels whole = READER.open(made.resolve("x.png")).pixels();
        assertThat(small.size()).isEqualTo(whole.size());
        double off = 0;
        for (int i = 0; i < small.bytes().length; i++) {
            off += Math.abs((small.bytes()[i] & 0xff) - (whole.bytes()[i] & 0xff));
        }
        assertThat(off / small.bytes().length).isLessThan(3);
        FocalPoint exact = FocusSuggestion.of(READER.open(file));
        assertThat(suggested.x()).isCloseTo(exact.x(), within(0.06));
        assertThat(suggested.y()).isCloseTo(exact.y(), within(0.06));
    }

    @Test
    void fewer_pixels_are_read_and_never_fewer_than_asked() throws Exception {
        Path file = jpeg(1203, 801);
        OpenedSource quarter = READER.open(file, 200);
        assertThat(quarter.pixels().size()).isIn(new PixelSize(301, 201), new PixelSize(1203, 801)); // as the codec can
        assertThat(quarter.info().size()).isEqualTo(quarter.pixels().size());
        assertThat(READER.open(file, 1203).pixels().size()).isEqualTo(new PixelSize(1203, 801));
        assertThat(READER.open(file).pixels().size()).isEqualTo(new PixelSize(1203, 801));
    }

    @Test
    void half_a_file_has_none() throws Exception {
        Path file = jpeg(1200, 800);
        SourceInfo whole = READER.inspect(file);
        byte[] all = Files.readAllBytes(file);
        Files.write(file, Arrays.copyOf(all, all.length / 2));
        assertThatThrownBy(() -> make(file, whole, folder.resolve("small.png")))
                .isInstanceOf(ProblemException.class)
                .hasMessageContaining("is cut off before the end");
        assertThat(folder.resolve("small.png")).doesNotExist();
    }
}
