package app.vineparcel.web.plan;

import app.vineparcel.core.plan.CellState;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.GridCell;
import app.vineparcel.core.plan.PlanView;
import app.vineparcel.core.plan.PlanView.Line.Heading;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.web.Text;
import app.vineparcel.web.Words;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Lines of the plan as its page shows them. Public, since only then the template's expressions are compiled. */
public final class PlanRows {

    private static final Words WORDS = new Words();

    private PlanRows() {}

    /** A cell as it is shown. */
    public record CellView(
            GridCell of, CellState state, String why, @Nullable String first, boolean combines, boolean shown) {

        /** The piece and the column. */
        public String key() {
            return of.piece().id() + ":" + of.column().id();
        }

        private boolean isFor() {
            return of.notFor().isEmpty();
        }

        /** {@code true} if the recipe says nothing to the piece; none otherwise. */
        public @Nullable String unfit() {
            return isFor() ? null : "true";
        }

        /** Whether something stands in its way. */
        public boolean blocked() {
            return isFor() && !of.canBeOn();
        }

        /** Where everything goes, what is otherwise, and what was found. */
        public String title() {
            if (!isFor()) {
                return of.notFor().orElseThrow();
            }
            Stream<String> paths = of.files().stream().map(PlannedRendition::path);
            Stream<String> found = of.shown().stream()
                    .flatMap(file -> file.findings().stream())
                    .map(Finding::message);
            String changed = why.isEmpty() ? "" : Text.of("plan.changed-since-it-was", why);
            return Stream.of(paths, Stream.of(overridden(), changed), found)
                    .flatMap(Function.identity())
                    .filter(line -> !line.isEmpty())
                    .distinct()
                    .collect(Collectors.joining("\n"));
        }

        private String overridden() {
            return of.override()
                    .map(override -> "Overridden for this piece: "
                            + override.clauses().stream()
                                    .map(clause -> clause.title().toLowerCase(Locale.ROOT))
                                    .sorted()
                                    .collect(Collectors.joining(", ")))
                    .orElse("");
        }

        /** Its classes: what it is, its state, its worst finding, and whether it is overridden. */
        public String marks() {
            if (!isFor()) {
                return "cell is-not-for";
            }
            return "cell is-" + state.key()
                    + of.worst()
                            .map(level -> " has-" + level.name().toLowerCase(Locale.ROOT))
                            .orElse("")
                    + (combines ? " is-page" : "")
                    + (of.override().isPresent() ? " is-overridden" : "")
                    + (shown ? "" : " is-beside");
        }

        public boolean pressed() {
            return of.canBeOn() && of.on();
        }

        public String size() {
            return of.shown().map(file -> file.size().toString()).orElse("");
        }

        /** About how heavy it will be, or why it is not what was made. */
        public String weight() {
            if (!isFor()) {
                return "";
            }
            if (!why.isEmpty()) {
                return Text.of("plan.changed-2", why);
            }
            int files = of.files().size();
            String weight = WORDS.weight(of.bytes());
            if (combines) {
                return Text.of("plan.page", weight);
            }
            return files > 1 ? Text.of("plan.files", files, weight) : Text.of("plan.about", weight);
        }

        /** Its state, what is overridden and its worst finding, for who does not see it. */
        public String spoken() {
            if (!isFor()) {
                return Text.of("plan.not-for-this-piece");
            }
            String finding = of.worst()
                    .map(level -> ", " + level.name().toLowerCase(Locale.ROOT))
                    .orElse("");
            String own = overridden().isEmpty() ? "" : ", " + overridden();
            return state.word() + (why.isEmpty() ? "" : ", " + why) + finding + own;
        }
    }

    /**
     * A line.
     *
     * @param at its place among the lines, from 1
     * @param heading its title and how many rows follow, if it is one
     * @param number of the piece, from 1
     */
    public record RowView(
            int at, @Nullable Heading heading, int number, @Nullable PieceRow piece, List<CellView> cells) {}

    /** Lines from one, counted from 0, to before another. */
    static List<RowView> of(PlanSnapshot plan, PlanView view, int from, int to) {
        List<PlanService.ShownColumn> columns = plan.columns();
        List<RowView> lines = new ArrayList<>();
        int at = Math.max(0, from);
        for (PlanView.Line line : view.lines(from, to)) {
            at++;
            if (line instanceof PlanView.Line.Piece piece) {
                int row = piece.row();
                List<CellView> cells = new ArrayList<>();
                for (int column = 0; column < columns.size(); column++) {
                    cells.add(new CellView(
                            plan.grid().cell(row, column),
                            plan.made().state(plan.grid(), row, column),
                            plan.made().why(row, column),
                            isFirst(columns, column) ? "first" : null,
                            columns.get(column).combines(),
                            view.shows(row, column)));
                }
                lines.add(new RowView(at, null, row + 1, plan.rows().get(row), cells));
            } else {
                lines.add(new RowView(at, (Heading) line, 0, null, List.of()));
            }
        }
        return lines;
    }

    /** Whether a column is the first of its channel. */
    static boolean isFirst(List<PlanService.ShownColumn> columns, int at) {
        return at == 0
                || columns.get(at - 1).band().channel().id()
                        != columns.get(at).band().channel().id();
    }

    /** What is asked for by an id that a page sent; empty if it is not there. */
    static Optional<GridCell> cell(PlanSnapshot plan, String piece, String column) {
        return plan.grid().rowOf(piece).flatMap(row -> plan.grid()
                .columnOf(column)
                .map(at -> plan.grid().cell(row, at)));
    }
}
