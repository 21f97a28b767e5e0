package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.metadata.TiffDirectory;
import app.vineparcel.core.metadata.TiffField;
import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Programs;
import app.vineparcel.core.testing.Rendering;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Every kind of file, opened again by programs that did not write it. */
class FormatMatrixTest {

    @TempDir
    static Path folder;

    private static Path source;

    @BeforeAll
    static void a_photograph_that_says_a_lot() throws Exception {
        TiffDirectory exif = new TiffDirectory()
                .put(0x010f, TiffField.ascii("Larkfield"))
                .put(0x0112, TiffField.shorts(6))
                .put(0x013b, TiffField.ascii("Ida Fennel"))
                .put(0x8298, TiffField.ascii("© 2026 Harrow Lane Growers"));
        exif.belowOrNew(TiffDirectory.EXIF)
                .put(0x829a, TiffField.rationals(1, 250))
                .put(0x927c, TiffField.undefined(new byte[300]));
        exif.belowOrNew(TiffDirectory.GPS).put(1, TiffField.ascii("N")).put(2, TiffField.rationals(51, 1, 30, 1, 0, 1));
        source = folder.resolve("pears.jpg");
        new JpegFormat(95, false, Chroma.FULL)
                .writer()
                .write(
                        new Picture(Pictures.photo(320, 200, 5), BuiltInProfile.DISPLAY_P3.profile()),
                        new FileTags(true, 300, Optional.of(exif.toBlock()), Optional.empty(), Optional.empty()),
                        source);
        Programs.run(
                "exiftool",
                "-overwrite_original",
                "-q",
                "-IPTC:City=Thornby",
                "-IPTC:Caption-Abstract=Pears in the crate",
                "-XMP-photoshop:City=Thornby",
                "-XMP-dc:Title=Pears",
                "-XMP-photoshop:Credit=Harrow Lane",
                source.toString());
    }

    private static Map<String, String> said(Path file) {
        return Programs.run("exiftool", "-G1", "-s", "-a", "-n", file.toString())
                .lines()
                .filter(line -> line.contains(" : "))
                .collect(Collectors.toMap(
                        line -> line.substring(0, line.indexOf(" : "))
                                .replaceAll("\\s+", " ")
                                .strip(),
                        line -> line.substring(line.indexOf(" : ") + 3),
                        (first, second) -> first));
    }

    private static Path render(String clauses, String ending) throws Exception {
        Rendering.done(source, folder, clauses + ", 'name': 'out'");
        return folder.resolve("out." + ending);
    }

    private static final String SIZED = "'size': {'mode': 'long-edge', 'px': 120, 'ppi': 240}, ";

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            quoteCharacter = '"',
            value = {
                "'type': 'jpeg', 'chroma': '4:2:0'; jpg; [File] BitsPerSample; 8; [JFIF] XResolution=240",
                "'type': 'jpeg', 'chroma': '4:4:4', 'progressive': true; jpg; [File] ColorComponents; 3; [JFIF] XResolution=240",
                "'type': 'png', 'bits': 24; png; [PNG] BitDepth; 8; [PNG-pHYs] PixelsPerUnitX=9449",
                "'type': 'png', 'bits': 48; png; [PNG] BitDepth; 16; [PNG-pHYs] PixelsPerUnitX=9449",
                "'type': 'png', 'bits': 8, 'colours': 16; png; [PNG] ColorType; 3; [PNG-pHYs] PixelsPerUnitX=9449",
                "'type': 'webp'; webp; [RIFF] ImageWidth; 75; [IFD0] XResolution=240",
                "'type': 'webp', 'lossless': true; webp; [RIFF] ImageHeight; 120; [IFD0] XResolution=240",
                "'type': 'webp', 'sharp-chroma': true; webp; [RIFF] ImageWidth; 75; [IFD0] XResolution=240",
                "'type': 'avif'; avif; [File] ImageWidth; 75; [IFD0] XResolution=240",
                "'type': 'avif', 'bits': 10, 'chroma': '4:2:0'; avif; [File] ImageWidth; 75; [IFD0] XResolution=240",
                "'type': 'tiff', 'compression': 'none'; tif; [IFD0] BitsPerSample; 8 8 8; [IFD0] XResolution=240",
                "'type': 'tiff', 'bits': 16, 'compression': 'lzw'; tif; [IFD0] BitsPerSample; 16 16 16; [IFD0] XResolution=240",
                "'type': 'tiff', 'bits': 16, 'compression': 'deflate'; tif; [IFD0] Compression; 8; [IFD0] XResolution=240",
            })
    void other_readers_find_profile_resolution_depth_and_rights(
            String format, String ending, String depthTag, String depth, String resolution) throws Exception {
        Path file = render(SIZED + "'colour': {'profile': 'display-p3'}, 'format': {" + format + "}", ending);
        Map<String, String> said = said(file);
        assertThat(said).containsEntry(depthTag, depth);
        String[] ppi = resolution.split("="); // PNG counts by the metre
        assertThat(said).containsEntry(ppi[0], ppi[1]);
        assertThat(said).containsEntry("[ICC_Profile] ProfileDescription", "Display P3");
        assertThat(said).containsEntry("[IFD0] Artist", "Ida Fennel").containsEntry("[XMP-dc] Creator", "Ida Fennel");
        assertThat(said).containsEntry("[IFD0] Orientation", "1");
        assertThat(said).containsEntry("[ExifIFD] ColorSpace", "65535").containsEntry("[ExifIFD] ExifImageWidth", "75");
        assertThat(said.keySet()).noneMatch(tag -> tag.contains("GPS") || tag.contains("City"));
        assertThat(said)
                .doesNotContainKeys("[IFD0] Make", "[ExifIFD] ExposureTime", "[ExifIFD] MakerNoteUnknownBinary");
    }

    @ParameterizedTest
    @CsvSource({"jpeg, jpg", "png, png", "webp, webp", "tiff, tif", "avif, avif", "jxl, jxl"})
    void everything_is_kept_but_what_is_not_true_any_more(String type, String ending) throws Exception {
        String format = SIZED + "'format': {'type': '" + type + "'}, 'metadata': {'keep': 'all', 'drop-location': ";
        Map<String, String> dropped = said(render(format + "true, 'set': {'licence': 'One leaflet'}}", ending));
        assertThat(dropped)
                .containsEntry("[IFD0] Make", "Larkfield")
                .containsEntry("[ExifIFD] ExposureTime", "0.004")
                .containsEntry("[XMP-dc] Title", "Pears")
                .containsEntry("[XMP-xmpRights] UsageTerms", "One leaflet")
                .containsEntry("[IFD0] Orientation", "1")
                .containsEntry("[ExifIFD] ColorSpace", "1");
        assertThat(dropped.keySet())
                .noneMatch(tag -> tag.contains("GPS") || tag.contains("City") || tag.contains("MakerNote"));
        Map<String, String> placed = said(render(format + "false}", ending));
        assertThat(placed).containsEntry("[XMP-photoshop] City", "Thornby");
        assertThat(placed.get("[GPS] GPSLatitude")).startsWith("51.5");
        if (ending.equals("jpg") || ending.equals("tif")) {
            assertThat(placed)
                    .containsEntry("[IPTC] City", "Thornby")
                    .containsEntry("[IPTC] Caption-Abstract", "Pears in the crate");
        }
    }

    @ParameterizedTest
    @CsvSource({"jpeg, jpg", "png, png", "webp, webp", "tiff, tif", "avif, avif", "jxl, jxl"})
    void nothing_is_said_where_nothing_shall_be(String type, String ending) throws Exception {
        Map<String, String> said = said(render(
                SIZED + "'colour': {'embed': false}, 'format': {'type': '" + type + "'}, 'metadata': {'keep': 'none'}",
                ending));
        assertThat(said.keySet())
                .noneMatch(tag -> tag.startsWith("[XMP")
                        || tag.startsWith("[IPTC")
                        || tag.startsWith("[ExifIFD")
                        || tag.startsWith("[ICC_Profile")
                        || tag.contains("Artist"));
    }

    @Test
    void other_checkers_find_no_fault() throws Exception {
        for (String bits : new String[] {"8", "24", "32", "48", "64"}) {
            Path png = render("'format': {'type': 'png', 'bits': " + bits + "}", "png");
            assertThat(Programs.run("pngcheck", "-v", png.toString())).contains("No errors detected");
        }
        for (String lossless : new String[] {"false", "true"}) {
            Path webp = render("'format': {'type': 'webp', 'lossless': " + lossless + "}", "webp");
            assertThat(Programs.run("webpinfo", "-summary", webp.toString()))
                    .contains("ICCP: 1")
                    .contains("No error detected");
        }
        for (String compression : new String[] {"none", "lzw", "deflate"}) {
            for (String colours : new String[] {"srgb", "grey-2.2", "fogra39-coated"}) {
                for (int bits : new int[] {8, 16}) {
                    Path tiff = render(
                            "'colour': {'profile': '%s'}, 'format': {'type': 'tiff', 'bits': %d, 'compression': '%s'}"
                                    .formatted(colours, bits, compression),
                            "tif");
                    String read = Programs.run(
                            "tiffcp",
                            "-c",
                            "none",
                            tiff.toString(),
                            folder.resolve("copy.tif").toString());
                    assertThat(read).isEmpty();
                    assertThat(Programs.run(
                                    "tiffcmp",
                                    tiff.toString(),
                                    folder.resolve("copy.tif").toString()))
                            .doesNotContain("differ at", "scanline");
                }
            }
        }
    }

    @Test
    void inks_go_into_jpeg_as_everybody_reads_them() throws Exception {
        Path jpeg = render(SIZED + "'colour': {'profile': 'fogra39-coated'}, 'format': {'quality': 95}", "jpg");
        assertThat(said(jpeg))
                .containsEntry("[File] ColorComponents", "4")
                .containsEntry("[ICC_Profile] ProfileDescription", "FOGRA39L Coated")
                .containsEntry("[IFD0] XResolution", "240");
        Rendering.done(jpeg, folder, "'name': 'back', 'format': {'type': 'png'}");
        Rendering.done(
                source,
                folder,
                "'name': 'straight', 'size': {'mode': 'long-edge', 'px': 120}, 'format': {'type': 'png'}");
        assertThat(meanDifference(folder.resolve("back.png"), folder.resolve("straight.png")))
                .isLessThan(6);
    }

    private static double meanDifference(Path one, Path other) throws Exception {
        var a = javax.imageio.ImageIO.read(one.toFile());
        var b = javax.imageio.ImageIO.read(other.toFile());
        assertThat(a.getWidth()).isEqualTo(b.getWidth());
        double sum = 0;
        for (int i = 0; i < a.getWidth() * a.getHeight(); i++) {
            int x = i % a.getWidth();
            int y = i / a.getWidth();
            sum += Stream.of(0, 8, 16)
                    .mapToInt(shift -> Math.abs((a.getRGB(x, y) >> shift & 0xff) - (b.getRGB(x, y) >> shift & 0xff)))
                    .sum();
        }
        return sum / (3.0 * a.getWidth() * a.getHeight());
    }

    /** A thumbnail in the source's EXIF could show what a crop took away; none is ever written. */
    @Test
    void no_thumbnail_tells_what_was_cropped() throws Exception {
        Path thumbnail = folder.resolve("thumb.jpg");
        new JpegFormat(70, false, Chroma.HALF)
                .writer()
                .write(Pictures.picture(Pictures.photo(40, 25, 1)), FileTags.plain(72), thumbnail);
        Programs.run("exiftool", "-overwrite_original", "-q", "-ThumbnailImage<=" + thumbnail, source.toString());
        assertThat(said(source)).containsKey("[IFD1] ThumbnailLength");
        Map<String, String> said = said(
                render("'crop': {'aspect': '1:1'}, 'format': {'type': 'tiff'}, 'metadata': {'keep': 'all'}", "tif"));
        assertThat(said.keySet()).noneMatch(tag -> tag.startsWith("[IFD1]"));
    }
}
