package app.vineparcel.web.plan;

import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.FindingGuide;
import app.vineparcel.core.plan.Grid;
import app.vineparcel.core.plan.GridCell;
import app.vineparcel.core.plan.Remedy;
import app.vineparcel.web.Text;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;

/**
 * What was found in a plan, kind by kind: what matters most comes first.
 *
 * @param whole what concerns all of the plan
 * @param kinds what concerns single cells
 * @param accepted what somebody has seen and means so
 */
record FindingsPanel(List<Finding> whole, List<Kind> kinds, List<Quiet> accepted) {

    /** So many cells are asked whether a remedy would help. */
    private static final int LOOKED_AT = 40;

    /**
     * Findings of one code.
     *
     * @param level in lower case
     * @param count in how many cells that are on
     * @param message of the first of them
     * @param remedies that one click does for all of them
     */
    record Kind(String code, String title, String level, int count, String why, String message, List<Remedy> remedies) {

        public boolean acceptable() {
            return !level.equals("blocker");
        }

        public boolean renames() {
            return code.equals(Finding.SAME_PATH);
        }
    }

    /**
     * Something that is accepted.
     *
     * @param where for which piece or recipe, in words
     */
    record Quiet(String code, String title, String where, String piece, String column) {}

    static FindingsPanel of(PlanSnapshot plan, List<Finding> whole) {
        Grid grid = plan.grid();
        List<Kind> kinds = new ArrayList<>();
        grid.totals().codes().forEach((code, count) -> kinds.add(kind(grid, code, count)));
        kinds.sort(Comparator.comparing(
                        (Kind kind) -> Finding.Level.valueOf(kind.level().toUpperCase(Locale.ROOT)))
                .thenComparing(kind -> FindingGuide.order(kind.code())));
        return new FindingsPanel(whole, kinds, accepted(plan));
    }

    private static Kind kind(Grid grid, String code, int count) {
        List<Choices.CellKey> cells = grid.found(code);
        List<GridCell> some = cells.stream()
                .limit(LOOKED_AT)
                .map(cell -> grid.cell(
                        grid.rowOf(cell.piece()).orElseThrow(),
                        grid.columnOf(cell.column()).orElseThrow()))
                .toList();
        Finding first = some.stream()
                .flatMap(cell -> cell.files().stream())
                .flatMap(file -> file.findings().stream())
                .filter(finding -> finding.code().equals(code))
                .findFirst()
                .orElse(new Finding(Finding.Level.HINT, code, ""));
        return new Kind(
                code,
                FindingGuide.title(code),
                first.level().name().toLowerCase(Locale.ROOT),
                count,
                FindingGuide.why(code),
                first.message(),
                Remedy.against(code).stream()
                        .filter(remedy -> some.stream().anyMatch(cell -> remedy.on(
                                        cell.piece(), cell.column().recipe(), cell.override())
                                .isPresent()))
                        .toList());
    }

    private static List<Quiet> accepted(PlanSnapshot plan) {
        Grid grid = plan.grid();
        return grid.choices().accepted().stream()
                .map(one -> new Quiet(
                        one.code(), FindingGuide.title(one.code()), where(grid, one), one.piece(), one.column()))
                .sorted(Comparator.comparing(Quiet::title).thenComparing(Quiet::where))
                .toList();
    }

    private static String where(Grid grid, Choices.Accepted one) {
        String piece = grid.rowOf(one.piece())
                .map(row -> "“%s”".formatted(grid.rows().get(row).name()))
                .orElse("");
        String recipe = grid.columnOf(one.column())
                .map(at -> grid.columns().get(at).recipe().title())
                .orElse("");
        return piece.isEmpty() && recipe.isEmpty()
                ? Text.of("plan.the-whole-plan")
                : piece.isEmpty() ? recipe : recipe.isEmpty() ? piece : piece + ", " + recipe;
    }
}
