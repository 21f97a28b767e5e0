package app.vineparcel.web.runs;

import app.vineparcel.core.plan.MadeFile;
import app.vineparcel.web.storage.DeliveryFolders;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Looks every few seconds whether delivered files are still as they were put in place, in the assignments whose plan somebody has open. */
@Component
class Standings {

    private static final Duration LOOKED_AT = Duration.ofMinutes(2);

    private record Watched(List<FileStanding> files, String word, Instant asked) {}

    private final DeliveryFolders folders;
    private final Clock clock;
    private final Map<Long, Watched> watched = new ConcurrentHashMap<>();

    Standings(DeliveryFolders folders, Clock clock) {
        this.folders = folders;
        this.clock = clock;
    }

    /** From now on these; they were just looked at. */
    void watch(long assignmentId, List<FileStanding> files) {
        Watched now = watched.compute(
                assignmentId, (id, before) -> new Watched(files, before == null ? "" : before.word(), clock.instant()));
        if (now.word().isEmpty()) {
            look(assignmentId);
        }
    }

    /** Another after a file is gone, overwritten or back. */
    String word(long assignmentId) {
        Watched now = watched.computeIfPresent(
                assignmentId, (id, before) -> new Watched(before.files(), before.word(), clock.instant()));
        return now == null ? "" : now.word();
    }

    @Scheduled(fixedDelay = 4000)
    void look() {
        Instant since = clock.instant().minus(LOOKED_AT);
        watched.values().removeIf(one -> one.asked().isBefore(since));
        watched.keySet().forEach(this::look);
    }

    private void look(long assignmentId) {
        Watched now = watched.get(assignmentId);
        if (now == null) {
            return;
        }
        Path root = folders.of(assignmentId);
        int hash = 1;
        for (FileStanding file : now.files()) {
            MadeFile.Result result = file.in(root);
            if (result != MadeFile.Result.IN_PLACE) {
                hash = 31 * hash + (file.path() + result).hashCode();
            }
        }
        String word = Integer.toHexString(hash);
        watched.computeIfPresent(
                assignmentId,
                (id, before) ->
                        before.files() == now.files() ? new Watched(now.files(), word, before.asked()) : before);
    }
}
