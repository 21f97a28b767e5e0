package app.vineparcel.core.deliver;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.deliver.bucket.Bucket;
import app.vineparcel.core.deliver.bucket.BucketAddress;
import app.vineparcel.core.deliver.sftp.SftpAddress;
import app.vineparcel.core.deliver.sftp.SftpFolder;
import app.vineparcel.standins.ObjectStore;
import app.vineparcel.standins.SftpHost;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Places that must not be trusted, and that do not trust us. */
class StrangersTest {

    private static final String SECRET = "a secret of the test";

    @TempDir
    Path folder;

    private Problem refused(SftpAddress address) {
        return catchThrowableOfType(
                        ProblemException.class, () -> SftpFolder.open(address, SentFiles.in(folder.resolve("sent")))
                                .close())
                .problem();
    }

    private static SftpAddress address(SftpHost host, String secret, Optional<String> key) {
        return new SftpAddress("127.0.0.1", host.port(), SftpHost.USER, "in", secret, key, Duration.ofSeconds(5));
    }

    @Test
    void a_machine_whose_key_is_not_trusted_gets_neither_password_nor_files() throws Exception {
        String fingerprint;
        try (SftpHost host = new SftpHost(folder.resolve("there"), folder.resolve("key"), SECRET)) {
            fingerprint = host.fingerprint();
            assertThat(refused(address(host, SECRET, Optional.empty())))
                    .isEqualTo(new Problem.UntrustedHost("127.0.0.1", fingerprint, false));
        }
        try (SftpHost other = new SftpHost(folder.resolve("there"), folder.resolve("other-key"), SECRET)) {
            Problem changed = refused(address(other, SECRET, Optional.of(fingerprint)));
            assertThat(changed).isEqualTo(new Problem.UntrustedHost("127.0.0.1", other.fingerprint(), true));
            assertThat(Files.list(folder.resolve("there"))).isEmpty();
        }
    }

    @Test
    void a_wrong_secret_is_said_in_words_that_do_not_hold_it() throws Exception {
        try (SftpHost host = new SftpHost(folder.resolve("there"), folder.resolve("key"), SECRET);
                ObjectStore store = new ObjectStore(folder.resolve("objects"), SECRET)) {
            Problem sftp = refused(address(host, "wrong guess", Optional.of(host.fingerprint())));
            assertThat(sftp.sentence()).contains("does not let “press” in").doesNotContain("wrong guess");
            BucketAddress wrong = new BucketAddress(
                    store.endpoint(),
                    "local",
                    ObjectStore.BUCKET,
                    "",
                    ObjectStore.ACCESS_KEY,
                    "wrong guess",
                    Duration.ofSeconds(5));
            try (Bucket bucket = Bucket.open(wrong, SentFiles.in(folder.resolve("sent")))) {
                Problem denied = catchThrowableOfType(ProblemException.class, bucket::tryOut)
                        .problem();
                assertThat(denied.sentence()).contains("does not let this key").doesNotContain("wrong guess");
                assertThat(wrong.toString() + address(host, "wrong guess", Optional.empty()))
                        .doesNotContain("wrong guess");
            }
        }
    }

    @Test
    void nobody_there_is_said_within_the_patience_that_was_given() throws Exception {
        int port;
        try (SftpHost host = new SftpHost(folder.resolve("there"), folder.resolve("key"), SECRET)) {
            port = host.port();
        }
        Problem gone = refused(new SftpAddress(
                "127.0.0.1", port, "press", "", SECRET, Optional.of("SHA256:x"), Duration.ofSeconds(3)));
        assertThat(gone).isInstanceOfSatisfying(Problem.CannotWrite.class, problem -> {
            assertThat(problem.mayPass()).isTrue();
            assertThat(problem.reason()).contains("cannot be reached");
        });
    }
}
