package app.vineparcel.core.codec.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalStateException;
import static org.assertj.core.api.Assumptions.assumeThat;

import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.FormatKind;
import app.vineparcel.core.codec.FormatOption;
import app.vineparcel.core.codec.OptionValues;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.jxl.JxlFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.recipe.RecipeWriter;
import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Programs;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What has to hold for every format, whichever comes. */
class FormatsTest {

    @TempDir
    Path folder;

    static Stream<FormatKind> kinds() {
        return Formats.all().stream();
    }

    private static OutputFormat usual(FormatKind kind) {
        OptionValues chosen = OptionValues.none();
        for (FormatOption option : kind.options()) {
            if (option.applies(chosen)) {
                chosen = chosen.and(option.key(), option.usual());
            }
        }
        return kind.with(chosen);
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void a_recipe_that_names_nothing_but_the_type_has_the_usual_options_and_reads_back_as_written(FormatKind kind)
            throws Exception {
        Recipe recipe = RecipeReader.read(
                "{\"recipe\": 1, \"title\": \"a\", \"format\": {\"type\": \"%s\"}}".formatted(kind.type()), "");
        assertThat(recipe.format()).isEqualTo(usual(kind));
        assertThat(RecipeReader.read(RecipeWriter.write(recipe), "").format()).isEqualTo(recipe.format());
        assertThat(recipe.format().sentence()).startsWith(kind.title());
        assertThat(recipe.format().summary()).startsWith(kind.title());
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void the_published_schema_knows_the_same_options(FormatKind kind) throws Exception {
        JsonNode schema = JsonMapper.shared().readTree(Files.readString(Path.of("../docs/recipe.schema.json")));
        List<String> known = schema.at("/$defs/format/oneOf")
                .valueStream()
                .filter(branch -> branch.at("/properties/type/const").asString().equals(kind.type()))
                .flatMap(branch -> branch.get("properties").propertyNames().stream())
                .distinct()
                .toList();
        List<String> keys = kind.options().stream().map(FormatOption::key).toList();
        if (usual(kind).copies()) {
            assertThat(known).containsExactly("type");
            return;
        }
        int more = usual(kind).weightStep().isPresent() || known.contains("colours") ? 3 : 2;
        assertThat(known).containsAll(keys).hasSize(keys.size() + more).contains("type", "max-bytes");
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void a_weight_step_can_be_lowered_to_its_least_and_only_where_there_is_one(FormatKind kind) {
        OutputFormat format = usual(kind);
        if (format.weightStep().isPresent()) {
            int least = format.paletteColours() > 0 ? 2 : 1; // a palette's step is its colours
            assertThat(format.atWeightStep(least).weightStep()).hasValue(least);
        } else {
            assertThatIllegalStateException().isThrownBy(() -> format.atWeightStep(1));
        }
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void what_is_written_decodes_to_the_same_size_with_what_the_format_holds(FormatKind kind) throws Exception {
        OutputFormat format = usual(kind);
        assumeThat(format.isVector() || format.copies()).isFalse();
        assumeThat(kind.missing()).isEmpty();
        Path file = folder.resolve("a." + format.ending());
        Pixels photo = Pictures.photo(61, 47, 3);
        format.writer().write(Pictures.picture(photo), FileTags.profiled(96), file);
        Decoded back = kind.readBack(file).orElseThrow();
        assertThat(back.pixels().size()).isEqualTo(photo.size());
        assertThat(Formats.byEnding(format.ending())).contains(kind);
    }

    @Test
    void jpeg_xl_keeps_every_sample_of_sixteen_bits_with_profile_and_metadata() throws Exception {
        assumeThat(JxlFormat.KIND.missing()).isEmpty();
        short[] slope = new short[53 * 31 * 3];
        for (int i = 0; i < slope.length; i++) {
            slope[i] = (short) (20_000 + 7 * i);
        }
        Pixels fine = Pixels.of16(new PixelSize(53, 31), 3, false, slope);
        Path file = folder.resolve("fine.jxl");
        byte[] xmp = "<x:xmpmeta xmlns:x='adobe:ns:meta/'/>".getBytes(StandardCharsets.UTF_8);
        new JxlFormat(85, true, 16)
                .writer()
                .write(
                        new Picture(fine, BuiltInProfile.DISPLAY_P3.profile()),
                        new FileTags(true, 300, Optional.empty(), Optional.empty(), Optional.of(xmp)),
                        file);
        Pixels back = JxlFormat.KIND.readBack(file).orElseThrow().pixels();
        for (int i = 0; i < slope.length; i++) {
            assertThat(back.sample(i / 3 % 53, i / 3 / 53, i % 3))
                    .as("sample %d", i)
                    .isEqualTo(slope[i] & 0xffff);
        }
        assertThat(Programs.run("jxlinfo", file.toString())).contains("53x31", "16-bit");
        assertThat(new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1))
                .contains("x:xmpmeta");
    }

    @Test
    void jpeg_xl_at_its_lowest_quality_is_still_written() throws Exception {
        assumeThat(JxlFormat.KIND.missing()).isEmpty();
        Pixels photo = Pictures.photo(400, 300, 3);
        Path low = folder.resolve("low.jxl");
        Path high = folder.resolve("high.jxl");
        new JxlFormat(1, false, 8).writer().write(Pictures.picture(photo), FileTags.plain(72), low);
        new JxlFormat(100, false, 8).writer().write(Pictures.picture(photo), FileTags.plain(72), high);
        assertThat(Files.size(low)).isLessThan(Files.size(high) / 4);
    }
}
