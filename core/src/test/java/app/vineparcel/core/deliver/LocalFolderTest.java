package app.vineparcel.core.deliver;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.render.RenditionSink;
import app.vineparcel.core.source.FileContent;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class LocalFolderTest {

    @TempDir
    Path folder;

    private static RenditionSink.Content text(String text) {
        return file -> Files.writeString(file, text);
    }

    private static Problem refused(LocalFolder destination, String path, RenditionSink.Content content) {
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
        RenditionSink.Placed placed = LocalFolder.at(folder).place("web/shop/a.txt", text("abc"));
        assertThat(folder.resolve("web/shop/a.txt")).hasContent("abc");
        assertThat(placed.bytes()).isEqualTo(3);
        assertThat(placed.sha256()).isEqualTo("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
        assertThat(visible()).containsExactly("web/shop/a.txt");
    }

    @Test
    void replaces_what_it_wrote_itself_also_after_a_restart() throws ProblemException {
        LocalFolder.at(folder).place("a.txt", text("one"));
        LocalFolder.at(folder).place("a.txt", text("two"));
        assertThat(folder.resolve("a.txt")).hasContent("two");
    }

    @Test
    void what_it_replaces_or_removes_is_kept_where_that_is_wished() throws ProblemException, IOException {
        LocalFolder keeping = LocalFolder.at(folder).keepingReplaced();
        String one = keeping.place("a.txt", text("one")).sha256();
        String two = keeping.place("a.txt", text("two")).sha256();
        ReplacedFiles replaced = ReplacedFiles.of(folder);
        assertThat(replaced.find(one))
                .hasValueSatisfying(file -> assertThat(file).hasContent("one"));
        assertThat(replaced.find(two)).isEmpty();
        assertThat(keeping.remove("a.txt")).isTrue();
        assertThat(visible()).isEmpty();
        assertThat(replaced.all()).containsExactlyInAnyOrder(one, two);
        Files.writeString(replaced.find(two).orElseThrow(), "changed by hand");
        assertThat(replaced.find(two)).isEmpty();
        replaced.forget(one);
        assertThat(replaced.find("../../a")).isEmpty();
        assertThat(replaced.all()).containsExactly(two);
        LocalFolder.at(folder).place("b.txt", text("three"));
        LocalFolder.at(folder).place("b.txt", text("four"));
        assertThat(replaced.all()).hasSize(1);
    }

    @Test
    void never_replaces_what_somebody_else_wrote_or_changed() throws ProblemException, IOException {
        Files.writeString(folder.resolve("theirs.txt"), "theirs");
        LocalFolder destination = LocalFolder.at(folder);
        assertThat(refused(destination, "theirs.txt", text("ours"))).isInstanceOf(Problem.InTheWay.class);
        assertThat(folder.resolve("theirs.txt")).hasContent("theirs");

        destination.place("ours.txt", text("ours"));
        Files.writeString(folder.resolve("ours.txt"), "retouched by hand");
        assertThat(refused(destination, "ours.txt", text("ours"))).isInstanceOf(Problem.InTheWay.class);
        assertThat(folder.resolve("ours.txt")).hasContent("retouched by hand");
    }

    /** Noted, moved, ended: a machine that stops between any two of these leaves a file that is ours, the new one or the former. */
    @Test
    void a_file_whose_move_was_noted_is_ours_whether_it_came_to_it_or_not() throws ProblemException, IOException {
        LocalFolder.at(folder).place("a.txt", text("one"));
        Ledger ledger = Ledger.of(folder.toRealPath());
        ledger.turn("a.txt", entry -> {
            entry.note(FileContent.sum("two".getBytes(StandardCharsets.UTF_8)));
            return true;
        });
        LocalFolder.at(folder).place("a.txt", text("three"));
        assertThat(folder.resolve("a.txt")).hasContent("three");

        ledger.turn("a.txt", entry -> {
            entry.note(FileContent.sum("four".getBytes(StandardCharsets.UTF_8)));
            return true;
        });
        Files.writeString(folder.resolve("a.txt"), "four");
        LocalFolder.at(folder).place("a.txt", text("five"));
        assertThat(folder.resolve("a.txt")).hasContent("five");
    }

    @Test
    void what_a_former_version_wrote_is_still_ours() throws ProblemException, IOException {
        Files.writeString(folder.resolve("old.txt"), "old");
        String line = FileContent.sum("old".getBytes(StandardCharsets.UTF_8)) + "\told.txt\n";
        Files.createDirectory(folder.resolve(".vine-parcel"));
        Files.writeString(folder.resolve(".vine-parcel/written.tsv"), line);
        LocalFolder.at(folder).place("old.txt", text("new"));
        assertThat(folder.resolve("old.txt")).hasContent("new");
        assertThat(folder.resolve(".vine-parcel/written.tsv")).doesNotExist();
    }

    @Test
    void the_record_stays_small_however_often_a_file_is_written() throws ProblemException, IOException {
        Ledger ledger = Ledger.of(folder.toRealPath());
        for (int i = 0; i < 2_000; i++) {
            String sum = FileContent.sum(new byte[] {(byte) i, (byte) (i >> 8)});
            ledger.turn("often.txt", entry -> {
                entry.note(sum);
                return true;
            });
        }
        try (Stream<Path> files = Files.list(folder.resolve(".vine-parcel/written"))) {
            assertThat(files.toList()).singleElement().satisfies(file -> assertThat(Files.size(file))
                    .isLessThan(70_000));
        }
        Files.write(folder.resolve("often.txt"), new byte[] {(byte) 1999, (byte) (1999 >> 8)});
        LocalFolder.at(folder).place("often.txt", text("mine"));
        Files.writeString(folder.resolve("other.txt"), "x");
        assertThat(refused(LocalFolder.at(folder), "other.txt", text("y"))).isInstanceOf(Problem.InTheWay.class);
    }

    @Test
    void two_processes_write_into_one_folder_and_what_a_dead_one_left_is_cleared() throws Exception {
        Path abandoned = Files.createDirectories(folder.resolve(".vine-parcel/parts/dead"));
        Files.writeString(abandoned.resolve("1"), "half");
        Files.writeString(folder.resolve(".vine-parcel/parts/dead.lock"), "");
        LocalFolder mine = LocalFolder.at(folder);
        assertThat(abandoned).doesNotExist();
        mine.place("shared.txt", text("mine"));
        Process other = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-cp",
                        System.getProperty("java.class.path"),
                        OtherProcess.class.getName(),
                        folder.toString())
                .inheritIO()
                .start();
        assertThat(other.waitFor()).isZero();
        mine.place("shared.txt", text("mine again"));
        mine.place("theirs.txt", text("mine too"));
        assertThat(folder.resolve("shared.txt")).hasContent("mine again");
        assertThat(visible()).containsExactly("shared.txt", "theirs.txt");
    }

    /** Writes over what this process wrote, and something of its own. */
    static final class OtherProcess {
        public static void main(String[] folder) throws ProblemException {
            LocalFolder destination = LocalFolder.at(Path.of(folder[0]));
            destination.place("shared.txt", text("theirs"));
            destination.place("theirs.txt", text("theirs"));
        }
    }

    @Test
    void a_folder_that_is_gone_is_not_made_anew_behind_ones_back() throws Exception {
        Path in = folder.resolve("in");
        LocalFolder destination = LocalFolder.at(in);
        destination.place("a.txt", text("a"));
        Files.move(in, folder.resolve("away"));
        assertThat(refused(destination, "b.txt", text("b"))).isInstanceOfSatisfying(Problem.CannotWrite.class, gone -> {
            assertThat(gone.mayPass()).isTrue();
            assertThat(gone.reason()).contains("gone");
        });
        assertThatThrownBy(() -> LocalFolder.existing(in)).isInstanceOf(ProblemException.class);
        Files.move(folder.resolve("away"), in);
        destination.place("b.txt", text("b"));
        LocalFolder.existing(in).place("a.txt", text("again"));
        assertThat(in.resolve("a.txt")).hasContent("again");
    }

    @Test
    void leaves_nothing_behind_when_writing_fails_half_way() throws ProblemException, IOException {
        Problem problem = refused(LocalFolder.at(folder), "a.txt", file -> {
            Files.writeString(file, "half");
            Files.writeString(Path.of("/dev/full"), "the other half"); // as the system says it of any full disk
        });
        assertThat(problem.sentence()).contains("a.txt", "disk is full", "Free some space");
        assertThat(visible()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"../out.txt", "a/../../out.txt", "/tmp/out.txt", ".vine-parcel/written.tsv", ""})
    void writes_nothing_outside_its_folder(String path) throws ProblemException {
        assertThat(refused(LocalFolder.at(folder.resolve("in")), path, text("x")))
                .isInstanceOf(Problem.BadRequest.class);
        assertThat(folder.resolve("out.txt")).doesNotExist();
    }

    @Test
    void does_not_follow_links_out_of_its_folder() throws ProblemException, IOException {
        Path elsewhere = Files.createDirectory(folder.resolve("elsewhere"));
        Path in = Files.createDirectory(folder.resolve("in"));
        Files.createSymbolicLink(in.resolve("link"), elsewhere);
        Files.createSymbolicLink(in.resolve("file.txt"), elsewhere.resolve("victim.txt"));
        LocalFolder destination = LocalFolder.at(in);
        assertThat(refused(destination, "link/a.txt", text("x"))).isInstanceOf(Problem.BadRequest.class);
        assertThat(refused(destination, "file.txt", text("x"))).isInstanceOf(Problem.InTheWay.class);
        assertThat(elsewhere).isEmptyDirectory();
    }

    @Test
    void a_file_where_a_folder_should_be_is_said_in_words() throws ProblemException, IOException {
        Files.writeString(folder.resolve("web"), "a file");
        assertThat(refused(LocalFolder.at(folder), "web/a.txt", text("x")).reason())
                .contains("There is a file");
        ProblemException closed =
                catchThrowableOfType(ProblemException.class, () -> LocalFolder.at(folder.resolve("web/deeper")));
        assertThat(closed.problem()).isInstanceOf(Problem.CannotWrite.class);
    }

    @Test
    void the_archive_holds_what_was_asked_and_names_what_is_missing() throws ProblemException, IOException {
        Path in = folder.resolve("in");
        LocalFolder destination = LocalFolder.at(in);
        destination.place("web/a.txt", text("a"));
        destination.place("b.txt", text("b"));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Archive.stream(
                List.of("web/a.txt", "gone.txt", "b.txt"),
                path -> Optional.of(in.resolve(path)).filter(Files::exists),
                out);
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(out.toByteArray()))) {
            assertThat(zip.getNextEntry().getName()).isEqualTo("web/a.txt");
            assertThat(zip.readAllBytes()).asString().isEqualTo("a");
            assertThat(zip.getNextEntry().getName()).isEqualTo("b.txt");
            assertThat(zip.getNextEntry().getName()).isEqualTo("MISSING FILES.txt");
            assertThat(zip.readAllBytes()).asString().endsWith("\n\ngone.txt\n");
            assertThat(zip.getNextEntry()).isNull();
        }
    }
}
