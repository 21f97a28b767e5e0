package app.vineparcel.web.runs;

import app.vineparcel.core.plan.MadeFile;
import app.vineparcel.core.source.FileContent;
import app.vineparcel.web.storage.DeliveryFolders;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Tells whether delivered files are still as they were put in place, and looks again every few seconds where somebody has the plan open. */
@Component
class DeliveredFiles {

    private static final Duration LOOKED_AT = Duration.ofMinutes(2);
    private static final int MOST_READ = 100_000;

    private record Watched(List<DeliveredFile> files, String word, Instant asked) {}

    /** A file that had to be read, since its time is another one than it was put there with. */
    private record Read(long modified, String sha256) {}

    private final DeliveryFolders folders;
    private final Clock clock;
    private final Map<Long, Watched> watched = new ConcurrentHashMap<>();
    private final Map<Path, Read> read = new ConcurrentHashMap<>();

    DeliveredFiles(DeliveryFolders folders, Clock clock) {
        this.folders = folders;
        this.clock = clock;
    }

    /** What became of a file. One of the same weight and time is not read, any other once. */
    MadeFile.Result of(Path root, DeliveredFile then) {
        Path file = root.resolve(then.path());
        try {
            BasicFileAttributes now = Files.readAttributes(file, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
            long modified = now.lastModifiedTime().toMillis();
            boolean same = now.isRegularFile()
                    && now.size() == then.bytes()
                    && (then.isOfTime(modified) || then.sha256().equals(sum(file, modified)));
            return same ? MadeFile.Result.IN_PLACE : MadeFile.Result.OVERWRITTEN;
        } catch (IOException gone) {
            return MadeFile.Result.GONE;
        }
    }

    private String sum(Path file, long modified) throws IOException {
        Read known = read.get(file);
        if (known == null || known.modified() != modified) {
            if (read.size() > MOST_READ) {
                read.clear();
            }
            known = new Read(modified, FileContent.sum(file));
            read.put(file, known);
        }
        return known.sha256();
    }

    /** What became of files, which from now on are looked at by themselves. */
    List<MadeFile.Result> watch(long assignmentId, List<DeliveredFile> files) {
        List<MadeFile.Result> results = results(assignmentId, files);
        watched.put(assignmentId, new Watched(files, word(files, results), clock.instant()));
        return results;
    }

    /** Another after a file is gone, overwritten or back; empty while all are in place. */
    String word(long assignmentId) {
        Watched now = watched.computeIfPresent(
                assignmentId, (id, before) -> new Watched(before.files(), before.word(), clock.instant()));
        return now == null ? "" : now.word();
    }

    @Scheduled(fixedDelay = 4000)
    void check() {
        Instant since = clock.instant().minus(LOOKED_AT);
        watched.values().removeIf(one -> one.asked().isBefore(since));
        watched.forEach((assignment, before) -> {
            String word = word(before.files(), results(assignment, before.files()));
            watched.computeIfPresent(
                    assignment,
                    (id, now) -> now.files() == before.files() ? new Watched(now.files(), word, now.asked()) : now);
        });
    }

    private List<MadeFile.Result> results(long assignmentId, List<DeliveredFile> files) {
        Path root = folders.of(assignmentId);
        return files.stream().map(file -> of(root, file)).toList();
    }

    private static String word(List<DeliveredFile> files, List<MadeFile.Result> results) {
        List<String> differing = new ArrayList<>();
        for (int i = 0; i < files.size(); i++) {
            if (results.get(i) != MadeFile.Result.IN_PLACE) {
                differing.add(files.get(i).path() + results.get(i));
            }
        }
        return differing.isEmpty() ? "" : Integer.toHexString(differing.hashCode());
    }
}
