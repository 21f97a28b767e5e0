package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.measure.look.Ssimulacra2;
import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Rendering;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.OptionalLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LightestFileTest {

    private static final FileTags TAGS = FileTags.plain(72);
    private static final Picture PHOTO = Pictures.picture(Pictures.photo(288, 272, 4));

    @TempDir
    Path folder;

    private double score(OutputFormat format) throws Exception {
        Path probe = folder.resolve("probe");
        format.writer().write(PHOTO, TAGS, probe);
        return Ssimulacra2.from(PHOTO.pixels(), BuiltInProfile.SRGB.space(), 1)
                .score(format.kind().readBack(probe).orElseThrow().pixels(), BuiltInProfile.SRGB.space());
    }

    private LightestFile.Found write(OutputFormat format, double wanted, OptionalLong limit) throws Exception {
        return LightestFile.write(
                format, PHOTO, TAGS, folder.resolve("file"), Likeness.to(PHOTO, new Conversions(), 1), wanted, limit);
    }

    /** Against trying every step: near enough, and a little less quality would not be. */
    @ParameterizedTest
    @CsvSource(
            quoteCharacter = '"',
            value = {
                "'type': 'jpeg', 90",
                "'type': 'jpeg', 80",
                "'type': 'jpeg', 55",
                "'type': 'jpeg'| 'chroma': '4:4:4', 91",
                "'type': 'webp', 80",
                "'type': 'avif', 85",
                "'type': 'jxl', 85",
                "'type': 'png'| 'bits': 8, 25"
            })
    void the_lowest_step_that_is_near_enough_is_found_in_seven(String clause, double wanted) throws Exception {
        OutputFormat format =
                Rendering.recipe("'format': {" + clause.replace('|', ',') + "}").format();
        LightestFile.Found found = write(format, wanted, OptionalLong.empty());
        assertThat(found.encodings()).isLessThanOrEqualTo(7);
        assertThat(found.near()).isTrue();
        assertThat(score(found.format())).isEqualTo(found.score()).isGreaterThanOrEqualTo(wanted);
        int step = found.format().weightStep().orElseThrow();
        int less = step - (format.paletteColours() > 0 ? Math.max(2, step / 20) : 2);
        assertThat(score(format.atWeightStep(less))).isLessThan(wanted);
        assertThat(Files.readAllBytes(folder.resolve("file"))).isEqualTo(written(found.format()));
    }

    private byte[] written(OutputFormat format) throws Exception {
        Path probe = folder.resolve("probe");
        format.writer().write(PHOTO, TAGS, probe);
        return Files.readAllBytes(probe);
    }

    @Test
    void what_cannot_come_so_near_comes_as_near_as_it_can_and_says_so() throws Exception {
        OutputFormat webp = Rendering.recipe("'format': {'type': 'webp'}").format();
        LightestFile.Found found = write(webp, 99, OptionalLong.empty());
        assertThat(found.near()).isFalse();
        assertThat(found.score()).isLessThan(99);
        assertThat(found.format().weightStep()).hasValue(100);

        Path source = folder.resolve("photo.png");
        new app.vineparcel.core.codec.png.PngFormat(24).writer().write(PHOTO, TAGS, source);
        assertThat(Rendering.done(source, folder, "'format': {'type': 'webp', 'looks-like': 99}")
                        .notices())
                .singleElement()
                .satisfies(notice ->
                        assertThat(notice.text()).contains("comes no nearer").contains("99"));
    }

    @Test
    void a_weight_limit_holds_as_well() throws Exception {
        OutputFormat jpeg = Rendering.recipe("'format': {'type': 'jpeg'}").format();
        LightestFile.Found free = write(jpeg, 88, OptionalLong.empty());
        long weight = Files.size(folder.resolve("file"));
        assertThat(write(jpeg, 88, OptionalLong.of(weight)).format()).isEqualTo(free.format());
        LightestFile.Found limited = write(jpeg, 88, OptionalLong.of(weight / 2));
        assertThat(limited.near()).isFalse();
        assertThat(limited.encodings()).isLessThanOrEqualTo(7);
        assertThat(Files.size(folder.resolve("file"))).isBetween(weight / 3, weight / 2);
    }
}
