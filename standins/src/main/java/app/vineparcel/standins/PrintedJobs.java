package app.vineparcel.standins;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;

/** What a simulated printer has printed: PDF files in a folder, the oldest given up where there are too many. */
final class PrintedJobs {

    private static final int MOST = 200;
    private static final int LONGEST_NAME = 80;

    /** One of them. */
    record Job(int number, String name, Path file) {}

    private final Path folder;
    private final AtomicInteger last;

    PrintedJobs(Path folder) throws IOException {
        this.folder = Files.createDirectories(folder);
        this.last = new AtomicInteger(all().stream().mapToInt(Job::number).max().orElse(0));
    }

    /** The newest first. */
    List<Job> all() throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.filter(file -> file.getFileName().toString().matches("\\d{5} .*\\.pdf"))
                    .map(PrintedJobs::job)
                    .sorted(Comparator.comparing(Job::number).reversed())
                    .toList();
        }
    }

    private static Job job(Path file) {
        String name = file.getFileName().toString();
        return new Job(Integer.parseInt(name.substring(0, 5)), name.substring(6, name.length() - 4), file);
    }

    /** Keeps one and says its number. */
    synchronized int keep(String name, byte[] document) throws IOException {
        int number = last.incrementAndGet();
        String safe = name.replaceAll("[^\\p{L}\\p{N} ._-]+", " ").strip();
        Path part = folder.resolve("%05d.part".formatted(number));
        Files.write(part, document);
        Files.move(
                part,
                folder.resolve("%05d %s.pdf"
                        .formatted(number, safe.length() > LONGEST_NAME ? safe.substring(0, LONGEST_NAME) : safe)));
        List<Job> all = all();
        for (Job old : all.subList(Math.min(MOST, all.size()), all.size())) {
            Files.deleteIfExists(old.file());
        }
        return number;
    }
}
