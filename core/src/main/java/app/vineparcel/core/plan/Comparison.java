package app.vineparcel.core.plan;

import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Compares the files of cells as they were made last with what would be made now, and puts what differs into words. Used by one thread. */
final class Comparison {

    private static final String FAILED = "failed";

    /**
     * What came of it.
     *
     * @param why it is not what it would be today; empty otherwise
     * @param fresh how many of its files are
     */
    record Found(CellState state, String why, int fresh) {}

    private final Grid grid;
    private final MadeStates.Now now;
    private final Map<PlanColumn, String> recipes = new IdentityHashMap<>();
    private final Map<Integer, Optional<String>> combined = new HashMap<>();

    Comparison(Grid grid, MadeStates.Now now) {
        this.grid = grid;
        this.now = now;
    }

    /** One cell. */
    Found of(int row, int column, List<MadeFile> files) {
        List<PlanColumn> steps = grid.steps(row, column);
        boolean combines = Planner.combines(steps.get(0));
        int fresh = 0;
        String why = "";
        for (MadeFile file : files) {
            String differing = combines ? ofPages(column, row, file) : ofPiece(row, column, steps, file);
            fresh += differing.isEmpty() ? 1 : 0;
            why = why.isEmpty() ? differing : why;
        }
        boolean failed = files.stream().anyMatch(file -> file.result() == MadeFile.Result.FAILED);
        why = why.equals(FAILED) ? "" : why;
        if (why.isEmpty() && !failed && !combines && fresh < steps.size()) {
            why = "densities";
        }
        return new Found(failed ? CellState.FAILED : why.isEmpty() ? CellState.DONE : CellState.CHANGED, why, fresh);
    }

    private String ofPages(int column, int row, MadeFile file) {
        Optional<String> print = combined.computeIfAbsent(
                column, key -> grid.combined(key, now.orders()).flatMap(now.fingerprints()::of));
        boolean same = print.isPresent() && print.get().equals(file.made().fingerprint());
        boolean known = print.isPresent() && !file.made().fingerprint().isEmpty();
        String differing = same ? "" : ofRecipe(row, column, file);
        return differing.isEmpty() && known && !same ? "pages or their order" : standing(file, differing);
    }

    private String ofPiece(int row, int column, List<PlanColumn> steps, MadeFile file) {
        Optional<PlanColumn> step =
                steps.stream().filter(one -> one.density() == file.density()).findFirst();
        boolean samePath = grid.paths(row, column).contains(PathPlan.sameFile(file.path()));
        if (step.isEmpty()) {
            return "densities";
        }
        PlanPiece piece = grid.rows().get(row);
        Optional<String> print = file.made().fingerprint().isEmpty() || !samePath
                ? Optional.empty()
                : now.fingerprints().of(piece, step.get(), file.path());
        if (print.isPresent() && print.get().equals(file.made().fingerprint())) {
            return standing(file, "");
        }
        String differing = ofWords(row, column, file);
        if (differing.isEmpty() && !samePath) {
            return "name or folder";
        }
        if (differing.isEmpty()
                && !file.framing().isEmpty()
                && !MadeStates.word(Frames.frame(piece, step.get())).equals(file.framing())) {
            return "crop or size";
        }
        return differing.isEmpty() && print.isPresent()
                ? "watermark, profile, text or program"
                : standing(file, differing);
    }

    private String ofWords(int row, int column, MadeFile file) {
        String recipe = ofRecipe(row, column, file);
        String source = file.made().source();
        return recipe.isEmpty()
                        && !source.isEmpty()
                        && !source.equals(now.sources().get(row))
                ? "source changed"
                : recipe;
    }

    private String ofRecipe(int row, int column, MadeFile file) {
        MadeFile.From made = file.made();
        String recipe = recipes.computeIfAbsent(grid.steps(row, column).get(0), step -> MadeStates.word(step.recipe()));
        if (!made.recipe().isEmpty() && !made.recipe().equals(recipe)) {
            int version = now.version().applyAsInt(grid.columns().get(column).id());
            return version == made.version() || version == 0 ? "override or channel" : "recipe version " + version;
        }
        return "";
    }

    /** What differs, or what became of the file since. */
    private static String standing(MadeFile file, String differing) {
        if (!differing.isEmpty()) {
            return differing;
        }
        return switch (file.result()) {
            case IN_PLACE -> "";
            case OVERWRITTEN -> "somebody changed the file";
            case GONE -> "the file is gone";
            case FAILED -> FAILED;
        };
    }
}
