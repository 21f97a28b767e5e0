package app.vineparcel.core.deliver;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.Destination.Outgoing;
import app.vineparcel.core.deliver.Destination.Placing;
import app.vineparcel.core.deliver.Destination.Progress;
import app.vineparcel.core.deliver.Destination.Standing;
import app.vineparcel.core.source.FileContent;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What every kind of destination promises. */
class DestinationContractTest {

    enum Kind {
        LOCAL,
        SFTP,
        BUCKET;

        Places in(Path folder) throws IOException {
            return switch (this) {
                case LOCAL -> Places.local(folder);
                case SFTP -> Places.sftp(folder);
                case BUCKET -> Places.bucket(folder);
            };
        }
    }

    private static final int LARGE = 20_000_000;

    @TempDir
    Path folder;

    private Places places;

    private Destination open(Kind kind) throws IOException, ProblemException {
        places = kind.in(folder);
        return places.open();
    }

    @AfterEach
    void ends() throws IOException {
        places.close();
    }

    private Outgoing file(String text) throws IOException {
        Path file = Files.writeString(Files.createTempFile(folder, "made", ""), text);
        return new Outgoing(file, Files.size(file), FileContent.sum(file));
    }

    private Outgoing large() throws IOException {
        byte[] noise = new byte[LARGE];
        new Random(7).nextBytes(noise);
        Path file = Files.write(folder.resolve("large"), noise);
        return new Outgoing(file, LARGE, FileContent.sum(file));
    }

    private static Problem refused(Destination to, String path, Outgoing file) {
        return catchThrowableOfType(ProblemException.class, () -> to.place(path, file, Progress.SILENT))
                .problem();
    }

    @ParameterizedTest
    @EnumSource
    void a_file_stands_under_its_name_and_is_not_sent_twice(Kind kind) throws Exception {
        try (Destination to = open(kind)) {
            assertThat(to.look("press/a b.txt")).isEqualTo(Standing.NOTHING);
            assertThat(to.place("press/a b.txt", file("one"), Progress.SILENT)).isEqualTo(Placing.SENT);
            assertThat(to.place("press/a b.txt", file("one"), Progress.SILENT)).isEqualTo(Placing.ALREADY_THERE);
            assertThat(to.place("press/ä&ö+1%.txt", file("two"), Progress.SILENT))
                    .isEqualTo(Placing.SENT);
            assertThat(to.look("press/a b.txt")).isEqualTo(Standing.OURS);
            assertThat(places.seen()).containsExactly("press/a b.txt", "press/ä&ö+1%.txt");
            assertThat(to.list("press", 10))
                    .containsExactly(
                            new Destination.Found("press/a b.txt", 3), new Destination.Found("press/ä&ö+1%.txt", 3));
            assertThat(to.list("", 1)).hasSize(1);
            assertThat(to.list("elsewhere", 10)).isEmpty();
        }
    }

    @ParameterizedTest
    @EnumSource
    void our_own_file_is_replaced_also_by_a_later_program_and_nobody_elses_ever(Kind kind) throws Exception {
        try (Destination to = open(kind)) {
            to.place("ours.txt", file("one"), Progress.SILENT);
        }
        try (Destination to = places.open()) {
            assertThat(to.place("ours.txt", file("second"), Progress.SILENT)).isEqualTo(Placing.SENT);
            assertThat(to.list("", 10)).containsExactly(new Destination.Found("ours.txt", 6));
            places.foreign("theirs.txt", "theirs");
            assertThat(to.look("theirs.txt")).isEqualTo(Standing.FOREIGN);
            assertThat(refused(to, "theirs.txt", file("ours"))).isInstanceOf(Problem.InTheWay.class);
            places.foreign("ours.txt", "retouched by hand");
            assertThat(refused(to, "ours.txt", file("third"))).isInstanceOf(Problem.InTheWay.class);
            assertThat(to.remove("theirs.txt")).isFalse();
            assertThat(to.list("", 10))
                    .containsExactly(new Destination.Found("ours.txt", 17), new Destination.Found("theirs.txt", 6));
        }
    }

    @ParameterizedTest
    @EnumSource
    void only_our_own_file_is_removed(Kind kind) throws Exception {
        try (Destination to = open(kind)) {
            to.place("a/b.txt", file("one"), Progress.SILENT);
            assertThat(to.remove("a/b.txt")).isTrue();
            assertThat(to.remove("a/b.txt")).isFalse();
            assertThat(places.seen()).isEmpty();
            to.place("a/b.txt", file("one"), Progress.SILENT);
            assertThat(places.seen()).containsExactly("a/b.txt");
        }
    }

    @ParameterizedTest
    @EnumSource
    void nothing_gets_out_of_the_place(Kind kind) throws Exception {
        try (Destination to = open(kind)) {
            for (String path : new String[] {"../x", "a/../../x", "/x", "a//x", "", ".vine-parcel/x", "a/./x"}) {
                assertThat(refused(to, path, file("x"))).as(path).isInstanceOf(Problem.BadRequest.class);
            }
            assertThat(places.seen()).isEmpty();
        }
    }

    @ParameterizedTest
    @EnumSource
    void one_that_is_stopped_leaves_nothing_under_its_name_and_goes_on_later(Kind kind) throws Exception {
        Outgoing large = large();
        try (Destination to = open(kind)) {
            Problem stopped = catchThrowableOfType(
                            ProblemException.class, () -> to.place("large.bin", large, bytes -> bytes < LARGE / 2))
                    .problem();
            assertThat(stopped)
                    .isInstanceOfSatisfying(Problem.CannotWrite.class, problem -> assertThat(problem.mayPass())
                            .isTrue());
            assertThat(places.seen()).isEmpty();
        }
        AtomicLong first = new AtomicLong();
        try (Destination to = places.open()) {
            to.place("large.bin", large, bytes -> {
                first.compareAndSet(0, bytes);
                return true;
            });
            assertThat(to.list("", 10)).containsExactly(new Destination.Found("large.bin", LARGE));
        }
        if (kind == Kind.SFTP) {
            assertThat(first.get()).as("goes on where it stopped").isGreaterThan(LARGE / 2);
        }
    }

    @ParameterizedTest
    @EnumSource(mode = EnumSource.Mode.EXCLUDE, names = "LOCAL")
    void a_connection_that_breaks_in_the_middle_of_a_file_loses_nothing_and_doubles_nothing(Kind kind)
            throws Exception {
        Outgoing large = large();
        AtomicLong sent = new AtomicLong();
        try (Destination to = open(kind)) {
            to.place("before.txt", file("one"), Progress.SILENT);
            places.fault().cutAfter(LARGE * 2 / 3);
            try {
                to.place("large.bin", large, Progress.SILENT); // a client may go on by itself after a cut
            } catch (ProblemException broken) {
                assertThat(broken.problem())
                        .isInstanceOfSatisfying(Problem.CannotWrite.class, problem -> assertThat(problem.mayPass())
                                .isTrue());
                assertThat(places.seen()).containsExactly("before.txt");
            }
        }
        try (Destination to = places.open()) {
            to.place("large.bin", large, bytes -> {
                sent.compareAndSet(0, bytes);
                return true;
            });
            assertThat(places.seen()).containsExactly("before.txt", "large.bin");
            assertThat(to.place("large.bin", large, Progress.SILENT)).isEqualTo(Placing.ALREADY_THERE);
        }
    }

    @ParameterizedTest
    @EnumSource(mode = EnumSource.Mode.EXCLUDE, names = "LOCAL")
    void a_full_place_says_so_and_takes_the_file_when_there_is_room(Kind kind) throws Exception {
        try (Destination to = open(kind)) {
            places.fault().full(true);
            assertThat(refused(to, "a.txt", file("one"))).isInstanceOfSatisfying(Problem.CannotWrite.class, problem -> {
                assertThat(problem.mayPass()).isTrue();
                assertThat(problem.reason()).contains("full");
            });
            assertThat(places.seen()).isEmpty();
            places.fault().none();
            assertThat(to.place("a.txt", file("one"), Progress.SILENT)).isEqualTo(Placing.SENT);
        }
    }

    @ParameterizedTest
    @EnumSource(mode = EnumSource.Mode.EXCLUDE, names = "LOCAL")
    void a_slow_place_is_waited_for_and_told_of(Kind kind) throws Exception {
        AtomicLong told = new AtomicLong();
        Outgoing file = file("x".repeat(300_000));
        try (Destination to = open(kind)) {
            places.fault().pause(20);
            to.place("slow.txt", file, bytes -> told.getAndSet(bytes) <= bytes);
            assertThat(told.get()).isEqualTo(300_000);
            assertThat(places.seen()).containsExactly("slow.txt");
        }
    }

    @ParameterizedTest
    @EnumSource
    void it_can_be_tried_out_and_nothing_stays(Kind kind) throws Exception {
        try (Destination to = open(kind)) {
            assertThat(to.tryOut().isPresent()).isEqualTo(kind != Kind.BUCKET);
            assertThat(places.seen()).isEmpty();
        }
    }
}
