package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.source.FileContent;
import app.vineparcel.core.source.OpenedSource;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Programs;
import app.vineparcel.core.testing.Rendering;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.BitSet;
import java.util.Optional;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** JPEG XL, AVIF and HEIC that other people's programs wrote, and ours as other people's programs read them. */
class TodaysFormatsTest {

    private static final SourceReader READER = new SourceReader(SourceReader.USUAL_BUDGET);
    private static final PixelSize SIZE = new PixelSize(300, 40);

    @TempDir
    static Path folder;

    /** A slope from black to white in more steps than 8 bits have. */
    private static Pixels slope;

    private static Path slopeFile;
    private static Path photo;

    @BeforeAll
    static void pictures() throws Exception {
        short[] samples = new short[3 * (int) SIZE.pixels()];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (short) Math.round(i / 3 % SIZE.width() * 65535.0 / (SIZE.width() - 1));
        }
        slope = Pixels.of16(SIZE, 3, false, samples);
        slopeFile = folder.resolve("slope.png");
        new PngFormat(48).writer().write(Pictures.picture(slope), FileTags.plain(72), slopeFile);
        photo = folder.resolve("photo.png");
        new PngFormat(24).writer().write(Pictures.picture(Pictures.photo(200, 120, 8)), FileTags.profiled(72), photo);
    }

    /** More steps than 8 bits have, and white is white. */
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "avifenc -d 10 -y 444 --min 0 --max 0 %s %s; avif; 260; 80",
                "avifenc -d 12 -y 444 --min 0 --max 0 %s %s; avif; 290; 30",
                "heif-enc -b 10 -q 98 -p chroma=444 %s -o %s; heic; 260; 400",
                "heif-enc -b 12 -q 98 -p chroma=444 %s -o %s; heic; 260; 400",
                "cjxl %s %s -d 0; jxl; 300; 0",
            })
    void deep_files_are_read_as_deep_as_they_are(String command, String ending, int steps, int off) throws Exception {
        Path file = folder.resolve("deep." + ending);
        Programs.run(command.formatted(slopeFile, file).split(" "));
        OpenedSource opened = READER.open(file);
        assertThat(opened.info().size()).isEqualTo(SIZE);
        assertThat(opened.pixels().depth()).isEqualTo(16);
        BitSet codes = new BitSet();
        int worst = 0;
        for (int x = 0; x < SIZE.width(); x++) {
            codes.set(opened.pixels().sample(x, 20, 1));
            worst = Math.max(worst, Math.abs(opened.pixels().sample(x, 20, 1) - slope.sample(x, 20, 1)));
        }
        assertThat(codes.cardinality()).isGreaterThanOrEqualTo(steps);
        assertThat(worst).isLessThanOrEqualTo(off);
    }

    @Test
    void a_jpeg_xl_brings_its_way_up_and_its_metadata() throws Exception {
        Path jpeg = folder.resolve("turned.jpg");
        Rendering.done(photo, folder, "'format': {'type': 'jpeg', 'quality': 95}, 'name': 'turned'");
        Programs.run(
                "exiftool", "-q", "-overwrite_original", "-n", "-Orientation=6", "-Artist=Ida Fennel", jpeg.toString());
        Path jxl = folder.resolve("turned.jxl");
        Programs.run("cjxl", jpeg.toString(), jxl.toString()); // the box is packed
        OpenedSource opened = READER.open(jxl);
        assertThat(opened.info().format()).isEqualTo(SourceFormat.JXL);
        assertThat(opened.info().size()).isEqualTo(new PixelSize(120, 200));
        assertThat(opened.metadata().exif().orElseThrow().fields()).containsKey(0x013b);
        assertThat(opened.profile().title()).isEqualTo("sRGB");
        // upright and the same picture
        Pixels upright = READER.open(jpeg).pixels();
        assertThat(mean(opened.pixels(), upright)).isLessThan(1);
    }

    @ParameterizedTest
    @CsvSource({"-d 0, 0.01", "-d 0.3, 3"})
    void a_jpeg_xl_in_other_colours_is_read_in_them(String how, double off) throws Exception {
        Path wide = folder.resolve("wide.png");
        Rendering.done(
                photo,
                folder,
                "'colour': {'profile': 'display-p3'}, 'format': {'type': 'png', 'bits': 24}, 'name': 'wide'");
        Path jxl = folder.resolve("wide.jxl");
        Programs.run(("cjxl " + wide + " " + jxl + " " + how).split(" "));
        assertThat(READER.inspect(jxl).profileTitle()).isPresent().get().isNotEqualTo("sRGB");
        Rendering.done(jxl, folder, "'format': {'type': 'png', 'bits': 24}, 'name': 'back'");
        Rendering.done(wide, folder, "'format': {'type': 'png', 'bits': 24}, 'name': 'straight'");
        assertThat(mean(
                        READER.open(folder.resolve("back.png")).pixels(),
                        READER.open(folder.resolve("straight.png")).pixels()))
                .isLessThan(off + 1);
    }

    /** What is packed anew gives the JPEG's own data back, byte for byte. */
    @Test
    void a_jpeg_is_packed_anew_without_changing_a_pixel() throws Exception {
        Path jpeg = folder.resolve("plain.jpg");
        Rendering.done(
                photo,
                folder,
                "'format': {'type': 'jpeg', 'quality': 88}, 'metadata': {'keep': 'none'}, 'name': 'plain'");
        Rendering.done(
                jpeg,
                folder,
                "'format': {'type': 'jxl', 'lossless': true}, 'metadata': {'set': {'creator': 'Ida Fennel'}}, 'name': 'packed'");
        Path packed = folder.resolve("packed.jxl");
        assertThat(Files.size(packed)).isLessThan(Files.size(jpeg) + 2500);
        assertThat(Programs.run("exiftool", "-Artist", packed.toString())).contains("Ida Fennel");
        Path again = folder.resolve("again.jpg");
        Programs.run("djxl", packed.toString(), again.toString());
        assertThat(Programs.run("exiftool", "-b", "-JPEGDigest", again.toString()))
                .isEqualTo(Programs.run("exiftool", "-b", "-JPEGDigest", jpeg.toString()));
        assertThat(READER.open(again).pixels().bytes())
                .isEqualTo(READER.open(jpeg).pixels().bytes());
        // a preview tells of the very file
        var info = READER.inspect(jpeg);
        var planned = new Planner("", LocalDate.EPOCH, Shelf.EMPTY)
                .plan(
                        PlanPiece.picture("", jpeg, info.stem(), info, Optional.empty(), 1),
                        new PlanColumn(
                                "",
                                Rendering.recipe(
                                        "'format': {'type': 'jxl', 'lossless': true}, 'metadata': {'set': {'creator': 'Ida Fennel'}}"),
                                "",
                                ""));
        try (PreviewSession preview = new PreviewSession(READER, Shelf.EMPTY, 1)) {
            assertThat(preview.put(planned, () -> false).orElseThrow().sha256()).isEqualTo(FileContent.sum(packed));
        }
        // where anything else changes, pixels are packed
        Rendering.done(
                jpeg,
                folder,
                "'size': {'mode': 'width', 'px': 100}, 'format': {'type': 'jxl', 'lossless': true}, 'name': 'small'");
        assertThat(READER.inspect(folder.resolve("small.jxl")).size()).isEqualTo(new PixelSize(100, 60));
    }

    @ParameterizedTest
    @CsvSource(
            quoteCharacter = '"',
            value = {
                "'type': 'webp'|'quality': 95, webp, dwebp %s -o %s",
                "'type': 'webp'|'quality': 95|'sharp-chroma': true, webp, dwebp %s -o %s",
                "'type': 'webp'|'lossless': true, webp, dwebp %s -o %s",
                "'type': 'avif'|'quality': 96, avif, avifdec %s %s",
                "'type': 'avif'|'lossless': true, avif, avifdec %s %s",
                "'type': 'jxl'|'quality': 97, jxl, djxl %s %s",
                "'type': 'jxl'|'lossless': true, jxl, djxl %s %s",
            })
    void others_see_the_same_picture(String format, String ending, String command) throws Exception {
        Rendering.done(photo, folder, "'format': {" + format.replace('|', ',') + "}, 'name': 'ours'");
        Path png = folder.resolve("theirs.png");
        Programs.run(command.formatted(folder.resolve("ours." + ending), png).split(" "));
        double off = mean(READER.open(png).pixels(), READER.open(photo).pixels());
        assertThat(off).isCloseTo(0, within(format.contains("lossless") ? 0 : 6.0));
    }

    @Test
    void an_avif_of_ten_bits_is_one_for_others_and_keeps_its_steps() throws Exception {
        Rendering.done(
                slopeFile,
                folder,
                "'format': {'type': 'avif', 'quality': 100, 'bits': 10, 'chroma': '4:2:0'}, 'name': 'ten'");
        Path file = folder.resolve("ten.avif");
        assertThat(Programs.run("avifdec", "--info", file.toString()))
                .containsPattern("Bit Depth +: 10")
                .containsPattern("Format +: YUV420");
        BitSet codes = new BitSet();
        Pixels read = READER.open(file).pixels();
        for (int x = 0; x < SIZE.width(); x++) {
            codes.set(read.sample(x, 20, 1));
        }
        assertThat(codes.cardinality()).isGreaterThan(256);
    }

    private static double mean(Pixels a, Pixels b) {
        assertThat(a.size()).isEqualTo(b.size());
        double sum = 0;
        double scale = 255.0 / (a.levels() - 1);
        double other = 255.0 / (b.levels() - 1);
        for (int y = 0; y < a.size().height(); y++) {
            for (int x = 0; x < a.size().width(); x++) {
                for (int band = 0; band < 3; band++) {
                    sum += Math.abs(a.sample(x, y, band) * scale - b.sample(x, y, band) * other);
                }
            }
        }
        return sum / (3 * a.size().pixels());
    }
}
