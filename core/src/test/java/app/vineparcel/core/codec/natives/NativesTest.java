package app.vineparcel.core.codec.natives;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Programs;
import com.sun.jna.Library;
import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class NativesTest {

    @TempDir
    Path folder;

    /** Whatever a file or a picture is like, native code refuses it or takes it, and the process lives on. */
    @Test
    void no_broken_file_ends_the_process() {
        String said = Programs.run(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Djava.library.path=" + System.getProperty("java.library.path"),
                "-cp",
                System.getProperty("java.class.path"),
                BrokenFiles.class.getName(),
                folder.toString(),
                "400");
        assertThat(said).contains("written 192, alive").containsPattern("refused [1-9]\\d\\d");
    }

    interface Nowhere extends Library {}

    @Test
    void a_library_that_is_not_there_is_said_with_its_package() {
        SystemLibrary<Nowhere> absent = SystemLibrary.load("Nimbus", "libnimbus.so.9", "libnimbus9", Nowhere.class);
        String words =
                "Nimbus needs the library libnimbus.so.9, which is not installed. Install Debian's package libnimbus9.";
        assertThat(absent.missing()).contains(words);
        assertThat(absent.equipment("9.0")).isEqualTo("not installed; Debian's package libnimbus9 brings it");
        assertThatThrownBy(absent::required).isInstanceOf(IOException.class).hasMessage(words);
    }

    @Test
    void the_same_picture_gives_the_same_bytes() throws Exception {
        LibWebp.Options options = new LibWebp.Options(75, false, true);
        assertThat(LibWebp.encode(Pictures.photo(200, 150, 6), options))
                .isEqualTo(LibWebp.encode(Pictures.photo(200, 150, 6), options));
    }
}
