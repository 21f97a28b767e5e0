package app.vineparcel.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.PhotoFacts;
import app.vineparcel.core.source.Mark;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.testing.Rendering;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class GridTest {

    private static final List<String> RECIPES = List.of(
            "'size': {'mode': 'long-edge', 'px': 800}, 'name': '{stem}'",
            "'size': {'mode': 'long-edge', 'px': 900}, 'name': '{stem|kebab}'",
            "'size': {'mode': 'long-edge', 'px': 300, 'densities': [1, 2, 3]}, 'format': {'type': 'png'}, 'name': '{piece}'",
            "'format': {'type': 'svg'}, 'name': '{stem}'",
            "'format': {'type': 'pdf', 'combine': true}, 'name': 'all'",
            "'colour': {'profile': 'gone.icc'}, 'name': '{n}'",
            "'name': '{n}-{stem}'");

    private static PlanPiece piece(int number, String stem, boolean drawn, int edge) {
        PixelSize size = new PixelSize(edge, edge * 2 / 3 + 1);
        SourceInfo info = new SourceInfo(
                stem + (drawn ? ".svg" : ".jpg"),
                9,
                drawn ? SourceFormat.SVG : SourceFormat.JPEG,
                size,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                PhotoFacts.NONE,
                List.of());
        Piece of = drawn
                ? Piece.drawn("a", stem, Piece.Kind.ARTBOARD, Extent.of(size), Piece.CSS_PX)
                : Piece.picture(stem, size);
        return new PlanPiece(
                "p" + number,
                Path.of(info.fileName()),
                stem,
                info,
                Optional.of(FocalPoint.CENTRE),
                number,
                PlanPiece.Part.plain(of));
    }

    private static List<PlanPiece> pieces(Random random, int count) {
        return IntStream.rangeClosed(1, count)
                .mapToObj(i -> piece(
                        i, "Plum " + random.nextInt(count / 2 + 1), random.nextInt(4) == 0, 200 + random.nextInt(3000)))
                .toList();
    }

    private static List<PlanColumn> columns() {
        List<PlanColumn> columns = new ArrayList<>();
        for (int i = 0; i < RECIPES.size(); i++) {
            columns.add(new PlanColumn("c" + i, Rendering.recipe(RECIPES.get(i)), "Web", i % 2 == 0 ? "web" : ""));
        }
        return columns;
    }

    private static Planner planner() {
        return new Planner("Autumn", LocalDate.EPOCH, Shelf.EMPTY);
    }

    private static Choices.CellKey cell(Random random, int pieces, int columns) {
        return new Choices.CellKey("p" + (1 + random.nextInt(pieces)), "c" + random.nextInt(columns));
    }

    private static Choices changed(Choices choices, Random random, int pieces) {
        List<Choices.CellKey> some = IntStream.range(0, 1 + random.nextInt(6))
                .mapToObj(i -> cell(random, pieces, RECIPES.size()))
                .toList();
        return switch (random.nextInt(5)) {
            case 0 -> choices.turned(some, true);
            case 1 ->
                choices.overridden(
                        some.get(0),
                        PieceOverride.between(
                                Rendering.recipe(RECIPES.get(0)),
                                Rendering.recipe(random.nextBoolean() ? RECIPES.get(0) : "'name': 'Plum 1'")));
            case 3 ->
                choices.accepting(
                        List.of(new Choices.Accepted(
                                random.nextBoolean() ? "smaller-than-asked" : "untagged",
                                random.nextBoolean() ? some.get(0).piece() : "",
                                random.nextBoolean() ? some.get(0).column() : "")),
                        random.nextInt(3) > 0);
            case 2 -> choices.carried(some.get(0).piece(), Set.of("p1", "p2"), Set.of("c0", "c1", "c2"));
            default -> choices.turned(some, false);
        };
    }

    /** By every cell in full, one after the other. */
    private static GridTotals added(Grid grid) {
        int renditions = 0;
        long bytes = 0;
        for (int column = 0; column < grid.columns().size(); column++) {
            List<GridCell> on = new ArrayList<>();
            for (int row = 0; row < grid.rows().size(); row++) {
                GridCell cell = grid.cell(row, column);
                assertThat(cell.files().isEmpty()).isEqualTo(cell.notFor().isPresent());
                if (cell.on()) {
                    on.add(cell);
                }
            }
            if (Planner.combines(grid.columns().get(column))) {
                boolean sound = on.stream().allMatch(one -> one.files().get(0).canBeMade());
                renditions += sound && !on.isEmpty() ? 1 : 0;
                bytes += sound ? on.stream().mapToLong(GridCell::bytes).sum() : 0;
            } else {
                for (GridCell cell : on) {
                    boolean own = cell.canBeOn();
                    for (PlannedRendition file : cell.files()) {
                        renditions += own && file.canBeMade() ? 1 : 0;
                        bytes += own && file.canBeMade() ? file.predictedBytes() : 0;
                    }
                }
            }
        }
        GridTotals told = grid.totals();
        return new GridTotals(renditions, bytes, told.cells(), told.levels(), told.codes());
    }

    /** Those that a plan of all files that are on blocks for the sake of others. */
    private static Set<String> colliding(Grid grid) {
        List<PlannedRendition> files = new ArrayList<>();
        for (int row = 0; row < grid.rows().size(); row++) {
            for (int column = 0; column < grid.columns().size(); column++) {
                boolean apart = !Planner.combines(grid.columns().get(column));
                if (apart && grid.isOn(row, column) && grid.cell(row, column).canBeOn()) {
                    PlanColumn held = grid.choices()
                            .column(grid.rows().get(row), grid.columns().get(column));
                    for (PlanColumn step : held.ladder()) {
                        files.add(planner().plan(grid.rows().get(row), step));
                    }
                }
            }
        }
        Set<String> found = new java.util.TreeSet<>();
        Planner.withoutCollisions(files).renditions().stream()
                .filter(PlannedRendition::collides)
                .forEach(file ->
                        found.add(file.piece().id() + ":" + file.column().id()));
        return found;
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void after_any_turns_it_is_what_a_new_one_would_be_and_its_totals_are_the_sum_of_its_cells(long seed) {
        Random random = new Random(seed);
        List<PlanPiece> pieces = pieces(random, 24);
        Choices choices = Choices.ALL;
        Grid grid = Grid.of(planner(), pieces, columns(), choices);
        for (int turn = 0; turn < 25; turn++) {
            choices = changed(choices, random, pieces.size());
            grid = grid.with(choices);
            Grid anew = Grid.of(planner(), pieces, columns(), choices);
            assertThat(grid.totals()).isEqualTo(anew.totals()).isEqualTo(added(grid));
            assertThat(grid.window(0, 99)).isEqualTo(anew.window(0, 99));
            assertThat(grid.collisions().stream().map(c -> c.piece() + ":" + c.column()))
                    .containsExactlyInAnyOrderElementsOf(colliding(grid));
        }
        assertThat(grid.collisions()).as("the case was worth trying").isNotEmpty();
    }

    @ParameterizedTest
    @ValueSource(longs = {11, 12, 13})
    void renewed_after_any_change_it_is_what_a_new_one_would_be(long seed) {
        Random random = new Random(seed);
        List<PlanPiece> pieces = new ArrayList<>(pieces(random, 24));
        List<PlanColumn> columns = new ArrayList<>(columns());
        Choices choices = Choices.ALL;
        Grid grid = Grid.of(planner(), pieces, columns, choices);
        for (int turn = 0; turn < 20; turn++) {
            int row = random.nextInt(pieces.size());
            int column = random.nextInt(columns.size());
            switch (random.nextInt(5)) {
                case 0 -> pieces.set(row, piece(row + 1, "Plum " + random.nextInt(9), random.nextBoolean(), 900));
                case 1 -> pieces.remove(row);
                case 2 ->
                    columns.set(
                            column,
                            columns.get(column).with(Rendering.recipe(RECIPES.get(random.nextInt(RECIPES.size())))));
                case 3 -> columns.add(columns.remove(column));
                default -> choices = changed(choices, random, 24);
            }
            grid = grid.renewed(planner(), pieces, columns, choices, MadeWeights.NONE);
            Grid anew = Grid.of(planner(), pieces, columns, choices);
            assertThat(grid.totals()).isEqualTo(anew.totals());
            assertThat(grid.window(0, 99)).isEqualTo(anew.window(0, 99));
            assertThat(grid.collisions()).isEqualTo(anew.collisions());
        }
    }

    @Test
    void what_is_as_it_was_is_not_planned_again() {
        List<PlanPiece> pieces = pieces(new Random(3), 12);
        List<PlanColumn> columns = columns();
        Grid grid = Grid.of(planner(), pieces, columns, Choices.ALL);
        List<PlanColumn> other = new ArrayList<>(columns);
        other.set(0, columns.get(0).with(Rendering.recipe("'name': 'other-{n}'")));
        Planner elsewhere = new Planner("Spring", LocalDate.EPOCH, new NoProfiles());
        Grid renewed = grid.renewed(elsewhere, pieces, other, Choices.ALL, MadeWeights.NONE);
        assertThat(renewed.totals(5)).as("its profile was not looked for again").isEqualTo(grid.totals(5));
        assertThat(renewed.totals(0)).isNotEqualTo(grid.totals(0));
    }

    /** Fails whoever asks it. */
    private static final class NoProfiles implements Shelf {

        @Override
        public Optional<IccProfile> imported(String name) {
            throw new AssertionError("asked for " + name);
        }

        @Override
        public boolean hasMark(String name) {
            throw new AssertionError("asked for " + name);
        }

        @Override
        public Optional<String> content(String name) {
            throw new AssertionError("asked for " + name);
        }

        @Override
        public Mark mark(String name) {
            throw new AssertionError("asked for " + name);
        }
    }

    @Test
    void a_window_is_a_slice_of_the_whole_and_what_is_selected_is_what_is_counted() {
        List<PlanPiece> pieces = pieces(new Random(9), 30);
        Grid grid = Grid.of(planner(), pieces, columns(), Choices.ALL);
        assertThat(grid.window(7, 12)).isEqualTo(grid.window(0, 30).subList(7, 12));
        assertThat(grid.window(28, 99)).hasSize(2);
        assertThat(grid.window(40, 50)).isEmpty();
        Plan all = grid.selected(Map.of("c4", List.of("p3", "p1")));
        assertThat(all.renditions().stream().filter(PlannedRendition::canBeMade))
                .hasSize(grid.totals().renditions());
        PlannedRendition combined = all.renditions().get(all.renditions().size() - 1);
        assertThat(combined.pages().subList(0, 3)).extracting(PlanPiece::id).containsExactly("p3", "p1", "p2");
    }

    @Test
    void a_recipe_of_shapes_says_nothing_to_a_picture() {
        Grid grid = Grid.of(
                planner(), List.of(piece(1, "Plum", false, 900), piece(2, "Label", true, 300)), columns(), Choices.ALL);
        assertThat(grid.cell(0, 3).notFor())
                .hasValueSatisfying(reason -> assertThat(reason).contains("SVG holds shapes"));
        assertThat(grid.cell(0, 3).on()).isFalse();
        assertThat(grid.cell(1, 3).notFor()).isEmpty();
        assertThat(grid.totals(3).renditions()).isEqualTo(1);
        assertThat(grid.totals(3).count(Finding.Level.BLOCKER)).isZero();
        assertThat(grid.totals(5).codes()).containsEntry("no-profile", 2);
        assertThat(grid.totals(5).renditions()).isZero();
    }

    private static Choices.CellKey key(int row, int column) {
        return new Choices.CellKey("p" + (row + 1), "c" + column);
    }

    private static List<String> words(List<Choices.CellKey> cells) {
        return cells.stream().map(cell -> cell.piece() + ":" + cell.column()).toList();
    }

    private static Grid two_plums_and_a_label(Choices choices) {
        return Grid.of(
                planner(),
                List.of(piece(1, "Plum", false, 900), piece(2, "Plum", false, 900), piece(3, "Label", true, 300)),
                columns(),
                choices);
    }

    @Test
    void a_cell_says_what_can_become_of_it() {
        Grid grid = two_plums_and_a_label(Choices.ALL);
        assertThat(words(grid.some(row -> row == 1, column -> true)))
                .containsExactly("p2:c0", "p2:c1", "p2:c2", "p2:c4", "p2:c6");
        assertThat(words(grid.some(row -> true, column -> column == 3 || column == 5)))
                .containsExactly("p3:c3");
        assertThat(grid.canBeOn(0, 5)).isFalse();
        assertThat(grid.canBeOn(0, 0)).isTrue();
        assertThat(grid.isFor(0, 3)).isFalse();
        assertThat(grid.isFor(2, 3)).isTrue();
        assertThat(grid.worst(1, 0)).contains(Finding.Level.BLOCKER);
        assertThat(grid.worst(0, 0)).contains(Finding.Level.HINT);
        assertThat(grid.codes(0, 0)).containsExactly("untagged");
        assertThat(grid.codes(1, 0)).containsExactly("untagged", "same-path");
        assertThat(words(grid.found("same-path"))).containsExactly("p2:c0", "p2:c1", "p2:c2");
        assertThat(words(grid.found("untagged"))).contains("p1:c0", "p2:c6").doesNotContain("p3:c0");
        assertThat(words(grid.found("no-profile"))).containsExactly("p1:c5", "p2:c5", "p3:c5");
        assertThat(grid.filesToMake(0, 0)).isEqualTo(1);
        assertThat(grid.filesToMake(0, 2)).isEqualTo(3);
        assertThat(grid.filesToMake(1, 2)).isZero();
        assertThat(grid.filesToMake(0, 5)).isZero();
        assertThat(grid.rowOf("p3")).contains(2);
        assertThat(grid.columnOf("c9")).isEmpty();
    }

    @Test
    void pieces_with_a_cell_that_is_on_are_counted() {
        Grid all = two_plums_and_a_label(Choices.ALL);
        assertThat(all.piecesOn()).isEqualTo(3);
        for (int row = 0; row < 3; row++) {
            int of = row;
            List<Choices.CellKey> cells =
                    IntStream.range(0, 7).mapToObj(column -> key(of, column)).toList();
            assertThat(all.with(Choices.ALL.turned(cells, false)).piecesOn()).isEqualTo(2);
            assertThat(all.with(Choices.ALL.turned(cells.subList(0, 6), false)).piecesOn())
                    .as("the last one is still on")
                    .isEqualTo(3);
        }
    }

    @Test
    void what_is_only_wanted_on_demand_is_not_usual() {
        Choices asked = new Choices(Set.of(), Map.of(), Set.of("p3"), Set.of(key(2, 0)));
        Grid grid = two_plums_and_a_label(asked);
        assertThat(words(grid.usual(List.of(key(0, 0), key(2, 0), key(2, 1))))).containsExactly("p1:c0", "p3:c0");
        assertThat(words(grid.changedBy(asked.turned(List.of(key(2, 1), key(0, 0)), true))))
                .containsExactly("p3:c1");
        assertThat(grid.changedBy(asked)).isEmpty();
    }

    @Test
    void an_accepted_finding_is_quiet_in_its_cell_and_listed_there() {
        Choices accepting = Choices.ALL.accepting(List.of(new Choices.Accepted("untagged", "p1", "c0")), true);
        Grid grid = two_plums_and_a_label(accepting);
        assertThat(grid.codes(0, 0)).isEmpty();
        assertThat(grid.worst(0, 0)).isEmpty();
        assertThat(grid.cell(0, 0).accepted()).extracting(Finding::code).containsExactly("untagged");
        assertThat(grid.cell(0, 0).files().get(0).findings()).isEmpty();
        assertThat(grid.cell(1, 6).accepted()).isEmpty();
        assertThat(grid.cell(1, 6).files().get(0).findings())
                .extracting(Finding::code)
                .containsExactly("untagged");
        assertThat(grid.cell(0, 3).accepted()).as("a cell that is not for it").isEmpty();
    }

    @Test
    void pages_follow_the_order_that_somebody_gave_and_then_the_rows() {
        Grid grid = two_plums_and_a_label(Choices.ALL.turned(List.of(key(0, 4)), false));
        assertThat(grid.combined(4, Map.of("c4", List.of("p3", "p9")))
                        .orElseThrow()
                        .pages())
                .extracting(PlanPiece::id)
                .containsExactly("p3", "p2");
        Grid none = grid.with(Choices.ALL.turned(List.of(key(0, 4), key(1, 4), key(2, 4)), false));
        assertThat(none.combined(4, Map.of())).isEmpty();
    }
}
