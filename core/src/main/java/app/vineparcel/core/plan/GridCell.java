package app.vineparcel.core.plan;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * A piece by a recipe within a channel, in full.
 *
 * @param piece the row
 * @param column the column as the grid has it, without what is otherwise for this piece
 * @param on whether it is expected
 * @param notFor why the recipe says nothing to such a piece; there are no files then
 * @param accepted findings that somebody accepted, which those of the files are without
 * @param files what it makes, one a density; of a column that makes one file of all pieces its page only
 * @param override what is otherwise than the recipe for this piece
 */
public record GridCell(
        PlanPiece piece,
        PlanColumn column,
        boolean on,
        Optional<String> notFor,
        List<Finding> accepted,
        List<PlannedRendition> files,
        Optional<PieceOverride> override) {

    /** The file that stands for the others: the first that cannot be made, else the first. */
    public Optional<PlannedRendition> shown() {
        return files.stream().filter(file -> !file.canBeMade()).findFirst().or(() -> files.stream()
                .findFirst());
    }

    /** Whether it can be turned on: nothing of its own stands in its way. */
    public boolean canBeOn() {
        return notFor.isEmpty() && files.stream().allMatch(file -> file.canBeMade() || file.collides());
    }

    /** About how heavy all of its files will be. */
    public long bytes() {
        return files.stream().mapToLong(PlannedRendition::predictedBytes).sum();
    }

    /** How much its worst finding matters. */
    public Optional<Finding.Level> worst() {
        return files.stream()
                .flatMap(file -> file.findings().stream())
                .map(Finding::level)
                .min(Comparator.naturalOrder());
    }
}
