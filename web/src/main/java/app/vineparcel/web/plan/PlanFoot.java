package app.vineparcel.web.plan;

import app.vineparcel.core.plan.CellState;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.Grid;
import app.vineparcel.core.plan.GridTotals;
import app.vineparcel.web.Text;
import app.vineparcel.web.Words;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What the foot of the plan says.
 *
 * @param count renditions that will be made
 * @param renditions the same in words
 * @param pieces of how many pieces
 * @param weight about how heavy in all
 * @param findings how many of each kind
 * @param toMake how many of them are not in place and unchanged
 * @param states how many of them are made, changed, new; empty before anything was made
 */
record PlanFoot(
        int count, int toMake, String renditions, String pieces, String weight, String findings, String states) {

    static PlanFoot of(PlanSnapshot plan, Words words) {
        Grid grid = plan.grid();
        GridTotals totals = grid.totals();
        List<String> found = new ArrayList<>();
        for (Finding.Level level : Finding.Level.values()) {
            if (totals.count(level) > 0) {
                found.add(words.count(totals.count(level), level.name().toLowerCase(Locale.ROOT)));
            }
        }
        Map<CellState, Integer> counts = plan.made().files(grid);
        return new PlanFoot(
                totals.renditions(),
                totals.renditions() - counts.getOrDefault(CellState.DONE, 0),
                words.count(totals.renditions(), "rendition"),
                Text.of("plan.of", words.count(grid.piecesOn(), "piece")),
                Text.of("plan.about", words.weight(totals.bytes())),
                found.isEmpty() ? Text.of("plan.no-findings") : String.join(" · ", found),
                plan.files().isEmpty() ? "" : states(counts));
    }

    /** What the main button says. */
    @JsonProperty
    public String button() {
        if (count == 0) {
            return "Render";
        }
        if (toMake == count) {
            return Text.of("plan.render", count);
        }
        return toMake == 0 ? Text.of("plan.nothing-changed") : Text.of("plan.render-that-changed", toMake);
    }

    /** What the other button says; empty where the main one makes all. */
    @JsonProperty
    public String again() {
        return toMake == count ? "" : Text.of("plan.all-again", count);
    }

    private static String states(Map<CellState, Integer> counts) {
        return Stream.of(CellState.DONE, CellState.CHANGED, CellState.PLANNED, CellState.FAILED)
                .filter(counts::containsKey)
                .map(state -> "%,d %s"
                        .formatted(counts.get(state), state == CellState.PLANNED ? Text.of("plan.new") : state.word()))
                .collect(Collectors.joining(" · "));
    }
}
