package app.vineparcel.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.Orientation;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.PhotoFacts;
import app.vineparcel.core.metadata.Rights;
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
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class PlanViewTest {

    private static final List<String> NAMES = List.of("Plum", "pear", "apple row", "Quince jar", "mist", "jar 7");

    private final List<PlanPiece> pieces =
            IntStream.rangeClosed(1, 60).mapToObj(PlanViewTest::piece).toList();
    private final List<String> folders = pieces.stream()
            .map(piece -> piece.number() % 3 == 0 ? "zest" : "apples")
            .toList();
    private final List<PlanColumn> columns = List.of(
            column("c0", "'size': {'mode': 'long-edge', 'px': 300}"),
            column("c1", "'size': {'mode': 'long-edge', 'px': 9000, 'enlarge': true}, 'name': '{n}'"));

    private static PlanColumn column(String id, String clauses) {
        return new PlanColumn(id, Rendering.recipe(clauses), "Web", id);
    }

    private static PlanPiece piece(int number) {
        PixelSize size = number % 5 == 0
                ? new PixelSize(500, 500)
                : number % 2 == 0 ? new PixelSize(600, 400) : new PixelSize(400, 600);
        PhotoFacts facts = new PhotoFacts(
                Orientation.ofExif(1),
                number % 7 == 0
                        ? Optional.empty()
                        : Optional.of(LocalDate.of(2026, 10, 1 + number % 4).atTime(9, number - 1)),
                Optional.empty(),
                Optional.empty(),
                new Rights(Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty()),
                false);
        SourceInfo info = new SourceInfo(
                "p" + number + ".jpg",
                9,
                SourceFormat.JPEG,
                size,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                facts,
                List.of());
        String name = NAMES.get(new Random(number).nextInt(NAMES.size())) + " " + number;
        return PlanPiece.picture(
                "" + number, Path.of("p" + number), name, info, Optional.of(FocalPoint.CENTRE), number);
    }

    private Grid grid(Choices choices) {
        return Grid.of(new Planner("Autumn", LocalDate.EPOCH, Shelf.EMPTY), pieces, columns, choices);
    }

    private PlanView view(ViewQuery query) throws ProblemException {
        return PlanView.of(grid(Choices.ALL), MadeStates.NONE, folders, query);
    }

    private static ViewQuery text(String text) {
        return new ViewQuery(text, "", Optional.empty(), "", ViewQuery.Group.NONE, ViewQuery.Sort.NUMBER, false);
    }

    private static ViewQuery ordered(ViewQuery.Group group, ViewQuery.Sort sort) {
        return new ViewQuery("", "", Optional.empty(), "", group, sort, false);
    }

    private List<Integer> numbers(PlanView view) {
        return view.rows(0, view.lineCount()).stream().map(row -> row + 1).toList();
    }

    @Test
    void a_text_finds_numbers_ranges_patterns_and_parts_of_names() throws Exception {
        assertThat(numbers(view(text("3-5, 9")))).containsExactly(3, 4, 5, 9);
        List<Integer> jars = pieces.stream()
                .filter(piece -> piece.name().toLowerCase(java.util.Locale.ROOT).contains("jar"))
                .map(PlanPiece::number)
                .toList();
        assertThat(numbers(view(text("JAR")))).isEqualTo(jars).isNotEmpty();
        assertThat(numbers(view(text("jar 7 *"))))
                .as("a pattern means the whole name")
                .allSatisfy(number -> assertThat(pieces.get(number - 1).name()).startsWith("jar 7"));
        assertThat(view(text("cabbage")).lineCount()).isZero();
        assertThatThrownBy(() -> view(text("9-3"))).isInstanceOf(ProblemException.class);
    }

    @Test
    void a_finding_leaves_the_cells_that_have_it_and_a_state_those_that_are_in_it() throws Exception {
        Choices off =
                Choices.ALL.turned(List.of(new Choices.CellKey("4", "c1"), new Choices.CellKey("9", "c0")), false);
        Grid grid = grid(off);
        ViewQuery enlarged =
                new ViewQuery("", "", Optional.empty(), "enlarged", ViewQuery.Group.NONE, ViewQuery.Sort.NUMBER, false);
        PlanView found = PlanView.of(grid, MadeStates.NONE, folders, enlarged);
        assertThat(found.rowCount()).isEqualTo(59);
        assertThat(found.shows(0, 1)).isTrue();
        assertThat(found.shows(0, 0)).isFalse();
        ViewQuery out = new ViewQuery(
                "", "", Optional.of(CellState.LEFT_OUT), "", ViewQuery.Group.NONE, ViewQuery.Sort.NUMBER, false);
        assertThat(numbers(PlanView.of(grid, MadeStates.NONE, folders, out))).containsExactly(4, 9);
    }

    /** Whatever the order and the groups: every row once, every heading over as many as it says, no two of a name. */
    @ParameterizedTest
    @EnumSource(ViewQuery.Group.class)
    void groups_and_orders_lose_and_double_nothing(ViewQuery.Group group) throws Exception {
        for (ViewQuery.Sort sort : ViewQuery.Sort.values()) {
            PlanView view = view(ordered(group, sort));
            assertThat(numbers(view)).hasSize(60).doesNotHaveDuplicates();
            List<String> titles = new ArrayList<>();
            int left = 0;
            for (PlanView.Line line : view.lines(0, view.lineCount())) {
                if (line instanceof PlanView.Line.Heading heading) {
                    assertThat(left).isZero();
                    left = heading.rows();
                    titles.add(heading.title());
                } else if (group != ViewQuery.Group.NONE) {
                    left--;
                }
            }
            assertThat(left).isZero();
            assertThat(titles).doesNotHaveDuplicates();
            assertThat(view.lineCount()).isEqualTo(60 + titles.size());
            assertThat(view.lines(7, 19)).isEqualTo(view.lines(0, 99).subList(7, 19));
        }
    }

    @Test
    void names_are_in_order_whatever_their_case_and_pictures_without_a_date_come_last() throws Exception {
        List<String> names = numbers(view(ordered(ViewQuery.Group.NONE, ViewQuery.Sort.NAME))).stream()
                .map(number -> pieces.get(number - 1).name())
                .toList();
        assertThat(names).isSortedAccordingTo(String.CASE_INSENSITIVE_ORDER);
        List<Integer> byDate = numbers(view(ordered(ViewQuery.Group.NONE, ViewQuery.Sort.DATE)));
        assertThat(byDate.subList(52, 60)).allMatch(number -> number % 7 == 0);
        assertThat(view(ordered(ViewQuery.Group.FOLDER, ViewQuery.Sort.NUMBER)).lines(0, 1))
                .containsExactly(new PlanView.Line.Heading("apples", 40));
    }

    @Test
    void a_cell_is_done_until_something_of_it_changes_and_says_what() {
        Grid grid = grid(Choices.ALL.turned(List.of(new Choices.CellKey("5", "c0")), false));
        Map<Choices.CellKey, List<MadeFile>> made = Stream.of(1, 2, 3, 4, 5, 6, 7)
                .collect(Collectors.toMap(
                        number -> new Choices.CellKey("" + number, "c0"), number -> List.of(made(grid, number))));
        List<String> sources =
                pieces.stream().map(piece -> piece.number() == 3 ? "v2" : "v1").toList();
        MadeStates states = MadeStates.of(
                grid, made, new MadeStates.Now(sources, column -> 4, new Fingerprints(Shelf.EMPTY), Map.of()));
        List<String> told = IntStream.range(0, 8)
                .mapToObj(row -> states.state(grid, row, 0).word() + " " + states.why(row, 0))
                .map(String::strip)
                .toList();
        assertThat(told)
                .containsExactly(
                        "done",
                        "changed recipe version 4",
                        "changed source changed",
                        "failed",
                        "left out",
                        "changed name or folder",
                        "changed crop or size",
                        "planned");
    }

    private MadeFile made(Grid grid, int number) {
        PlannedRendition file = grid.cell(number - 1, 0).files().get(0);
        return new MadeFile(
                number == 4 ? MadeFile.Result.FAILED : MadeFile.Result.IN_PLACE,
                number == 6 ? "elsewhere.jpg" : file.path(),
                1,
                new MadeFile.From(
                        "",
                        MadeStates.word(
                                number == 2
                                        ? columns.get(1).recipe()
                                        : columns.get(0).recipe()),
                        3,
                        "v1"),
                number == 7 ? "other" : MadeStates.word(file.framing()),
                5_000);
    }

    private List<PlanView.Line.Heading> headings(PlanView view) {
        return view.lines(0, view.lineCount()).stream()
                .filter(PlanView.Line.Heading.class::isInstance)
                .map(PlanView.Line.Heading.class::cast)
                .toList();
    }

    /** 12 of 60 are square; of the others the even numbers are wider than high. */
    @Test
    void pictures_are_grouped_by_their_orientation() throws Exception {
        PlanView view = view(ordered(ViewQuery.Group.ORIENTATION, ViewQuery.Sort.NUMBER));
        assertThat(headings(view))
                .containsExactly(
                        new PlanView.Line.Heading("landscape", 24),
                        new PlanView.Line.Heading("portrait", 24),
                        new PlanView.Line.Heading("square", 12));
        assertThat(view.rows(1, 3)).containsExactly(1, 3);
        assertThat(headings(view(ordered(ViewQuery.Group.KIND, ViewQuery.Sort.NUMBER))))
                .containsExactly(new PlanView.Line.Heading("pictures", 60));
        List<PlanView.Line.Heading> days = headings(view(ordered(ViewQuery.Group.DATE, ViewQuery.Sort.NUMBER)));
        assertThat(days)
                .extracting(PlanView.Line.Heading::title)
                .startsWith("2026-10-01")
                .endsWith("no date");
        assertThat(days).hasSize(5);
    }

    @Test
    void rows_are_grouped_and_sorted_by_what_asks_for_attention() throws Exception {
        List<Choices.CellKey> off =
                List.of(new Choices.CellKey("2", "c0"), new Choices.CellKey("2", "c1"), new Choices.CellKey("3", "c0"));
        Grid grid = grid(Choices.ALL.turned(off, false));
        PlanView grouped =
                PlanView.of(grid, MadeStates.NONE, folders, ordered(ViewQuery.Group.STATE, ViewQuery.Sort.NUMBER));
        assertThat(headings(grouped))
                .containsExactly(new PlanView.Line.Heading("planned", 59), new PlanView.Line.Heading("left out", 1));
        PlanView sorted =
                PlanView.of(grid, MadeStates.NONE, folders, ordered(ViewQuery.Group.NONE, ViewQuery.Sort.STATE));
        assertThat(numbers(sorted)).startsWith(1, 3, 4).endsWith(60, 2);
    }

    @Test
    void a_row_knows_its_line() throws Exception {
        PlanView all = view(ordered(ViewQuery.Group.FOLDER, ViewQuery.Sort.NUMBER));
        assertThat(all.lineOf(0)).contains(1);
        assertThat(all.lineOf(2)).contains(42);
        assertThat(view(text("9")).lineOf(8)).contains(0);
        assertThat(view(text("9")).lineOf(0)).isEmpty();
        assertThat(all.lines(-3, 1)).hasSize(1);
        assertThat(all.lines(61, 99)).hasSize(1);
        assertThat(all.lines(70, 99)).isEmpty();
    }

    @Test
    void a_kind_that_is_asked_for_leaves_out_all_others() throws Exception {
        ViewQuery pages =
                new ViewQuery("", "page", Optional.empty(), "", ViewQuery.Group.NONE, ViewQuery.Sort.NUMBER, false);
        assertThat(view(pages).rowCount()).isZero();
        ViewQuery pictures =
                new ViewQuery("", "picture", Optional.empty(), "", ViewQuery.Group.NONE, ViewQuery.Sort.NUMBER, true);
        assertThat(numbers(view(pictures))).hasSize(60).startsWith(60, 59);
    }
}
