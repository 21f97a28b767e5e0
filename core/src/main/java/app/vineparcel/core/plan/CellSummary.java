package app.vineparcel.core.plan;

import java.util.Comparator;
import java.util.List;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/**
 * What a grid remembers of a cell, whether it is on or not: a few numbers, and the paths by which collisions are found.
 *
 * @param isFor whether the recipe says anything to such a piece
 * @param paths where its files go, as file systems compare them; none where something stands in its way
 * @param bytes about how heavy each will be
 * @param worst its worst finding, or null
 * @param codes of its findings, each once
 */
record CellSummary(boolean isFor, String[] paths, long[] bytes, Finding.@Nullable Level worst, String[] codes) {

    /** A cell that stays empty. */
    static final CellSummary NOT_FOR = new CellSummary(false, new String[0], new long[0], null, new String[0]);

    /**
     * Of files.
     *
     * @param quiet findings that somebody accepted
     */
    static CellSummary of(List<PlannedRendition> files, Predicate<Finding> quiet) {
        boolean sound = files.stream().allMatch(PlannedRendition::canBeMade);
        return new CellSummary(
                true,
                sound
                        ? files.stream()
                                .map(file -> PathPlan.sameFile(file.path()))
                                .toArray(String[]::new)
                        : new String[0],
                files.stream().mapToLong(PlannedRendition::predictedBytes).toArray(),
                files.stream()
                        .flatMap(file -> file.findings().stream())
                        .filter(quiet.negate())
                        .map(Finding::level)
                        .min(Comparator.naturalOrder())
                        .orElse(null),
                files.stream()
                        .flatMap(file -> file.findings().stream())
                        .filter(quiet.negate())
                        .map(Finding::code)
                        .distinct()
                        .toArray(String[]::new));
    }

    /** Whether nothing of its own stands in its way. */
    boolean isSound() {
        return isFor && worst != Finding.Level.BLOCKER;
    }
}
