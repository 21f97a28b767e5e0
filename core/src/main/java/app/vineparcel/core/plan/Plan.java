package app.vineparcel.core.plan;

import java.util.List;

/**
 * Everything that will be made, before it is made.
 *
 * @param renditions piece by piece, in each the recipes in their order
 */
public record Plan(List<PlannedRendition> renditions) {

    public Plan {
        renditions = List.copyOf(renditions);
    }

    /** How heavy all of it will be, about. */
    public long predictedBytes() {
        return renditions.stream()
                .filter(PlannedRendition::canBeMade)
                .mapToLong(PlannedRendition::predictedBytes)
                .sum();
    }

    /** How many findings of that level there are. */
    public long count(Finding.Level level) {
        return renditions.stream()
                .flatMap(r -> r.findings().stream())
                .filter(f -> f.level() == level)
                .count();
    }
}
