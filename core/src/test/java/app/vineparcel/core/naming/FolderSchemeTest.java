package app.vineparcel.core.naming;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FolderSchemeTest {

    @ParameterizedTest
    @CsvSource({
        "recipes, page, page",
        "flat, '', ''",
        "format, {format}, {format}",
        "recipe, {recipe|kebab}, {recipe|kebab}",
        "scale, {scale}, ''",
        "shoot, {assignment|kebab}/{shot}, {assignment|kebab}/{shot}",
    })
    void every_scheme_has_its_folder(String word, String pixels, String shapes) {
        FolderScheme scheme = FolderScheme.of(FolderScheme.Kind.byWord(word).orElseThrow());
        assertThat(scheme.folder("page", false)).isEqualTo(pixels);
        assertThat(scheme.folder("page", true)).isEqualTo(shapes);
    }

    @Test
    void only_a_template_has_a_pattern() {
        assertThat(new FolderScheme(FolderScheme.Kind.TEMPLATE, "{n:2}/x").folder("page", true))
                .isEqualTo("{n:2}/x");
        assertThat(new FolderScheme(FolderScheme.Kind.FLAT, "{n:2}/x"))
                .isEqualTo(FolderScheme.of(FolderScheme.Kind.FLAT));
        assertThat(FolderScheme.Kind.byWord("by-mood")).isEmpty();
    }
}
