package app.vineparcel.core.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import app.vineparcel.core.naming.FolderScheme;
import app.vineparcel.core.testing.DocsSchema;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ChannelFileTest {

    private static final DocsSchema SCHEMA = new DocsSchema("channel.schema.json");

    @Test
    void an_almost_empty_channel_has_the_defaults() throws RecipeException {
        ChannelFile channel = ChannelReader.read("{\"channel\": 1, \"name\": \"Press\"}");
        assertThat(channel)
                .isEqualTo(new ChannelFile(
                        "Press",
                        "sky",
                        "",
                        FolderScheme.RECIPES,
                        OptionalLong.empty(),
                        false,
                        Set.of(),
                        List.of(),
                        Enclosures.NONE,
                        List.of()));
    }

    @Test
    void everything_survives_its_file() throws RecipeException {
        ChannelFile channel = new ChannelFile(
                "Partners",
                "teal",
                "partners/{assignment|kebab}",
                new FolderScheme(FolderScheme.Kind.TEMPLATE, "{recipe}/{shot:yyyy-MM}"),
                OptionalLong.of(400_000),
                true,
                Set.of(ChannelRequirement.RIGHTS, ChannelRequirement.ALT_TEXT),
                List.of("jpeg", "avif"),
                List.of("die-line", "guides"),
                new Enclosures(
                        true,
                        Optional.of(new Enclosures.ContactSheet(5, "Autumn catalogue")),
                        Optional.of(List.of("One use only.")),
                        true),
                List.of(
                        new ChannelFile.Entry("shop-page.recipe.json", Optional.empty(), ""),
                        new ChannelFile.Entry("tile.recipe.json", Optional.of("tiles"), "-{channel|kebab}")));
        String written = ChannelWriter.write(channel);
        assertThat(ChannelReader.read(written)).isEqualTo(channel);
        assertThat(SCHEMA.accepts(written)).isTrue();
    }

    /** Place, and a part of what is found or allowed; the schema of the docs refuses the same files. */
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            quoteCharacter = '"',
            value = {
                "'name': ''; /name; a blank",
                "'name': 'A', 'colour': 'red'; /colour; sky, ochre, grape",
                "'name': 'A', 'scheme': 'mood'; /scheme; allowed are recipes, flat",
                "'name': 'A', 'scheme': 'template'; /pattern; the template of the folders",
                "'name': 'A', 'scheme': 'flat', 'pattern': 'x'; /pattern; only the scheme “template”",
                "'name': 'A', 'max-bytes': 0; /max-bytes; whole number from 1",
                "'name': 'A', 'without-location': 1; /without-location; true or false",
                "'name': 'A', 'keep-out': 'die-line'; /keep-out; a list of texts",
                "'name': 'A', 'keep-out': ['a', 2]; /keep-out/1; a text in quotes",
                "'name': 'A', 'recipes': [{'suffix': '-x'}]; /recipes/0/file; bare name",
                "'name': 'A', 'recipes': [{'file': 'a/b'}]; /recipes/0/file; bare name",
                "'name': 'A', 'recipes': ['a']; /recipes/0; an object in braces",
                "'name': 'A', 'recipes': [{'file': 'a', 'title': 'b'}]; /recipes/0/title; unknown key",
                "'name': 'A', 'mood': 1; /mood; unknown key",
                "'name': 'A', 'enclosures': {'contact-sheet': {'across': 11}}; /enclosures/contact-sheet/across; whole number",
                "'name': 'A', 'enclosures': {'usage': 'free'}; /enclosures/usage; a list of texts",
                "'name': 'A', 'enclosures': {'mood': 1}; /enclosures/mood; unknown key",
                "'name': 'A\\nB'; /name; a control character",
                "'name': 'A', 'folder': 'a\\u0000'; /folder; one line of plain text",
                "'name': 'A', 'keep-out': ['die-line', 'a\\tb']; /keep-out/1; a control character",
                "'name': 'A', 'recipes': [{'file': 'a', 'suffix': '\\u007f'}]; /recipes/0/suffix; a control character",
            })
    void a_fault_has_its_place_and_says_what_is_allowed(String clause, String pointer, String words) {
        String json = "{\"channel\": 1, " + clause.replace('\'', '"') + "}";
        RecipeException refused = catchThrowableOfType(RecipeException.class, () -> ChannelReader.read(json));
        assertThat(refused.faults()).hasSize(1);
        assertThat(refused.faults().get(0).pointer()).isEqualTo(pointer);
        assertThat(refused.faults().get(0).sentence()).contains(words);
        assertThat(SCHEMA.accepts(json)).isFalse();
    }

    @Test
    void texts_have_a_longest() throws RecipeException {
        for (String key : List.of("name;120", "folder;500", "pattern;500")) {
            String[] rule = key.split(";");
            String start = "{\"channel\": 1, " + (rule[0].equals("name") ? "" : "\"name\": \"A\", ")
                    + (rule[0].equals("pattern") ? "\"scheme\": \"template\", " : "") + "\"" + rule[0] + "\": \"";
            String fits = start + "x".repeat(Integer.parseInt(rule[1])) + "\"}";
            String beyond = fits.replace("\"}", "x\"}");
            ChannelReader.read(fits);
            assertThat(SCHEMA.accepts(fits)).isTrue();
            assertThatThrownBy(() -> ChannelReader.read(beyond)).hasMessageContaining("up to " + rule[1]);
            assertThat(SCHEMA.accepts(beyond)).isFalse();
        }
    }

    /** What no schema can say: templates are understood, and a recipe is there once. */
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            quoteCharacter = '"',
            value = {
                "'folder': '../up'; /folder; lead out of the destination",
                "'scheme': 'template', 'pattern': '{mood}'; /pattern; is not a field",
                "'recipes': [{'file': 'a', 'folder': '/b'}]; /recipes/0/folder; relative to the destination",
                "'recipes': [{'file': 'a', 'suffix': '/b'}]; /recipes/0/suffix; must not have a slash",
                "'recipes': [{'file': 'a'}, {'file': 'a'}]; /recipes/1/file; each once",
            })
    void templates_are_checked_with_the_channel(String clause, String pointer, String words) {
        String json = "{\"channel\": 1, \"name\": \"A\", " + clause.replace('\'', '"') + "}";
        RecipeException refused = catchThrowableOfType(RecipeException.class, () -> ChannelReader.read(json));
        assertThat(refused.faults()).extracting(RecipeFault::pointer).containsExactly(pointer);
        assertThat(refused.faults().get(0).sentence()).contains(words);
    }
}
