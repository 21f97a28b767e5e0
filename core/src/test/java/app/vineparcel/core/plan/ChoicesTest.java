package app.vineparcel.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.recipe.Clause;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.testing.Rendering;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class ChoicesTest {

    private static final Recipe PLAIN = Rendering.recipe("'name': '{stem}'");
    private static final Recipe OTHER = Rendering.recipe(
            """
            'crop': {'aspect': '1:1'}, 'size': {'mode': 'long-edge', 'px': 300}, 'colour': {'profile': 'display-p3'},
            'background': '#102030', 'sharpen': {'for': 'screen'}, 'watermark': {'text': 'Harrow Lane'},
            'format': {'type': 'webp', 'max-bytes': 9000}, 'metadata': {'keep': 'all'}, 'name': '{piece}', 'folder': 'x'""");

    private static Choices.CellKey cell(String piece, String column) {
        return new Choices.CellKey(piece, column);
    }

    /** Each clause alone: overridden, it and nothing else is the other's; given back, nothing is. */
    @ParameterizedTest
    @EnumSource(Clause.class)
    void one_clause_is_otherwise_and_the_rest_is_the_recipe(Clause clause) throws RecipeException {
        PieceOverride override = new PieceOverride(Set.of(clause), OTHER);
        Recipe over = override.over(PLAIN);
        assertThat(clause.sentence(over)).isEqualTo(clause.sentence(OTHER)).isNotEqualTo(clause.sentence(PLAIN));
        assertThat(PieceOverride.between(PLAIN, over).clauses()).containsExactly(clause);
        assertThat(clause.copied(PLAIN, over)).isEqualTo(PLAIN);
        PieceOverride read = PieceOverride.read(override.written());
        assertThat(read.clauses()).containsExactly(clause);
        assertThat(read.over(PLAIN)).isEqualTo(over);
    }

    /** Also a clause that a recipe file would leave out: a piece without the watermark and crop of its recipe. */
    @Test
    void nothing_can_be_what_is_otherwise() throws RecipeException {
        PieceOverride bare = new PieceOverride(Set.of(Clause.WATERMARK, Clause.CROP), PLAIN);
        Recipe over = PieceOverride.read(bare.written()).over(OTHER);
        assertThat(over.watermark()).isEmpty();
        assertThat(over.crop()).isEmpty();
        assertThat(over.size()).isEqualTo(OTHER.size());
    }

    @Test
    void all_clauses_together_make_the_other_recipe() {
        assertThat(new PieceOverride(EnumSet.allOf(Clause.class), OTHER).over(PLAIN))
                .isEqualTo(OTHER);
        assertThat(PieceOverride.between(PLAIN, PLAIN).isEmpty()).isTrue();
    }

    @Test
    void cells_are_on_until_they_are_turned_off() {
        Choices choices = Choices.ALL.turned(List.of(cell("1", "a"), cell("2", "a")), false);
        assertThat(choices.isOn("1", "a")).isFalse();
        assertThat(choices.isOn("1", "b")).isTrue();
        assertThat(choices.turned(List.of(cell("1", "a")), true).off()).containsExactly(cell("2", "a"));
    }

    @Test
    void one_pieces_choices_are_carried_with_what_is_otherwise() {
        PieceOverride smaller = new PieceOverride(Set.of(Clause.SIZE), OTHER);
        Choices carried = Choices.ALL
                .turned(List.of(cell("1", "a"), cell("2", "b")), false)
                .overridden(cell("1", "b"), smaller)
                .overridden(cell("3", "a"), smaller)
                .carried("1", List.of("2", "3"), List.of("a", "b"));
        for (String piece : List.of("2", "3")) {
            assertThat(carried.isOn(piece, "a")).isFalse();
            assertThat(carried.isOn(piece, "b")).isTrue();
            assertThat(carried.override(piece, "b")).contains(smaller);
            assertThat(carried.override(piece, "a")).isEmpty();
        }
        assertThat(carried.carried("2", List.of("1"), List.of("a", "b"))).isEqualTo(carried);
    }

    @Test
    void an_empty_override_gives_the_piece_back_to_its_recipe() {
        Choices.CellKey cell = cell("1", "a");
        Choices changed = Choices.ALL.overridden(cell, new PieceOverride(Set.of(Clause.NAME), OTHER));
        assertThat(changed.overridden(cell, PieceOverride.between(PLAIN, PLAIN)))
                .isEqualTo(Choices.ALL);
    }

    private static PlanPiece piece(int number, String name) {
        PixelSize size = new PixelSize(10, 10);
        var info = new app.vineparcel.core.source.SourceInfo(
                name + ".png",
                1,
                app.vineparcel.core.codec.SourceFormat.PNG,
                size,
                java.util.Optional.empty(),
                java.util.Optional.empty(),
                java.util.Optional.empty(),
                app.vineparcel.core.metadata.PhotoFacts.NONE,
                java.util.List.of());
        return PlanPiece.picture(
                "" + number, java.nio.file.Path.of(name), name, info, java.util.Optional.empty(), number);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "1-3; 1 2 3",
                "2, 5; 2 5",
                "4 – 5; 4 5",
                "plum*; 2 4",
                "PLUM JAR; 2",
                "1, pl?m jam; 1 4",
                "nothing here; ''",
                "' , '; ''"
            })
    void pieces_are_picked_by_number_range_or_name(String text, String numbers) throws ProblemException {
        List<PlanPiece> all = List.of(
                piece(1, "Terraces"),
                piece(2, "Plum jar"),
                piece(3, "Hedge"),
                piece(4, "Plum jam"),
                piece(5, "Pears (2)"));
        PieceSelection selection = PieceSelection.parse(text, all.size());
        List<String> picked =
                all.stream().filter(selection::has).map(PlanPiece::id).toList();
        assertThat(String.join(" ", picked)).isEqualTo(numbers.replace("'", ""));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "3-1; from a lower number",
                "0-2; at least 1",
                "2-9; only 5 pieces",
                "6; only 5 pieces",
                "2-; a beginning and an end",
                "-4; a beginning and an end"
            })
    void a_range_that_is_none_is_refused_in_words(String text, String words) {
        assertThatThrownBy(() -> PieceSelection.parse(text, 5))
                .isInstanceOfSatisfying(
                        ProblemException.class,
                        e -> assertThat(e.problem().sentence()).contains("“" + text + "”", words));
    }
}
