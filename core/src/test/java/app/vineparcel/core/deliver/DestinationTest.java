package app.vineparcel.core.deliver;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.render.RenditionSink;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DestinationTest {

    @TempDir
    Path folder;

    private static RenditionSink.Content text(String text) {
        return file -> Files.writeString(file, text);
    }

    private static Problem refused(Destination destination, String path, RenditionSink.Content content) {
        return catchThrowableOfType(ProblemException.class, () -> destination.place(path, content))
                .problem();
    }

    private List<String> visible() throws IOException {
        try (Stream<Path> files = Files.walk(folder)) {
            return files.filter(Files::isRegularFile)
                    .map(f -> folder.relativize(f).toString())
                    .filter(f -> !f.startsWith(".vine-parcel"))
                    .sorted()
                    .toList();
        }
    }

    @Test
    void puts_a_file_in_place_with_its_sum() throws ProblemException, IOException {
        RenditionSink.Placed placed = Destination.at(folder).place("web/shop/a.txt", text("abc"));
        assertThat(folder.resolve("web/shop/a.txt")).hasContent("abc");
        assertThat(placed.bytes()).isEqualTo(3);
        assertThat(placed.sha256()).isEqualTo("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
        assertThat(visible()).containsExactly("web/shop/a.txt");
    }

    @Test
    void replaces_what_it_wrote_itself_also_after_a_restart() throws ProblemException {
        Destination.at(folder).place("a.txt", text("one"));
        Destination.at(folder).place("a.txt", text("two"));
        assertThat(folder.resolve("a.txt")).hasContent("two");
    }

    @Test
    void never_replaces_what_somebody_else_wrote_or_changed() throws ProblemException, IOException {
        Files.writeString(folder.resolve("theirs.txt"), "theirs");
        Destination destination = Destination.at(folder);
        assertThat(refused(destination, "theirs.txt", text("ours"))).isInstanceOf(Problem.InTheWay.class);
        assertThat(folder.resolve("theirs.txt")).hasContent("theirs");

        destination.place("ours.txt", text("ours"));
        Files.writeString(folder.resolve("ours.txt"), "retouched by hand");
        assertThat(refused(destination, "ours.txt", text("ours"))).isInstanceOf(Problem.InTheWay.class);
        assertThat(folder.resolve("ours.txt")).hasContent("retouched by hand");
    }

    @Test
    void leaves_nothing_behind_when_writing_fails_half_way() throws ProblemException, IOException {
        Problem problem = refused(Destination.at(folder), "a.txt", file -> {
            Files.writeString(file, "half");
            throw new IOException("No space left on device");
        });
        assertThat(problem.sentence()).contains("a.txt", "disk is full", "Make room");
        assertThat(visible()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"../out.txt", "a/../../out.txt", "/tmp/out.txt", ".vine-parcel/written.tsv", ""})
    void writes_nothing_outside_its_folder(String path) throws ProblemException {
        assertThat(refused(Destination.at(folder.resolve("in")), path, text("x")))
                .isInstanceOf(Problem.BadRequest.class);
        assertThat(folder.resolve("out.txt")).doesNotExist();
    }

    @Test
    void does_not_follow_links_out_of_its_folder() throws ProblemException, IOException {
        Path elsewhere = Files.createDirectory(folder.resolve("elsewhere"));
        Path in = Files.createDirectory(folder.resolve("in"));
        Files.createSymbolicLink(in.resolve("link"), elsewhere);
        Files.createSymbolicLink(in.resolve("file.txt"), elsewhere.resolve("victim.txt"));
        Destination destination = Destination.at(in);
        assertThat(refused(destination, "link/a.txt", text("x"))).isInstanceOf(Problem.BadRequest.class);
        assertThat(refused(destination, "file.txt", text("x"))).isInstanceOf(Problem.InTheWay.class);
        assertThat(elsewhere).isEmptyDirectory();
    }

    @Test
    void a_file_where_a_folder_should_be_is_said_in_words() throws ProblemException, IOException {
        Files.writeString(folder.resolve("web"), "a file");
        assertThat(refused(Destination.at(folder), "web/a.txt", text("x")).reason())
                .contains("there is a file");
        ProblemException closed =
                catchThrowableOfType(ProblemException.class, () -> Destination.at(folder.resolve("web/deeper")));
        assertThat(closed.problem()).isInstanceOf(Problem.CannotWrite.class);
    }

    @Test
    void the_archive_holds_what_was_asked_and_nothing_from_outside() throws ProblemException, IOException {
        Files.writeString(folder.resolve("secret.txt"), "secret");
        Path in = folder.resolve("in");
        Destination destination = Destination.at(in);
        destination.place("web/a.txt", text("a"));
        destination.place("b.txt", text("b"));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Archive.stream(destination.root(), List.of("web/a.txt", "../secret.txt", "gone.txt", "b.txt"), out);
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(out.toByteArray()))) {
            ZipEntry first = zip.getNextEntry();
            assertThat(first.getName()).isEqualTo("MISSING FILES.txt");
            assertThat(zip.readAllBytes()).asString().endsWith("\n\n../secret.txt\ngone.txt\n");
            assertThat(zip.getNextEntry().getName()).isEqualTo("web/a.txt");
            assertThat(zip.readAllBytes()).asString().isEqualTo("a");
            assertThat(zip.getNextEntry().getName()).isEqualTo("b.txt");
            assertThat(zip.getNextEntry()).isNull();
        }
    }
}
