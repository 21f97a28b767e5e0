package app.vineparcel.core.plan;

import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeWriter;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.ToIntFunction;

/** What of a grid was made before, and whether it would come out the same today. Immutable; says nothing about whether a cell is wanted. */
public final class MadeStates {

    /** Nothing was made. */
    public static final MadeStates NONE = new MadeStates(new CellState[0], new String[0], 0);

    private final CellState[] states;
    private final String[] reasons;
    private final int columns;

    private MadeStates(CellState[] states, String[] reasons, int columns) {
        this.states = states;
        this.reasons = reasons;
        this.columns = columns;
    }

    /**
     * Compares.
     *
     * @param made the files of cells, each as it was made last
     * @param sources a word for each row's file and how it is taken, in the order of the rows
     * @param version of a column's recipe as it now is
     */
    public static MadeStates of(
            Grid grid, Map<Choices.Cell, List<MadeFile>> made, List<String> sources, ToIntFunction<String> version) {
        int columns = grid.columns().size();
        CellState[] states = new CellState[made.isEmpty() ? 0 : grid.rows().size() * columns];
        String[] reasons = new String[states.length];
        Map<PlanColumn, String> recipes = new IdentityHashMap<>();
        made.forEach((cell, files) -> {
            int row = grid.rowOf(cell.piece()).orElse(-1);
            int column = grid.columnOf(cell.column()).orElse(-1);
            if (row < 0 || column < 0 || !grid.isFor(row, column)) {
                return;
            }
            List<PlanColumn> steps = grid.steps(row, column);
            String recipe = recipes.computeIfAbsent(steps.get(0), step -> word(step.recipe()));
            String why = changed(grid, row, column, files, recipe, sources.get(row), version);
            boolean sound = files.stream().allMatch(MadeFile::sound);
            states[row * columns + column] =
                    !sound ? CellState.FAILED : why.isEmpty() ? CellState.DONE : CellState.CHANGED;
            reasons[row * columns + column] = why;
        });
        return new MadeStates(states, reasons, columns);
    }

    private static String changed(
            Grid grid,
            int row,
            int column,
            List<MadeFile> files,
            String recipe,
            String source,
            ToIntFunction<String> version) {
        List<PlanColumn> steps = grid.steps(row, column);
        boolean combines = Planner.combines(steps.get(0));
        for (MadeFile file : files) {
            if (!file.recipe().isEmpty() && !file.recipe().equals(recipe)) {
                int now = version.applyAsInt(grid.columns().get(column).id());
                return now == file.version() || now == 0 ? "override or channel" : "recipe version " + now;
            }
            if (!file.source().isEmpty() && !file.source().equals(source)) {
                return "source is newer";
            }
            if (!combines && !grid.paths(row, column).contains(PathPlan.sameFile(file.path()))) {
                return "name or folder";
            }
            if (!combines && !file.framing().isEmpty()) {
                boolean same = steps.stream()
                        .filter(step -> step.density() == file.density())
                        .anyMatch(step ->
                                word(Frames.frame(grid.rows().get(row), step)).equals(file.framing()));
                if (!same) {
                    return "crop or size";
                }
            }
        }
        return combines || files.size() == steps.size() ? "" : "densities";
    }

    /** The same word for the same recipe: MD5 over its file, in hexadecimal, as the database can make it too. */
    public static String word(Recipe recipe) {
        try {
            byte[] file = RecipeWriter.write(recipe).getBytes(StandardCharsets.UTF_8);
            return HexFormat.of().formatHex(MessageDigest.getInstance("MD5").digest(file));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has MD5", e);
        }
    }

    /** The same word for the same part at the same size. */
    public static String word(Framing framing) {
        return String.format(
                Locale.ROOT,
                "%.2f,%.2f,%.2f,%.2f>%s>%s",
                framing.crop().x(),
                framing.crop().y(),
                framing.crop().width(),
                framing.crop().height(),
                framing.content(),
                framing.canvas());
    }

    /** The state of a cell. */
    public CellState state(Grid grid, int row, int column) {
        if (!grid.isOn(row, column)) {
            return CellState.LEFT_OUT;
        }
        int index = row * columns + column;
        return index < states.length && states[index] != null ? states[index] : CellState.PLANNED;
    }

    /** Why a cell that was made is not what it would be today; empty otherwise. */
    public String why(int row, int column) {
        int index = row * columns + column;
        return index < reasons.length && reasons[index] != null ? reasons[index] : "";
    }
}
