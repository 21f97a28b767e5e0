package app.vineparcel.core.metadata;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.testing.Pictures;
import com.drew.imaging.ImageMetadataReader;
import com.drew.metadata.Metadata;
import com.drew.metadata.exif.ExifIFD0Directory;
import com.drew.metadata.exif.GpsDirectory;
import com.drew.metadata.xmp.XmpDirectory;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class RightsTest {

    private static final Rights RIGHTS = Rights.NONE.with(Map.of(
            "creator", "Ida Fennel",
            "copyright", "© 2026 Harrow Lane Growers",
            "credit", "Harrow Lane / Fennel",
            "licence", "One leaflet, <2026> & no more",
            "contact", "office@harrow-lane.example"));

    @TempDir
    Path folder;

    private static OutputFormat format(String type) {
        return switch (type) {
            case "png" -> new OutputFormat.Png(24);
            case "webp" -> new OutputFormat.Webp(80, false);
            case "tiff" -> new OutputFormat.Tiff(8, OutputFormat.Compression.LZW);
            default -> new OutputFormat.Jpeg(80, true, OutputFormat.Chroma.HALF);
        };
    }

    private Metadata written(String type, Optional<byte[]> exif, Optional<byte[]> xmp) throws Exception {
        Path file = folder.resolve("a." + type);
        PictureWriter.of(format(type))
                .write(Pictures.photo(40, 30, 1), new FileTags(Optional.empty(), 240, exif, xmp), file);
        return ImageMetadataReader.readMetadata(file.toFile());
    }

    @ParameterizedTest
    @ValueSource(strings = {"jpeg", "png", "webp", "tiff"})
    void every_format_carries_them_to_another_reader(String type) throws Exception {
        Metadata metadata = written(type, RightsBlocks.exif(RIGHTS, 240), RightsBlocks.xmp(RIGHTS));
        ExifIFD0Directory exif = metadata.getFirstDirectoryOfType(ExifIFD0Directory.class);
        assertThat(exif.getString(ExifIFD0Directory.TAG_ARTIST)).isEqualTo("Ida Fennel");
        assertThat(exif.getString(ExifIFD0Directory.TAG_COPYRIGHT)).isEqualTo("© 2026 Harrow Lane Growers");
        assertThat(exif.getInt(ExifIFD0Directory.TAG_X_RESOLUTION)).isEqualTo(240);
        Map<String, String> xmp =
                metadata.getFirstDirectoryOfType(XmpDirectory.class).getXmpProperties();
        assertThat(xmp)
                .containsEntry("dc:creator[1]", "Ida Fennel")
                .containsEntry("dc:rights[1]", "© 2026 Harrow Lane Growers")
                .containsEntry("xmpRights:UsageTerms[1]", "One leaflet, <2026> & no more")
                .containsEntry("photoshop:Credit", "Harrow Lane / Fennel");
        assertThat(metadata.getFirstDirectoryOfType(GpsDirectory.class)).isNull();
    }

    @ParameterizedTest
    @ValueSource(strings = {"jpeg", "png", "webp"})
    void where_nothing_is_said_nothing_is_written(String type) throws Exception {
        assertThat(RightsBlocks.exif(Rights.NONE, 72)).isEmpty();
        assertThat(RightsBlocks.xmp(Rights.NONE)).isEmpty();
        Metadata metadata = written(type, Optional.empty(), Optional.empty());
        assertThat(metadata.getFirstDirectoryOfType(ExifIFD0Directory.class)).isNull();
        assertThat(metadata.getFirstDirectoryOfType(XmpDirectory.class)).isNull();
    }

    @Test
    void a_set_field_replaces_a_kept_one_and_a_blank_one_does_not() {
        Rights changed = RIGHTS.with(Map.of("creator", "Somebody", "copyright", "  "));
        assertThat(changed.creator()).contains("Somebody");
        assertThat(changed.copyright()).isEqualTo(RIGHTS.copyright());
    }

    @Test
    void damaged_metadata_counts_as_none() throws Exception {
        byte[] exif = RightsBlocks.exif(RIGHTS, 72).orElseThrow();
        for (int cut : List.of(3, 9, 20, exif.length - 8)) {
            Path file = folder.resolve("cut.jpg");
            FileTags tags = new FileTags(
                    Optional.empty(), 72, Optional.of(java.util.Arrays.copyOf(exif, cut)), Optional.empty());
            PictureWriter.of(format("jpeg")).write(Pictures.photo(20, 20, 1), tags, file);
            assertThat(MetadataReader.read(file).orientation().exif()).isEqualTo(1);
        }
        assertThat(MetadataReader.read(folder.resolve("not-there.jpg"))).isEqualTo(PhotoFacts.NONE);
    }
}
