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

/** All hostile files, read and rendered by two processes with 1 GB each. */
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
        Map<String, byte[]> hostile = HostileCorpus.all();
        assertThat(hostile).hasSizeGreaterThan(LEAST_FORMS);
        List<Path> shares = List.of(
                Files.createDirectories(folder.resolve("even/files")),
                Files.createDirectories(folder.resolve("odd/files")));
        int number = 0;
        for (Map.Entry<String, byte[]> one : hostile.entrySet()) {
            Files.write(shares.get(number++ % 2).resolve(one.getKey()), one.getValue());
        }
        List<Process> reading = new ArrayList<>();
        try {
            for (Path share : shares) {
                Files.write(share.resolve("zz-sound.png"), PictureBlocks.emptyPng(600, 400));
                reading.add(reading(share));
            }
            for (Process one : reading) {
                assertThat(one.waitFor(15, TimeUnit.MINUTES)).isTrue();
            }
        } finally {
            reading.forEach(Process::destroyForcibly);
        }
        List<Read> all = new ArrayList<>();
        for (Path share : shares) {
            List<Read> read = read(share.resolveSibling("said"));
            Read last = read.get(read.size() - 1);
            assertThat(last.end())
                    .isEqualTo(
                            "read: 1; done | refused: SVG holds shapes, and this piece is a picture. Choose PDF or a picture format. | done");
            assertThat(last.heldMegabytes()).isLessThan(MOST_HELD_MEGABYTES);
            all.addAll(read);
        }
        assertThat(all).as("the processes read them all").hasSize(hostile.size() + shares.size());
        assertThat(all).allSatisfy(one -> {
            assertThat(one.end()).as(one.file()).matches("(read|refused): .+").doesNotContain("unforeseen");
            assertThat(one.millis()).as(one.file()).isLessThan(MOST_MILLIS);
        });
    }

    private static Process reading(Path files) throws IOException {
        return new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-Xmx1g",
                        "-Djava.awt.headless=true",
                        "-Djava.library.path=" + System.getProperty("java.library.path", ""),
                        "-cp",
                        System.getProperty("java.class.path"),
                        ReadsEverything.class.getName(),
                        files.toString(),
                        files.getParent().toString())
                .redirectOutput(files.resolveSibling("said").toFile())
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
    }

    private static List<Read> read(Path said) throws IOException {
        List<Read> read = new ArrayList<>();
        for (String line : Files.readAllLines(said)) {
            String[] parts = line.split("\t", 4);
            read.add(new Read(parts[0], Long.parseLong(parts[1]), Long.parseLong(parts[2]), parts[3]));
        }
        return read;
    }
}
