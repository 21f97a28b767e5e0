package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDateTime;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WordsTest {

    private final Words words = new Words();

    @ParameterizedTest
    @CsvSource({
        "0, 1 kB",
        "412345, 412 kB",
        "999499, 999 kB",
        "1000000, 1.0 MB",
        "9949999, 9.9 MB",
        "96000000, 96 MB",
        "1300000000, 1.30 GB",
    })
    void weights_are_in_powers_of_ten(long bytes, String expected) {
        assertThat(words.weight(bytes)).isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource({"0, 1 s", "59, 59 s", "60, 1 min", "200, 3 min 20 s", "3600, 1 h 0 min", "9000, 2 h 30 min"})
    void stretches_are_as_long_as_they_are_worth(long seconds, String expected) {
        assertThat(words.stretch(seconds)).isEqualTo(expected);
        assertThat(words.stretch(Duration.ofSeconds(seconds))).isEqualTo(expected);
    }

    @Test
    void counts_moments_and_places() {
        assertThat(words.count(1, "file")).isEqualTo("1 file");
        assertThat(words.count(2000, "file")).isEqualTo("2,000 files");
        assertThat(words.exactly(412345)).isEqualTo("412,345 bytes");
        assertThat(words.moment(LocalDateTime.of(2026, 10, 3, 6, 58))).isEqualTo("3 Oct 2026, 06:58");
        assertThat(words.place(Path.of("a/../b"))).isEqualTo("b");
        assertThat(words.place(Path.of("/elsewhere/x"))).isEqualTo("/elsewhere/x");
    }
}
