package app.vineparcel.core.codec;

import app.vineparcel.core.WorkBudget;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/**
 * A program of this machine that reads or writes a format for us.
 *
 * @param name as it is called
 * @param isInstalled whether it is on the path
 */
public record ExternalProgram(String name, boolean isInstalled) {

    private static final long MOST_SECONDS = 20 * 60;

    public ExternalProgram(String name) {
        this(
                name,
                Stream.of(System.getenv().getOrDefault("PATH", "").split(":"))
                        .anyMatch(folder -> Files.isExecutable(Path.of(folder, name))));
    }

    /** What is done in a folder that is gone afterwards. */
    @FunctionalInterface
    public interface InFolder<T> {
        T done(Path folder) throws IOException;
    }

    public static <T> T inTemporaryFolder(InFolder<T> work) throws IOException {
        Path folder = Files.createTempDirectory("vine-parcel-program");
        try {
            return work.done(folder);
        } finally {
            clear(folder);
        }
    }

    /**
     * Runs it to its end.
     *
     * @param folder where what it says is kept
     * @param refusal the reason in words if it does not succeed
     */
    public void run(List<String> options, Path folder, String refusal) throws IOException {
        run(options, folder, refusal, MOST_SECONDS);
    }

    /** The same within so many seconds. */
    void run(List<String> options, Path folder, String refusal, long seconds) throws IOException {
        List<String> command = new ArrayList<>(List.of(name));
        command.addAll(options);
        Path said = folder.resolve("said.txt");
        long last = System.nanoTime() + TimeUnit.SECONDS.toNanos(seconds);
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(said.toFile())
                .start();
        try {
            while (!process.waitFor(100, TimeUnit.MILLISECONDS)) {
                WorkBudget.check();
                if (System.nanoTime() - last > 0) {
                    throw new IOException("%s did not end within %d seconds.".formatted(name, seconds));
                }
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException(name + " was interrupted.", e);
        } finally {
            process.destroyForcibly();
        }
        if (process.exitValue() != 0) {
            String words = Files.readString(said, StandardCharsets.UTF_8).strip();
            System.getLogger(ExternalProgram.class.getName()).log(System.Logger.Level.DEBUG, words);
            throw new IOException(refusal);
        }
    }

    /** The first line of what it says; empty if it says nothing or cannot be run. */
    public Optional<String> says(List<String> options) {
        try {
            return inTemporaryFolder(folder -> {
                run(options, folder, name + " does not answer.");
                try (Stream<String> lines = Files.lines(folder.resolve("said.txt"), StandardCharsets.UTF_8)) {
                    return lines.findFirst();
                }
            });
        } catch (IOException silent) {
            return Optional.empty();
        }
    }

    private static void clear(Path folder) throws IOException {
        try (Stream<Path> all = Files.walk(folder)) {
            for (Path path : (Iterable<Path>) all.sorted(Comparator.reverseOrder())::iterator) {
                Files.delete(path);
            }
        }
    }
}
