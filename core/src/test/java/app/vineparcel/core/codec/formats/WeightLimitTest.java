package app.vineparcel.core.codec.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.WeightLimit;
import app.vineparcel.core.codec.gif.GifFormat;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.codec.webp.WebpFormat;
import app.vineparcel.core.testing.Pictures;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WeightLimitTest {

    private static final FileTags TAGS = FileTags.plain(72);

    @TempDir
    Path folder;

    private static OutputFormat format(String type) {
        return switch (type) {
            case "webp" -> new WebpFormat(95, false);
            case "png" -> PngFormat.palette(256, false);
            case "gif" -> new GifFormat(200, true);
            default -> new JpegFormat(96, false, Chroma.HALF);
        };
    }

    private long weight(OutputFormat format, Picture picture) throws IOException {
        Path file = folder.resolve("probe");
        format.writer().write(picture, TAGS, file);
        return Files.size(file);
    }

    /** Against trying every step: the file is below the limit, and no quality more than one step above it would be. */
    @ParameterizedTest
    @CsvSource({
        "jpeg, 0.9",
        "jpeg, 0.5",
        "jpeg, 0.2",
        "jpeg, 0.15",
        "webp, 0.8",
        "webp, 0.3",
        "png, 0.7",
        "png, 0.3",
        "gif, 0.5"
    })
    void the_highest_quality_that_stays_below_is_found_in_seven(String type, double share) throws Exception {
        Picture picture = Pictures.picture(Pictures.photo(160, 120, 7));
        OutputFormat format = format(type);
        long limit = (long) (weight(format, picture) * share);
        Path file = folder.resolve("out");
        WeightLimit.Found found = WeightLimit.write(format, picture, TAGS, file, limit);
        assertThat(found.encodings()).isLessThanOrEqualTo(WeightLimit.MOST_ENCODINGS);
        assertThat(Files.size(file)).isLessThanOrEqualTo(limit);
        int step = found.format().weightStep().orElseThrow();
        if (type.equals("jpeg") || type.equals("webp")) {
            for (int higher = step + 2; higher <= format.weightStep().orElseThrow(); higher++) {
                assertThat(weight(format.atWeightStep(higher), picture))
                        .as("step " + higher)
                        .isGreaterThan(limit);
            }
        } else {
            // palettes do not get heavier with every colour, but they come close to the limit
            assertThat(Files.size(file)).isGreaterThan(limit * 3 / 4);
        }
    }

    @Test
    void what_is_light_enough_is_encoded_once_as_asked() throws Exception {
        WeightLimit.Found found = WeightLimit.write(
                format("jpeg"), Pictures.picture(Pictures.photo(60, 40, 1)), TAGS, folder.resolve("a"), 1_000_000);
        assertThat(found.encodings()).isEqualTo(1);
        assertThat(found.format()).isEqualTo(format("jpeg"));
    }

    @Test
    void where_none_fits_the_lightest_is_named_and_nothing_left() throws Exception {
        Picture picture = Pictures.picture(Pictures.photo(160, 120, 7));
        long lightest = weight(new JpegFormat(1, false, Chroma.HALF), picture);
        Path file = folder.resolve("none");
        assertThatThrownBy(() -> WeightLimit.write(format("jpeg"), picture, TAGS, file, 300))
                .hasMessageContaining("%,d bytes, and the limit".formatted(lightest))
                .hasMessageContaining("300");
        assertThat(file).doesNotExist();
        assertThatThrownBy(() -> WeightLimit.write(new PngFormat(24), picture, TAGS, file, 300))
                .hasMessageContaining("At its lowest quality it has");
    }
}
