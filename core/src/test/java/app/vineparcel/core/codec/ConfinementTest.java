package app.vineparcel.core.codec;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a program that reads a foreign file can reach, tried with programs that would reach for more. */
class ConfinementTest {

    private static final Confinement.Limits SMALL = new Confinement.Limits(1L << 30, 2, 4096);

    @TempDir
    Path folder;

    private Path source;
    private Path out;

    @BeforeEach
    void a_file_and_a_folder() throws IOException {
        source = Files.writeString(folder.resolve("-o odd name"), "pixels");
        out = Files.createDirectory(folder.resolve("out"));
    }

    private void run(String program, String... options) throws IOException {
        Confinement.run(new ExternalProgram(program), List.of(options), source, out, SMALL, "refused");
    }

    @Test
    void it_reads_its_file_and_writes_into_its_folder() throws Exception {
        run("cp", Confinement.SOURCE, Confinement.FOLDER + "/copy");
        assertThat(out.resolve("copy")).hasContent("pixels");
    }

    @Test
    void no_other_file_is_there() {
        for (String elsewhere : new String[] {"/etc/passwd", "/root", "/home", "/tmp", folder.toString(), "/proc/1"}) {
            assertThatThrownBy(() -> run("ls", elsewhere)).as(elsewhere).hasMessage("refused");
        }
        assertThatThrownBy(() -> run("cp", Confinement.SOURCE, "/usr/bin/more")).hasMessage("refused");
        assertThatThrownBy(() -> run("rm", Confinement.SOURCE)).hasMessage("refused");
    }

    @Test
    void there_is_no_network() throws Exception {
        run("bash", "-c", "test -e /source"); // bash works here
        assertThatThrownBy(() -> run("bash", "-c", "exec 3<>/dev/tcp/127.0.0.1/80"))
                .hasMessage("refused");
        assertThatThrownBy(() -> run("bash", "-c", "exec 3<>/dev/tcp/192.0.2.1/80"))
                .hasMessage("refused");
    }

    @Test
    void memory_time_and_what_is_written_have_an_end() throws Exception {
        Files.write(source, new byte[10_000]);
        assertThatThrownBy(() -> run("cp", Confinement.SOURCE, Confinement.FOLDER + "/large"))
                .hasMessage("refused");
        assertThatThrownBy(() -> run("perl", "-e", "$x = 'a' x 1500000000;")).hasMessage("refused");
        run("perl", "-e", "$x = 'a' x 1500000;");
        long began = System.nanoTime();
        assertThatThrownBy(() -> run("perl", "-e", "while (1) {}"))
                .hasMessageMatching("refused|.*did not end within 2 seconds.*");
        assertThat(System.nanoTime() - began).isLessThan(10_000_000_000L);
    }
}
