package app.vineparcel.core.source;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.CRC32;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SourceReaderTest {

    @TempDir
    Path folder;

    private Problem refused(String name, byte[] content) throws IOException {
        Path file = Files.write(folder.resolve(name), content);
        SourceReader reader = new SourceReader(SourceReader.USUAL_BUDGET);
        return catchThrowableOfType(ProblemException.class, () -> reader.open(file))
                .problem();
    }

    @Test
    void an_empty_file_and_a_text_file_are_refused_in_words() throws IOException {
        assertThat(refused("empty.jpg", new byte[0]).sentence()).contains("empty.jpg", "The file is empty");
        Problem text = refused("notes.png", "Bring more crates.".getBytes(StandardCharsets.UTF_8));
        assertThat(text).isInstanceOf(Problem.Unsupported.class);
        assertThat(text.sentence()).contains("notes.png", "whatever its ending “.png” says", "Use JPEG");
    }

    @Test
    void a_missing_file_is_said_to_be_missing() {
        SourceReader reader = new SourceReader(1);
        ProblemException gone =
                catchThrowableOfType(ProblemException.class, () -> reader.open(folder.resolve("gone.jpg")));
        assertThat(gone.problem().reason()).isEqualTo("The file is missing.");
    }

    /** A header that promises 3.6 thousand million pixels; nothing of the kind may be allocated. */
    @Test
    void a_picture_beyond_the_budget_is_refused_before_memory_is_touched() throws IOException {
        byte[] body = ByteBuffer.allocate(17)
                .put("IHDR".getBytes(StandardCharsets.US_ASCII))
                .putInt(60_000)
                .putInt(60_000)
                .put(new byte[] {8, 2, 0, 0, 0})
                .array();
        CRC32 crc = new CRC32();
        crc.update(body);
        byte[] png = ByteBuffer.allocate(33)
                .put(new byte[] {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'})
                .putInt(13)
                .put(body)
                .putInt((int) crc.getValue())
                .array();
        Problem problem = refused("huge.png", png);
        assertThat(problem).isInstanceOf(Problem.OverBudget.class);
        assertThat(problem.reason()).contains("60000 × 60000", "3,600 million", "the limit is 300 million");
    }
}
