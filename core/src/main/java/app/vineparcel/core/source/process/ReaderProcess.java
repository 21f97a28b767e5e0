package app.vineparcel.core.source.process;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.WorkLimits;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SourceReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** Reads sources by a process each. What that process runs into, down to its end, becomes a {@link Problem} of the source. */
public final class ReaderProcess {

    /** For starting and ending it. */
    private static final Duration AROUND = Duration.ofSeconds(20);
    /** How the virtual machine ends when its heap does (-XX:+ExitOnOutOfMemoryError). */
    private static final int HEAP_FULL = 3;

    private final int heapMegabytes;
    private final WorkLimits limits;

    /**
     * Processes with that much heap each.
     *
     * @param heapMegabytes at least 64
     */
    public ReaderProcess(int heapMegabytes, WorkLimits limits) {
        this.heapMegabytes = Math.max(64, heapMegabytes);
        this.limits = limits;
    }

    /**
     * Looks into a file; see {@link SourceReader#contents}.
     *
     * @throws ProblemException also if the process dies of it
     */
    public SourceReader.Contents contents(Path file, SourceOptions options) throws ProblemException {
        String name = file.getFileName().toString();
        try {
            Path answer = Files.createTempFile("source", ".json");
            try {
                return read(file, options, answer, name);
            } finally {
                Files.deleteIfExists(answer);
            }
        } catch (IOException e) {
            throw new ProblemException(
                    new Problem.CannotWrite(
                            name,
                            "A process that reads it cannot be started.",
                            "Check whether the disk of the temporary folder is full."),
                    e);
        }
    }

    private SourceReader.Contents read(Path file, SourceOptions options, Path answer, String name)
            throws IOException, ProblemException {
        Reader.Order order = new Reader.Order(
                file.toAbsolutePath().toString(),
                options,
                limits.pixels(),
                limits.source().toSeconds());
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx" + heapMegabytes + "m",
                "-XX:+ExitOnOutOfMemoryError",
                "-XX:TieredStopAtLevel=1",
                "-Djava.awt.headless=true",
                "-Djava.library.path=" + System.getProperty("java.library.path", ""),
                "-cp",
                System.getProperty("java.class.path")));
        command.addAll(Reader.command(order, answer));
        Process process = new ProcessBuilder(command)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        try {
            if (!process.waitFor(limits.source().plus(AROUND).toSeconds(), TimeUnit.SECONDS)) {
                throw problem(
                        name,
                        "It takes longer than %,d seconds to read; it may be damaged, or built to be slow."
                                .formatted(limits.source().toSeconds()));
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw problem(name, "It was stopped before it finished.");
        } finally {
            process.destroyForcibly();
        }
        if (process.exitValue() == 0 && Files.size(answer) > 0) {
            return Answer.read(Files.readAllBytes(answer)).value();
        }
        throw problem(
                name,
                process.exitValue() == HEAP_FULL
                        ? "It does not fit into the %,d MB that a reading process has.".formatted(heapMegabytes)
                        : "Reading it ended the reading process.");
    }

    private static ProblemException problem(String name, String reason) {
        return new ProblemException(new Problem.OverBudget(
                name, reason, "Export it again in a simpler form, or raise the limits in the settings."));
    }
}
