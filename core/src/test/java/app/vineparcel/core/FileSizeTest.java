package app.vineparcel.core;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FileSizeTest {

    @ParameterizedTest
    @CsvSource({
        "0, 1 kB",
        "1499, 1 kB",
        "1500, 2 kB",
        "412345, 412 kB",
        "1000000, 1.0 MB",
        "9940000, 9.9 MB",
        "12345678, 12 MB",
        "1250000000, 1.25 GB",
    })
    void what_was_measured_is_rounded(long bytes, String words) {
        assertThat(FileSize.rounded(bytes)).isEqualTo(words);
    }

    @ParameterizedTest
    @CsvSource({
        "1, 1 byte",
        "999, 999 bytes",
        "1000, 1 kB",
        "4500, 4.5 kB",
        "400000, 400 kB",
        "999949, 999.9 kB",
        "1000000, 1 MB",
        "1250000, 1.25 MB"
    })
    void what_somebody_set_is_stated(long bytes, String words) {
        assertThat(FileSize.stated(bytes)).isEqualTo(words);
    }
}
