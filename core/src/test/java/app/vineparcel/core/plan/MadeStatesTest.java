package app.vineparcel.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.PhotoFacts;
import app.vineparcel.core.plan.MadeFile.Result;
import app.vineparcel.core.source.FileContent;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.testing.Rendering;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What was made once against what would be made now: every word that the plan says of a cell, and when it says none. */
class MadeStatesTest {

    private static final int SIZED = 0;
    private static final int DENSITIES = 1;
    private static final int PAGES = 2;
    private static final int SQUARE = 3;

    private final List<PlanPiece> pieces = List.of(piece(1, "plum"), piece(2, "pear"), piece(3, "apple"));
    private final List<PlanColumn> columns = List.of(
            column("c0", "'size': {'mode': 'long-edge', 'px': 300}, 'name': '{piece}'"),
            column("c1", "'size': {'mode': 'width', 'px': 100, 'densities': [1, 2]}, 'name': '{piece}-x'"),
            column("c2", "'format': {'type': 'pdf', 'combine': true}, 'name': 'all'"),
            column("c3", "'size': {'mode': 'fill', 'width': 90, 'height': 90}, 'name': '{piece}-sq'"));
    private final Grid grid = grid(pieces, columns, Choices.ALL);

    private static PlanColumn column(String id, String clauses) {
        return new PlanColumn(id, Rendering.recipe(clauses), "Web", "");
    }

    private static PlanPiece piece(int number, String name) {
        SourceInfo info = new SourceInfo(
                name + ".jpg",
                9,
                SourceFormat.JPEG,
                new PixelSize(900, 600),
                Optional.of("sRGB"),
                Optional.empty(),
                Optional.empty(),
                PhotoFacts.NONE,
                List.of());
        PlanPiece piece = PlanPiece.picture(
                "p" + number, Path.of(info.fileName()), name, info, Optional.of(FocalPoint.CENTRE), number);
        return piece.withKnown(piece.known().holding(new FileContent(9, Instant.EPOCH, "sum of " + number)));
    }

    private static Grid grid(List<PlanPiece> pieces, List<PlanColumn> columns, Choices choices) {
        return Grid.of(new Planner("Autumn", LocalDate.EPOCH, Shelf.EMPTY), pieces, columns, choices);
    }

    private static MadeStates.Now now(int version, Map<String, List<String>> orders) {
        return new MadeStates.Now(List.of("s1", "s2", "s3"), column -> version, new Fingerprints(Shelf.EMPTY), orders);
    }

    private static Choices.CellKey key(int row, int column) {
        return new Choices.CellKey("p" + (row + 1), "c" + column);
    }

    /** As a run of this grid would write them down. */
    private List<MadeFile> files(int row, int column) {
        Fingerprints fingerprints = new Fingerprints(Shelf.EMPTY);
        List<PlannedRendition> planned = column == PAGES
                ? List.of(grid.combined(column, Map.of()).orElseThrow())
                : grid.cell(row, column).files();
        List<MadeFile> made = new ArrayList<>();
        for (PlannedRendition file : planned) {
            made.add(new MadeFile(
                    Result.IN_PLACE,
                    file.path(),
                    file.column().density(),
                    new MadeFile.From(
                            fingerprints.of(file).orElseThrow(),
                            MadeStates.word(file.column().recipe()),
                            1,
                            "s" + (row + 1)),
                    MadeStates.word(file.framing()),
                    1000 + row));
        }
        return made;
    }

    private Map<Choices.CellKey, List<MadeFile>> all() {
        Map<Choices.CellKey, List<MadeFile>> all = new HashMap<>();
        for (int row = 0; row < 3; row++) {
            for (int column = 0; column < 4; column++) {
                all.put(key(row, column), files(row, column));
            }
        }
        return all;
    }

    private MadeStates states(Grid now, int version) {
        return MadeStates.of(now, all(), now(version, Map.of()));
    }

    private Grid with(int row, UnaryOperator<PlanPiece> change) {
        List<PlanPiece> other = new ArrayList<>(pieces);
        other.set(row, change.apply(other.get(row)));
        return grid(other, columns, Choices.ALL);
    }

    @Test
    void what_would_come_out_the_same_is_done() {
        MadeStates states = states(grid, 1);
        for (int row = 0; row < 3; row++) {
            for (int column = 0; column < 4; column++) {
                assertThat(states.why(row, column)).isEmpty();
                assertThat(states.state(grid, row, column)).isEqualTo(CellState.DONE);
            }
        }
        assertThat(states.files(grid)).isEqualTo(Map.of(CellState.DONE, 3 + 6 + 1 + 3));
    }

    @Test
    void what_nobody_made_is_planned_and_what_is_off_is_left_out() {
        Grid some = grid.with(Choices.ALL.turned(List.of(key(1, SIZED), key(2, PAGES)), false));
        assertThat(MadeStates.NONE.files(some)).isEqualTo(Map.of(CellState.PLANNED, 2 + 6 + 1 + 3));
        assertThat(MadeStates.NONE.state(some, 1, SIZED)).isEqualTo(CellState.LEFT_OUT);
        assertThat(MadeStates.NONE.why(1, SIZED)).isEmpty();
        MadeStates one = MadeStates.of(
                some,
                Map.of(key(2, SQUARE), files(2, SQUARE), new Choices.CellKey("p9", "c0"), files(0, SIZED)),
                now(1, Map.of()));
        assertThat(one.files(some)).isEqualTo(Map.of(CellState.PLANNED, 2 + 6 + 1 + 2, CellState.DONE, 1));
        assertThat(one.state(some, 2, SQUARE)).isEqualTo(CellState.DONE);
        assertThat(one.state(some, 1, SQUARE)).isEqualTo(CellState.PLANNED);
    }

    @Test
    void another_version_of_the_recipe_is_named() {
        List<PlanColumn> other = new ArrayList<>(columns);
        other.set(SIZED, column("c0", "'size': {'mode': 'long-edge', 'px': 301}, 'name': '{piece}'"));
        Grid changed = grid(pieces, other, Choices.ALL);
        MadeStates states = states(changed, 4);
        assertThat(states.why(1, SIZED)).isEqualTo("recipe version 4");
        assertThat(states.state(changed, 1, SIZED)).isEqualTo(CellState.CHANGED);
        assertThat(states.why(1, SQUARE)).isEmpty();
        assertThat(states(changed, 1).why(1, SIZED)).isEqualTo("override or channel");
        assertThat(states(changed, 0).why(1, SIZED)).isEqualTo("override or channel");
        assertThat(states.files(changed)).isEqualTo(Map.of(CellState.CHANGED, 3, CellState.DONE, 6 + 1 + 3));
    }

    @Test
    void another_name_goes_to_another_path() {
        Grid renamed =
                with(0, p -> new PlanPiece(p.id(), p.file(), "damson", p.info(), p.focus(), p.number(), p.part()));
        MadeStates states = states(renamed, 1);
        assertThat(states.why(0, SIZED)).isEqualTo("name or folder");
        assertThat(states.why(1, SIZED)).isEmpty();
        assertThat(states.why(0, PAGES)).as("its title is in the PDF").isEqualTo("pages or their order");
        assertThat(states.files(renamed))
                .isEqualTo(Map.of(CellState.DONE, 2 + 4 + 2, CellState.CHANGED, 1 + 2 + 1 + 1));
    }

    @Test
    void another_content_is_another_source() {
        Grid replaced = with(2, p -> p.withKnown(p.known().holding(new FileContent(9, Instant.EPOCH, "another sum"))));
        MadeStates states = MadeStates.of(
                replaced,
                all(),
                new MadeStates.Now(List.of("s1", "s2", "other"), column -> 1, new Fingerprints(Shelf.EMPTY), Map.of()));
        assertThat(states.why(2, SIZED)).isEqualTo("source changed");
        assertThat(states.why(1, SIZED)).isEmpty();
        assertThat(states.state(replaced, 2, DENSITIES)).isEqualTo(CellState.CHANGED);
    }

    @Test
    void another_crop_counts_only_where_something_is_cropped() {
        Grid moved = with(
                0,
                p -> new PlanPiece(
                        p.id(), p.file(), p.name(), p.info(), Optional.of(new FocalPoint(0.1, 0.5)), 1, p.part()));
        MadeStates states = states(moved, 1);
        assertThat(states.why(0, SQUARE)).isEqualTo("crop or size");
        assertThat(states.why(0, SIZED)).isEmpty();
        assertThat(states.why(1, SQUARE)).isEmpty();
    }

    @Test
    void what_is_written_into_the_file_counts() {
        Grid described = with(
                1,
                p -> p.withKnown(new PlanPiece.Known(
                        Optional.empty(),
                        PlanPiece.FileState.AS_READ,
                        Optional.of("A pear"),
                        Optional.empty(),
                        p.known().content())));
        assertThat(states(described, 1).why(1, SIZED)).isEqualTo("watermark, profile, text or program");
        assertThat(states(described, 1).why(0, SIZED)).isEmpty();
    }

    @ParameterizedTest
    @EnumSource(Result.class)
    void what_became_of_the_file_since_is_said(Result result) {
        for (int column : new int[] {SIZED, PAGES}) {
            List<MadeFile> files = files(0, column).stream()
                    .map(file -> new MadeFile(
                            result, file.path(), file.density(), file.made(), file.framing(), file.bytes()))
                    .toList();
            MadeStates states = MadeStates.of(grid, Map.of(key(0, column), files), now(1, Map.of()));
            assertThat(states.why(0, column))
                    .isEqualTo(
                            switch (result) {
                                case IN_PLACE, FAILED -> "";
                                case OVERWRITTEN -> "somebody changed the file";
                                case GONE -> "the file is gone";
                            });
            assertThat(states.state(grid, 0, column))
                    .isEqualTo(
                            switch (result) {
                                case IN_PLACE -> CellState.DONE;
                                case OVERWRITTEN, GONE -> CellState.CHANGED;
                                case FAILED -> CellState.FAILED;
                            });
        }
    }

    @Test
    void a_density_more_or_less_is_noticed() {
        MadeStates states = MadeStates.of(
                grid, Map.of(key(0, DENSITIES), files(0, DENSITIES).subList(0, 1)), now(1, Map.of()));
        assertThat(states.why(0, DENSITIES)).isEqualTo("densities");
        assertThat(states.files(grid).get(CellState.DONE)).isEqualTo(1);
        assertThat(states.files(grid).get(CellState.CHANGED)).isEqualTo(1);
        MadeFile thrice = files(0, DENSITIES).get(0);
        MadeFile other =
                new MadeFile(thrice.result(), thrice.path(), 3, thrice.made(), thrice.framing(), thrice.bytes());
        assertThat(MadeStates.of(grid, Map.of(key(0, DENSITIES), List.of(other)), now(1, Map.of()))
                        .why(0, DENSITIES))
                .isEqualTo("densities");
    }

    @Test
    void pages_in_another_order_are_another_file() {
        Map<String, List<String>> orders = Map.of("c2", List.of("p3", "p1"));
        MadeStates states = MadeStates.of(grid, all(), now(1, orders));
        assertThat(states.why(0, PAGES)).isEqualTo("pages or their order");
        assertThat(states.why(0, SIZED)).isEmpty();
        Grid fewer = grid.with(Choices.ALL.turned(List.of(key(1, PAGES)), false));
        assertThat(states(fewer, 1).why(0, PAGES)).isEqualTo("pages or their order");
        assertThat(states(fewer, 1).files(fewer).get(CellState.CHANGED)).isEqualTo(1);
    }

    /** Files from before fingerprints were written down are compared by recipe, source and frame. */
    @Test
    void without_a_fingerprint_the_words_decide() {
        Map<Choices.CellKey, List<MadeFile>> old = new HashMap<>();
        all().forEach((cell, files) -> old.put(
                cell,
                files.stream()
                        .map(file -> new MadeFile(
                                file.result(),
                                file.path(),
                                file.density(),
                                new MadeFile.From(
                                        "", file.made().recipe(), 1, file.made().source()),
                                file.framing(),
                                file.bytes()))
                        .toList()));
        MadeStates same = MadeStates.of(grid, old, now(1, Map.of("c2", List.of("p3"))));
        for (int column = 0; column < 4; column++) {
            assertThat(same.why(1, column)).isEmpty();
            assertThat(same.state(grid, 1, column)).isEqualTo(CellState.DONE);
        }
        Grid moved = with(
                0,
                p -> new PlanPiece(
                        p.id(), p.file(), p.name(), p.info(), Optional.of(new FocalPoint(0.1, 0.5)), 1, p.part()));
        assertThat(MadeStates.of(moved, old, now(1, Map.of())).why(0, SQUARE)).isEqualTo("crop or size");
    }

    @Test
    void a_fingerprint_tells_all_that_makes_a_file_another_and_nothing_else() {
        Fingerprints prints = new Fingerprints(Shelf.EMPTY);
        PlannedRendition planned = grid.cell(0, SIZED).files().get(0);
        String print = prints.of(planned).orElseThrow();
        assertThat(new Fingerprints(Shelf.EMPTY).of(planned)).contains(print);
        assertThat(print).matches("[0-9a-f]{64}");
        PlanColumn named =
                planned.column().with(planned.column().recipe().named("another").called("title"));
        assertThat(prints.of(planned.piece(), named, planned.path())).contains(print);
        assertThat(prints.of(planned.piece(), planned.column(), "elsewhere.jpg"))
                .isNotEqualTo(Optional.of(print));
        assertThat(prints.of(planned.piece(), planned.column().at(2), planned.path()))
                .isNotEqualTo(Optional.of(print));
        PlanColumn ruled = new PlanColumn(
                "c0",
                planned.column().recipe(),
                "Web",
                "",
                new ChannelRules(
                        Set.of("guides"), ChannelRules.NONE.scheme(), ChannelRules.NONE.maxBytes(), false, Set.of()));
        assertThat(prints.of(planned.piece(), ruled, planned.path())).isNotEqualTo(Optional.of(print));
        PlanPiece unread = planned.piece().withKnown(PlanPiece.Known.NOTHING);
        assertThat(prints.of(unread, planned.column(), planned.path())).isEmpty();
    }

    private static PlanPiece sheet(PlanPiece one, PlanPiece other, Box place) {
        Extent size = new Extent(400, 200);
        Sheet sheet = new Sheet(
                size,
                OptionalInt.empty(),
                List.of(new Sheet.Item(one, new Box(0, 0, 100, 100)), new Sheet.Item(other, place)));
        PlanPiece.Part part = new PlanPiece.Part(
                Piece.drawn("sheet", "sheet", Piece.Kind.SHEET, size, Piece.CSS_PX),
                SourceOptions.PLAIN,
                List.of(),
                Optional.of(sheet));
        return new PlanPiece("p4", one.file(), "sheet", one.info(), Optional.empty(), 4, part);
    }

    @Test
    void a_sheet_is_known_by_all_that_is_on_it_and_where() {
        Box right = new Box(200, 0, 100, 100);
        Optional<String> print = ofSheet(sheet(pieces.get(0), pieces.get(1), right));
        assertThat(print).isPresent().isEqualTo(ofSheet(sheet(pieces.get(0), pieces.get(1), right)));
        assertThat(ofSheet(sheet(pieces.get(0), pieces.get(1), right.movedBy(1, 0))))
                .isPresent()
                .isNotEqualTo(print);
        assertThat(ofSheet(sheet(pieces.get(0), pieces.get(2), right)))
                .isPresent()
                .isNotEqualTo(print);
        PlanPiece unread = pieces.get(1).withKnown(PlanPiece.Known.NOTHING);
        assertThat(ofSheet(sheet(pieces.get(0), unread, right)))
                .as("nobody knows what the second file holds")
                .isEmpty();
    }

    private Optional<String> ofSheet(PlanPiece sheet) {
        return new Fingerprints(Shelf.EMPTY).of(sheet, columns.get(SIZED), "sheet.jpg");
    }

    @Test
    void a_combined_file_without_pages_is_no_file() {
        List<Choices.CellKey> pages = List.of(key(0, PAGES), key(1, PAGES), key(2, PAGES));
        Grid none = grid.with(Choices.ALL.turned(pages, false));
        assertThat(MadeStates.NONE.files(none)).isEqualTo(Map.of(CellState.PLANNED, 3 + 6 + 3));
    }

    @Test
    void a_file_that_would_come_out_the_same_weighs_what_it_weighed() {
        Map<String, String> sources = Map.of("p1", "s1", "p2", "another", "p3", "s3");
        Grid weighed = grid.renewed(
                new Planner("Autumn", LocalDate.EPOCH, Shelf.EMPTY),
                pieces,
                columns,
                Choices.ALL,
                new MadeWeights(all(), sources));
        assertThat(weighed.cell(0, SIZED).bytes()).isEqualTo(1000);
        assertThat(weighed.cell(2, SIZED).bytes()).isEqualTo(1002);
        assertThat(weighed.cell(0, DENSITIES).bytes()).isEqualTo(2000);
        assertThat(weighed.cell(1, SIZED).bytes())
                .isEqualTo(grid.cell(1, SIZED).bytes())
                .isNotEqualTo(1001);
        assertThat(weighed.cell(0, PAGES).bytes()).isEqualTo(grid.cell(0, PAGES).bytes());
        Collection<MadeFile> failed = files(0, SIZED).stream()
                .map(f -> new MadeFile(Result.FAILED, f.path(), 1, f.made(), f.framing(), 1000))
                .toList();
        Collection<MadeFile> weightless = files(2, SIZED).stream()
                .map(f -> new MadeFile(Result.GONE, f.path(), 1, f.made(), f.framing(), 0))
                .toList();
        Grid not = weighed.renewed(
                new Planner("Autumn", LocalDate.EPOCH, Shelf.EMPTY),
                pieces,
                columns,
                Choices.ALL,
                new MadeWeights(
                        Map.of(key(0, SIZED), List.copyOf(failed), key(2, SIZED), List.copyOf(weightless)), sources));
        assertThat(not.totals()).isEqualTo(grid.totals());
    }
}
