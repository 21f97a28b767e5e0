package app.vineparcel.core.source.process;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.WorkLimits;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.testing.Documents;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ReaderProcessTest {

    private static final WorkLimits LIMITS =
            WorkLimits.usual(30_000_000).within(Duration.ofSeconds(30), Duration.ofSeconds(30));

    @TempDir
    private Path folder;

    private static void refused(ReaderProcess process, Path file, String reason) {
        assertThatThrownBy(() -> process.contents(file, SourceOptions.PLAIN))
                .isInstanceOfSatisfying(ProblemException.class, e -> {
                    assertThat(e.problem().reason()).contains(reason);
                    assertThat(e.problem().file()).isEqualTo(file.getFileName().toString());
                });
    }

    @Test
    void it_reads_what_the_reader_reads() throws Exception {
        ReaderProcess process = new ReaderProcess(256, LIMITS);
        Path labels = Files.write(folder.resolve("labels.svg"), Documents.svg());
        assertThat(process.contents(labels, SourceOptions.PLAIN))
                .isEqualTo(new SourceReader(LIMITS).contents(labels, SourceOptions.PLAIN));
        refused(process, Files.writeString(folder.resolve("notes.txt"), "Plums"), "not a picture");
        assertThatThrownBy(() -> process.contents(folder.resolve("gone.svg"), SourceOptions.PLAIN))
                .isInstanceOfSatisfying(
                        ProblemException.class, e -> assertThat(e.problem()).isInstanceOf(Problem.Vanished.class));
    }

    @Test
    void what_fills_its_heap_or_its_time_ends_in_words_here() throws Exception {
        String many = "<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'>%s</svg>"
                .formatted("<g><rect width='9' height='9' fill='red'/></g>".repeat(150_000));
        Path file = Files.writeString(folder.resolve("many.svg"), many);
        refused(new ReaderProcess(64, LIMITS), file, "MB");
        Duration second = Duration.ofSeconds(1);
        refused(
                new ReaderProcess(2_000, LIMITS.within(second, second)),
                Files.writeString(folder.resolve("noise.svg"), many.replace("<g>", "<g transform='rotate(1)'>")),
                "longer than a second");
    }
}
