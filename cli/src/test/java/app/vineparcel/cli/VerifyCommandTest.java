package app.vineparcel.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class VerifyCommandTest {

    /** SHA-256 of "abc" (FIPS 180-4, appendix). */
    private static final String ABC = "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad";

    @TempDir
    Path folder;

    private final ByteArrayOutputStream out = new ByteArrayOutputStream();
    private final ByteArrayOutputStream err = new ByteArrayOutputStream();

    private int verify(String... arguments) {
        return VerifyCommand.run(new PrintStream(out), new PrintStream(err), arguments);
    }

    @Test
    void says_what_became_of_every_file_and_ends_with_a_status() throws Exception {
        assertThat(verify(folder.toString())).isEqualTo(2);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("no manifest.json");
        Files.writeString(folder.resolve("a.txt"), "abc");
        Files.writeString(
                folder.resolve("manifest.json"),
                "{\"manifest\": 1, \"files\": [{\"path\": \"a.txt\", \"bytes\": 3, \"sha256\": \"" + ABC + "\"}]}");
        assertThat(verify("--all", folder.toString())).isZero();
        assertThat(out.toString(StandardCharsets.UTF_8))
                .contains("as delivered  a.txt", "1 as delivered, 0 changed, 0 missing, 1 not ours");
        Files.writeString(folder.resolve("a.txt"), "abd");
        assertThat(verify(folder.toString())).isEqualTo(1);
        Files.delete(folder.resolve("a.txt"));
        assertThat(verify(folder.toString())).isEqualTo(1);
        assertThat(out.toString(StandardCharsets.UTF_8)).contains("changed       a.txt", "missing       a.txt");
        assertThat(verify(folder.resolve("nowhere").toString())).isEqualTo(2);
    }
}
