package app.vineparcel.web.plan;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.Grid;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.web.Text;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.recipes.RecipeService;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Tells files apart that are in each other's way, by putting something into the names of exactly the recipes that they are made by. */
@Component
class PathFixes {

    /**
     * A way, with what it makes of some names.
     *
     * @param word of the way
     * @param label what a button says
     * @param left how many cells would still be in each other's way
     * @param recipes whose names would change
     */
    record Fix(String word, String label, int left, List<String> recipes, List<Example> examples) {}

    /** A path before and after. */
    record Example(String before, String after) {}

    /** What can be put into a name. */
    private enum Way {
        SOURCE(Text.of("plan.put-the-source-name"), name -> "{stem}-" + name),
        NUMBER(Text.of("plan.add-the-piece-number"), name -> name + "-{n:3}"),
        RECIPE(Text.of("plan.add-the-recipe-name"), name -> name + "-{recipe|kebab}");

        private final String label;
        private final UnaryOperator<String> change;

        Way(String label, UnaryOperator<String> change) {
            this.label = label;
            this.change = change;
        }
    }

    private static final int SHOWN = 3;

    private final PlanGrids grids;
    private final RecipeService recipes;

    PathFixes(PlanGrids grids, RecipeService recipes) {
        this.grids = grids;
        this.recipes = recipes;
    }

    /** The ways that help, best first. */
    List<Fix> of(Assignment assignment, PlanSnapshot plan) {
        List<Choices.CellKey> late = plan.grid().collisions();
        List<Fix> fixes = new ArrayList<>();
        for (Way way : Way.values()) {
            Map<String, Recipe> changed = changed(plan, late, way);
            Grid tried = grids.tried(assignment, plan, columns(plan, changed));
            int left = tried.collisions().size();
            if (left < late.size()) {
                fixes.add(new Fix(
                        way.name().toLowerCase(Locale.ROOT),
                        way.label,
                        left,
                        changed.values().stream()
                                .map(Recipe::title)
                                .distinct()
                                .sorted()
                                .toList(),
                        late.stream()
                                .limit(SHOWN)
                                .map(cell -> new Example(path(plan.grid(), cell), path(tried, cell)))
                                .toList()));
            }
        }
        fixes.sort(Comparator.comparingInt(Fix::left));
        return fixes;
    }

    /** Keeps the recipes with their new names, each as its next version. */
    void apply(Assignment assignment, PlanSnapshot plan, String word) throws ProblemException {
        for (Way way : Way.values()) {
            if (way.name().toLowerCase(Locale.ROOT).equals(word)) {
                for (PlanService.ShownColumn column :
                        concerned(plan, plan.grid().collisions())) {
                    Recipe now = recipes.get(column.stored().id()).recipe();
                    recipes.change(column.stored().id(), now.named(way.change.apply(now.name())));
                }
                return;
            }
        }
        throw SelectionController.gone();
    }

    private static List<PlanService.ShownColumn> concerned(PlanSnapshot plan, List<Choices.CellKey> late) {
        Set<String> named = late.stream().map(Choices.CellKey::column).collect(Collectors.toSet());
        Map<Long, PlanService.ShownColumn> byRecipe = new HashMap<>();
        plan.columns().stream()
                .filter(column -> named.contains(column.key().key()))
                .forEach(column -> byRecipe.putIfAbsent(column.stored().id(), column));
        return List.copyOf(byRecipe.values());
    }

    private static Map<String, Recipe> changed(PlanSnapshot plan, List<Choices.CellKey> late, Way way) {
        Set<Long> ids = concerned(plan, late).stream()
                .map(column -> column.stored().id())
                .collect(Collectors.toSet());
        Map<String, Recipe> changed = new HashMap<>();
        plan.columns().stream()
                .filter(column -> ids.contains(column.stored().id()))
                .forEach(column -> {
                    Recipe now = column.column().recipe();
                    changed.put(column.key().key(), now.named(way.change.apply(now.name())));
                });
        return changed;
    }

    private static List<PlanColumn> columns(PlanSnapshot plan, Map<String, Recipe> changed) {
        return plan.grid().columns().stream()
                .map(column -> changed.containsKey(column.id()) ? column.with(changed.get(column.id())) : column)
                .toList();
    }

    private static String path(Grid grid, Choices.CellKey cell) {
        return grid.cell(
                        grid.rowOf(cell.piece()).orElseThrow(),
                        grid.columnOf(cell.column()).orElseThrow())
                .files()
                .get(0)
                .path();
    }
}
