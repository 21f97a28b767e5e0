package app.vineparcel.core.codec;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** With {@code cp}, which every machine has, in the place of encoder and decoder, and with programs that no machine has. */
class EncoderProgramTest {

    private final EncoderProgram copying = new EncoderProgram("Copy", "cp", "coreutils");
    private final EncoderProgram absent = new EncoderProgram("Nimbus", "nimbusenc", "nimbus-tools");

    @TempDir
    Path folder;

    @Test
    void what_is_not_installed_is_said_with_its_package() throws Exception {
        assertThat(absent.missing())
                .contains("Nimbus needs the program nimbusenc, which is not installed. Install Debian's package"
                        + " nimbus-tools.");
        assertThat(absent.equipment()).isEqualTo("not installed; Debian's package nimbus-tools brings it");
        assertThat(absent.version()).isEqualTo("none");
        assertThatThrownBy(() -> absent.encode(in -> List.of(), in -> in))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("nimbus-tools");
    }

    @Test
    void what_the_encoder_wrote_is_taken_out_of_a_folder_that_is_gone_afterwards() throws Exception {
        Path file = folder.resolve("result");
        Path[] used = new Path[1];
        copying.encode(
                in -> {
                    used[0] = in;
                    Files.writeString(in.resolve("in"), "pixels");
                    return List.of(
                            in.resolve("in").toString(), in.resolve("out").toString());
                },
                in -> Files.copy(in.resolve("out"), file));
        assertThat(file).hasContent("pixels");
        assertThat(used[0]).doesNotExist();
        assertThat(copying.missing()).isEmpty();
        assertThat(copying.version()).startsWith("cp ").isEqualTo(copying.version());
    }

    @Test
    void a_program_that_does_not_succeed_leaves_nothing_and_says_so() {
        assertThatThrownBy(() -> copying.encode(in -> List.of("/nowhere/at-all", in.toString()), in -> in))
                .isInstanceOf(IOException.class)
                .hasMessage("cp cannot encode this picture.");
    }
}
