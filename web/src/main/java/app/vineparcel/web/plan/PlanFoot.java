package app.vineparcel.web.plan;

import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.Grid;
import app.vineparcel.core.plan.GridTotals;
import app.vineparcel.web.Words;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * What the foot of the plan says.
 *
 * @param count renditions that will be made
 * @param renditions the same in words
 * @param pieces of how many pieces
 * @param weight about how heavy in all
 * @param findings how many of each kind
 */
record PlanFoot(int count, String renditions, String pieces, String weight, String findings) {

    static PlanFoot of(Grid grid, Words words) {
        GridTotals totals = grid.totals();
        List<String> found = new ArrayList<>();
        for (Finding.Level level : Finding.Level.values()) {
            if (totals.count(level) > 0) {
                found.add(words.count(totals.count(level), level.name().toLowerCase(Locale.ROOT)));
            }
        }
        return new PlanFoot(
                totals.renditions(),
                words.count(totals.renditions(), "rendition"),
                "of " + words.count(grid.piecesOn(), "piece"),
                "about " + words.weight(totals.bytes()),
                found.isEmpty() ? "no findings" : String.join(" · ", found));
    }
}
