package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class WarmUpTest {

    @TempDir
    Path folder;

    @Test
    void nothing_of_it_is_left() throws Exception {
        WarmUp.in(folder);
        assertThat(folder).isEmptyDirectory();
    }

    /** A worker that cannot write there goes to work all the same. */
    @Test
    void a_folder_that_is_not_there_is_told() {
        assertThatThrownBy(() -> WarmUp.in(folder.resolve("gone"))).isInstanceOf(IOException.class);
    }
}
