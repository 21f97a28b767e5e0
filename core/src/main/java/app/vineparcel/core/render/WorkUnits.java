package app.vineparcel.core.render;

import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.source.SourceOptions;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Shares a plan out. What comes from one picture stays together, so that it is decoded once; the pieces of a document are shared out
 * over all threads, each of which opens the document for itself; a sheet and a file of several pieces stand alone.
 */
public final class WorkUnits {

    private WorkUnits() {}

    private record Origin(Path file, SourceOptions options, String alone) {}

    /**
     * The shares of a plan, each to be made by one thread.
     *
     * @param threads into how many shares the pieces of one document are cut, at most
     */
    public static List<List<PlannedRendition>> of(Plan plan, int threads) {
        Map<Origin, List<PlannedRendition>> byOrigin = new LinkedHashMap<>();
        for (PlannedRendition rendition : plan.renditions()) {
            byOrigin.computeIfAbsent(origin(rendition), key -> new ArrayList<>())
                    .add(rendition);
        }
        List<List<PlannedRendition>> units = new ArrayList<>();
        byOrigin.values().forEach(group -> units.addAll(shares(group, threads)));
        return units;
    }

    private static Origin origin(PlannedRendition rendition) {
        boolean alone =
                !rendition.pages().isEmpty() || rendition.piece().part().sheet().isPresent();
        return new Origin(
                rendition.piece().file(), rendition.options(rendition.piece()), alone ? rendition.path() : "");
    }

    /** Cuts between pieces only. */
    private static List<List<PlannedRendition>> shares(List<PlannedRendition> group, int threads) {
        Map<Object, List<PlannedRendition>> byPiece = new LinkedHashMap<>();
        for (PlannedRendition rendition : group) {
            byPiece.computeIfAbsent(rendition.piece().piece().key(), key -> new ArrayList<>())
                    .add(rendition);
        }
        int each = (byPiece.size() + threads - 1) / threads;
        List<List<PlannedRendition>> shares = new ArrayList<>();
        int number = 0;
        for (List<PlannedRendition> piece : byPiece.values()) {
            if (number++ % each == 0) {
                shares.add(new ArrayList<>());
            }
            shares.get(shares.size() - 1).addAll(piece);
        }
        return shares;
    }
}
