package app.vineparcel.web.plan;

import app.vineparcel.core.naming.SafeName;
import app.vineparcel.core.plan.Choices;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Chooses the recipes that elements of a drawing ask for themselves; what somebody turned on or off by hand stays so. */
final class RequestedRecipes {

    private RequestedRecipes() {}

    /**
     * The choices with what is asked for.
     *
     * @param asking words of recipes by the ids of the pieces that ask for them
     * @param chosen with those pieces among the ones that are only rendered where somebody asks, and their cells that were turned off by hand among
     *     those that are off
     */
    static Choices among(List<PlanService.ShownColumn> columns, Map<String, List<String>> asking, Choices chosen) {
        if (asking.isEmpty()) {
            return chosen;
        }
        List<Choices.CellKey> on = new ArrayList<>();
        for (PlanService.ShownColumn column : columns) {
            String word = SafeName.kebab(column.stored().title());
            asking.forEach((piece, words) -> {
                Choices.CellKey cell = new Choices.CellKey(piece, column.key().key());
                if (words.contains(word) && !chosen.off().contains(cell)) {
                    on.add(cell);
                }
            });
        }
        return chosen.turned(on, true);
    }
}
