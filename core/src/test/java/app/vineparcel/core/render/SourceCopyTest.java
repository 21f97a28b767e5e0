package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Programs;
import app.vineparcel.core.testing.Rendering;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SourceCopyTest {

    @TempDir
    Path folder;

    private Path jpeg;

    @BeforeEach
    void a_photograph_that_says_where_it_was_taken() throws Exception {
        jpeg = folder.resolve("PEARS.JPG");
        new JpegFormat(90, false, Chroma.HALF)
                .writer()
                .write(Pictures.picture(Pictures.photo(96, 64, 2)), FileTags.profiled(300), jpeg);
        Programs.run(
                "exiftool",
                "-q",
                "-overwrite_original",
                "-n",
                "-Orientation=6",
                "-Artist=Ida Fennel",
                "-Make=Larkfield",
                "-GPSLatitude=51.5",
                "-GPSLatitudeRef=N",
                "-Comment=draft",
                jpeg.toString());
    }

    @Test
    void everything_kept_is_every_byte_under_another_name() throws Exception {
        Rendering.done(
                jpeg,
                folder,
                "'size': {'mode': 'width', 'px': 10}, 'format': {'type': 'copy'}, 'metadata': {'keep': 'all', 'drop-location': false}, 'name': 'master'");
        assertThat(folder.resolve("master.jpg")).hasSameBinaryContentAs(jpeg);
        Path png = folder.resolve("plan.png");
        new PngFormat(24).writer().write(Pictures.picture(Pictures.photo(9, 9, 2)), FileTags.plain(72), png);
        Rendering.done(png, folder, "'format': {'type': 'copy'}, 'name': 'other'");
        assertThat(folder.resolve("other.png")).hasSameBinaryContentAs(png);
    }

    @Test
    void a_jpeg_says_what_the_recipe_says_and_keeps_its_pixels_and_its_way_up() throws Exception {
        Rendering.done(jpeg, folder, "'format': {'type': 'copy'}, 'name': 'master'");
        Path copy = folder.resolve("master.jpg");
        String said = Programs.run("exiftool", "-G1", "-s", "-n", copy.toString());
        assertThat(said)
                .containsPattern("Artist +: Ida Fennel")
                .containsPattern("Orientation +: 6")
                .contains("ICC_Profile")
                .doesNotContain("GPS")
                .doesNotContain("Larkfield")
                .doesNotContain("draft");
        assertThat(Programs.run("exiftool", "-b", "-JPEGDigest", copy.toString()))
                .isEqualTo(Programs.run("exiftool", "-b", "-JPEGDigest", jpeg.toString()));
        assertThat(scan(copy)).isEqualTo(scan(jpeg));
    }

    /** What stands behind the first scan's marker. */
    private static String scan(Path file) throws Exception {
        String bytes = new String(Files.readAllBytes(file), java.nio.charset.StandardCharsets.ISO_8859_1);
        return bytes.substring(bytes.lastIndexOf("\u00ff\u00da"));
    }
}
