package app.vineparcel.core.hostile;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** All hostile files, read and rendered by one process with 1 GB. */
class HostileCorpusTest {

    /** What reading it and two renditions may take together, and what does not notice at once may take again. */
    private static final long MOST_MILLIS = 25_000;

    private static final long MOST_HELD_MEGABYTES = 200;
    private static final int LEAST_FORMS = 200;

    @TempDir
    private Path folder;

    private record Read(String file, long millis, long heldMegabytes, String end) {}

    @Test
    void every_file_ends_in_time_as_a_picture_or_in_words_and_takes_nothing_along() throws Exception {
        Path files = Files.createDirectory(folder.resolve("files"));
        Map<String, byte[]> hostile = HostileCorpus.all();
        for (Map.Entry<String, byte[]> one : hostile.entrySet()) {
            Files.write(files.resolve(one.getKey()), one.getValue());
        }
        Files.write(files.resolve("zz-sound.png"), PictureBlocks.emptyPng(600, 400));
        List<Read> read = read(files);
        assertThat(hostile).hasSizeGreaterThan(LEAST_FORMS);
        assertThat(read).as("the process read them all").hasSize(hostile.size() + 1);
        assertThat(read).allSatisfy(one -> {
            assertThat(one.end()).as(one.file()).matches("(read|refused): .+").doesNotContain("unforeseen");
            assertThat(one.millis()).as(one.file()).isLessThan(MOST_MILLIS);
        });
        Read last = read.get(read.size() - 1);
        assertThat(last.end())
                .isEqualTo(
                        "read: 1; done | refused: SVG holds shapes, and this piece is a picture. Choose PDF or a picture format. | done");
        assertThat(last.heldMegabytes()).isLessThan(MOST_HELD_MEGABYTES);
    }

    private List<Read> read(Path files) throws IOException, InterruptedException {
        Path said = folder.resolve("said");
        Process process = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-Xmx1g",
                        "-Djava.awt.headless=true",
                        "-Djava.library.path=" + System.getProperty("java.library.path", ""),
                        "-cp",
                        System.getProperty("java.class.path"),
                        ReadsEverything.class.getName(),
                        files.toString(),
                        folder.toString())
                .redirectOutput(said.toFile())
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        try {
            assertThat(process.waitFor(15, TimeUnit.MINUTES)).isTrue();
        } finally {
            process.destroyForcibly();
        }
        List<Read> read = new ArrayList<>();
        for (String line : Files.readAllLines(said)) {
            String[] parts = line.split("\t", 4);
            read.add(new Read(parts[0], Long.parseLong(parts[1]), Long.parseLong(parts[2]), parts[3]));
        }
        return read;
    }
}
