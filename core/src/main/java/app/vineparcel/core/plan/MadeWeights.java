package app.vineparcel.core.plan;

import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/**
 * What files weighed when they were made last. A file that would come out the same today weighs the same, whatever is predicted. May be used from
 * several threads.
 */
public final class MadeWeights {

    /** Nothing was made. */
    public static final MadeWeights NONE = new MadeWeights(Map.of(), Map.of());

    private final Map<Choices.CellKey, List<MadeFile>> files;
    private final Map<String, String> sources;
    private final Map<PlanColumn, String> recipes = new IdentityHashMap<>();

    /**
     * Of files.
     *
     * @param files of cells, each as it was made last
     * @param sources by piece, a word for its file and how it is taken
     */
    public MadeWeights(Map<Choices.CellKey, List<MadeFile>> files, Map<String, String> sources) {
        this.files = files;
        this.sources = sources;
    }

    /** Whether of a cell the same was made. */
    boolean sameOf(Choices.CellKey cell, MadeWeights other) {
        return Objects.equals(files.get(cell), other.files.get(cell));
    }

    /** A rendition with the weight that it had, if it was made as it would be today. */
    PlannedRendition weighed(Choices.CellKey cell, PlannedRendition planned) {
        List<MadeFile> made = files.get(cell);
        if (made == null || Planner.combines(planned.column())) { // a page weighs less than the file of all of them
            return planned;
        }
        String framing = MadeStates.word(planned.framing());
        String source = sources.getOrDefault(cell.piece(), "");
        for (MadeFile file : made) {
            boolean same = file.result() != MadeFile.Result.FAILED
                    && file.bytes() > 0
                    && file.density() == planned.column().density()
                    && file.made().recipe().equals(recipe(planned.column()))
                    && file.made().source().equals(source)
                    && file.framing().equals(framing);
            if (same) {
                return planned.weighing(file.bytes());
            }
        }
        return planned;
    }

    private String recipe(PlanColumn column) {
        synchronized (recipes) {
            return recipes.computeIfAbsent(column, one -> MadeStates.word(one.recipe()));
        }
    }
}
