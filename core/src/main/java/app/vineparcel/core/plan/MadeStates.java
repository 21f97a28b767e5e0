package app.vineparcel.core.plan;

import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeWriter;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.EnumMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.ToIntFunction;

/**
 * What of a grid was made before, and whether it would come out the same today and is still in place. Immutable; says nothing about whether a cell is
 * wanted.
 */
public final class MadeStates {

    /** Nothing was made. */
    public static final MadeStates NONE = new MadeStates(0, 0);

    private final CellState[] states;
    private final String[] reasons;
    /** How many files of a cell are as they would come out today. */
    private final byte[] fresh;

    private final int columns;

    private MadeStates(int cells, int columns) {
        this.states = new CellState[cells];
        this.reasons = new String[cells];
        this.fresh = new byte[cells];
        this.columns = columns;
    }

    /**
     * What is compared with.
     *
     * @param sources a word for each row's file and how it is taken, in the order of the rows
     * @param version of a column's recipe as it now is
     * @param fingerprints of what would be made now
     * @param orders as {@link Grid#selected} takes them
     */
    public record Now(
            List<String> sources,
            ToIntFunction<String> version,
            Fingerprints fingerprints,
            Map<String, List<String>> orders) {}

    /**
     * Compares.
     *
     * @param made the files of cells, each as it was made last
     */
    public static MadeStates of(Grid grid, Map<Choices.CellKey, List<MadeFile>> made, Now now) {
        int columns = grid.columns().size();
        MadeStates all = new MadeStates(made.isEmpty() ? 0 : grid.rows().size() * columns, columns);
        Comparison comparison = new Comparison(grid, now);
        made.forEach((cell, files) -> {
            int row = grid.rowOf(cell.piece()).orElse(-1);
            int column = grid.columnOf(cell.column()).orElse(-1);
            if (row >= 0 && column >= 0 && grid.isFor(row, column)) {
                Comparison.Found found = comparison.of(row, column, files);
                int index = row * columns + column;
                all.states[index] = found.state();
                all.reasons[index] = found.why();
                all.fresh[index] = (byte) found.fresh();
            }
        });
        return all;
    }

    /**
     * How many of the files that are expected are done, and how many are yet to be made, by the state of their cells; a file of several pieces counts
     * once.
     */
    public Map<CellState, Integer> files(Grid grid) {
        Map<CellState, Integer> counts = new EnumMap<>(CellState.class);
        for (int column = 0; column < grid.columns().size(); column++) {
            if (Planner.combines(grid.columns().get(column))) {
                int files = grid.totals(column).renditions();
                if (files > 0) {
                    counts.merge(ofPages(grid, column), files, Integer::sum);
                }
                continue;
            }
            for (int row = 0; row < grid.rows().size(); row++) {
                int wanted = grid.isOn(row, column) ? grid.filesToMake(row, column) : 0;
                int index = row * columns + column;
                int done = Math.min(wanted, index < fresh.length ? fresh[index] : 0);
                if (done > 0) {
                    counts.merge(CellState.DONE, done, Integer::sum);
                }
                if (wanted > done) {
                    CellState state = state(grid, row, column);
                    counts.merge(state == CellState.DONE ? CellState.CHANGED : state, wanted - done, Integer::sum);
                }
            }
        }
        return counts;
    }

    /** The state of a file of several pieces: that of a page that is not done, if there is one. */
    private CellState ofPages(Grid grid, int column) {
        for (int row = 0; row < grid.rows().size(); row++) {
            if (grid.isOn(row, column) && state(grid, row, column) != CellState.DONE) {
                return state(grid, row, column);
            }
        }
        return CellState.DONE;
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
