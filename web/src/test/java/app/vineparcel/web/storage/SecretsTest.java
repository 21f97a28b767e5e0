package app.vineparcel.web.storage;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SecretsTest {

    @TempDir
    Path folder;

    private Secrets secrets(String key) {
        return new Secrets(new StorageSettings(
                folder,
                folder,
                List.of(),
                1,
                1,
                1,
                1,
                1,
                List.of(),
                1,
                Optional.empty(),
                List.of(),
                key.isEmpty() ? Optional.empty() : Optional.of(key),
                Optional.empty()));
    }

    @Test
    void what_is_sealed_opens_for_its_purpose_and_with_its_key_alone() throws Exception {
        byte[] sealed = secrets("").seal("pässword", "destination");
        assertThat(new String(sealed, StandardCharsets.UTF_8)).doesNotContain("ssword");
        assertThat(secrets("").seal("pässword", "destination")).isNotEqualTo(sealed);
        assertThat(secrets("").open(sealed, "destination")).contains("pässword");
        assertThat(secrets("").open(sealed, "web hook")).isEmpty();
        assertThat(secrets("").open(new byte[0], "destination")).isEmpty();
        sealed[sealed.length - 1]++;
        assertThat(secrets("").open(sealed, "destination")).isEmpty();
        sealed[sealed.length - 1]--;
        String other = Base64.getEncoder().encodeToString(new byte[32]);
        assertThat(secrets(other).open(sealed, "destination")).isEmpty();
        assertThatThrownBy(() -> secrets("c2hvcnQ=").open(sealed, "destination"))
                .hasMessageContaining("32 bytes in base 64");
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(folder.resolve("secret.key"))))
                .isEqualTo("rw-------");
    }

    @Test
    void a_word_is_the_same_for_the_same_text_and_key() {
        assertThat(secrets("").word("fetch 1 2"))
                .matches("[0-9a-f]{64}")
                .isEqualTo(secrets("").word("fetch 1 2"))
                .isNotEqualTo(secrets("").word("fetch 12 "));
    }
}
