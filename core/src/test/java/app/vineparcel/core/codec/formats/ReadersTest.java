package app.vineparcel.core.codec.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assumptions.assumeThat;

import app.vineparcel.core.Notice;
import app.vineparcel.core.codec.AwtPixels;
import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.CutShort;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.LibraryReader;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.jpeg.CmykJpeg;
import app.vineparcel.core.codec.jpeg.JdkJpegEngine;
import app.vineparcel.core.codec.jpeg.JpegEngine;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.codec.jpeg.JpegSegments;
import app.vineparcel.core.codec.jpeg.TurboJpegEngine;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.codec.tiff.Compression;
import app.vineparcel.core.codec.tiff.TiffFormat;
import app.vineparcel.core.codec.webp.WebpFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.testing.Pictures;
import java.awt.image.BufferedImage;
import java.awt.image.IndexColorModel;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.zip.CRC32;
import java.util.zip.DeflaterOutputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ReadersTest {

    private static final FileTags TAGS = FileTags.profiled(300);

    /** In Display P3, or in grey. */
    private static Picture p3(Pixels pixels) {
        return new Picture(
                pixels,
                pixels.colourBands() == 1 ? BuiltInProfile.GREY_22.profile() : BuiltInProfile.DISPLAY_P3.profile());
    }

    @TempDir
    Path folder;

    private Decoded read(Path file, SourceFormat format) throws IOException {
        assertThat(SourceFormat.of(Files.newInputStream(file).readNBytes(12))).contains(format);
        return PictureReaders.of(format).read(file);
    }

    private static void assertAlike(Pixels read, Pixels written, int tolerance) {
        assertThat(read.size()).isEqualTo(written.size());
        assertThat(read.bands()).isEqualTo(written.bands());
        assertThat(read.depth()).isEqualTo(written.depth());
        for (int y = 0; y < read.size().height(); y++) {
            for (int x = 0; x < read.size().width(); x++) {
                for (int band = 0; band < read.bands(); band++) {
                    assertThat(read.sample(x, y, band))
                            .isBetween(written.sample(x, y, band) - tolerance, written.sample(x, y, band) + tolerance);
                }
            }
        }
    }

    private static Pixels withAlpha(int depth) {
        int count = 23 * 17;
        byte[] bytes = new byte[depth == 8 ? count * 4 : 0];
        short[] shorts = new short[depth == 16 ? count * 4 : 0];
        for (int i = 0; i < count * 4; i++) {
            if (depth == 8) {
                bytes[i] = (byte) (i % 4 == 3 ? 40 + i % 200 : i * 7);
            } else {
                shorts[i] = (short) (i % 4 == 3 ? 9000 + i : i * 977);
            }
        }
        PixelSize size = new PixelSize(23, 17);
        return depth == 8 ? Pixels.of8(size, 4, true, bytes) : Pixels.of16(size, 4, true, shorts);
    }

    @ParameterizedTest
    @ValueSource(ints = {24, 32, 48, 64})
    void png_keeps_every_sample(int bits) throws IOException {
        Pixels source = withAlpha(bits >= 48 ? 16 : 8);
        Pixels pixels = bits == 32 || bits == 64 ? source : opaque(source);
        Path file = folder.resolve("a.png");
        new PngFormat(bits).writer().write(p3(pixels), TAGS, file);
        Decoded decoded = read(file, SourceFormat.PNG);
        assertAlike(decoded.pixels(), pixels, 0);
        assertThat(FoundBlocks.in(file, SourceFormat.PNG).icc())
                .contains(BuiltInProfile.DISPLAY_P3.profile().bytes());
    }

    private static Pixels opaque(Pixels rgba) {
        int count = (int) rgba.size().pixels();
        byte[] bytes = new byte[rgba.depth() == 8 ? count * 3 : 0];
        short[] shorts = new short[rgba.depth() == 16 ? count * 3 : 0];
        for (int i = 0; i < count * 3; i++) {
            int from = i / 3 * 4 + i % 3;
            if (rgba.depth() == 8) {
                bytes[i] = rgba.bytes()[from];
            } else {
                shorts[i] = rgba.shorts()[from];
            }
        }
        return rgba.depth() == 8
                ? Pixels.of8(rgba.size(), 3, false, bytes)
                : Pixels.of16(rgba.size(), 3, false, shorts);
    }

    @ParameterizedTest
    @ValueSource(strings = {"NONE", "LZW", "DEFLATE"})
    void tiff_keeps_every_sample_and_its_profile(String compression) throws IOException {
        for (Pixels pixels : List.of(opaque(withAlpha(16)), withAlpha(8), withAlpha(16))) {
            Path file = folder.resolve("a.tif");
            new TiffFormat(pixels.depth(), Compression.valueOf(compression))
                    .writer()
                    .write(p3(pixels), TAGS, file);
            assertAlike(read(file, SourceFormat.TIFF).pixels(), pixels, 0);
            assertThat(FoundBlocks.in(file, SourceFormat.TIFF).icc())
                    .contains(BuiltInProfile.DISPLAY_P3.profile().bytes());
        }
    }

    @Test
    void lossless_webp_keeps_every_sample_its_alpha_and_its_profile() throws IOException {
        Pixels pixels = withAlpha(8);
        Path file = folder.resolve("a.webp");
        new WebpFormat(80, true).writer().write(p3(pixels), TAGS, file);
        assertAlike(read(file, SourceFormat.WEBP).pixels(), pixels, 0);
        assertThat(FoundBlocks.in(file, SourceFormat.WEBP).icc())
                .contains(BuiltInProfile.DISPLAY_P3.profile().bytes());
    }

    @Test
    void lossy_webp_opens_the_same_in_another_library() throws IOException {
        Pixels photo = Pictures.photo(160, 120, 3);
        Path file = folder.resolve("a.webp");
        new WebpFormat(90, false).writer().write(p3(photo), FileTags.plain(72), file);
        Decoded other = new LibraryReader("webp", "com.twelvemonkeys.").read(file);
        assertAlike(read(file, SourceFormat.WEBP).pixels(), other.pixels(), 12);
        assertAlike(other.pixels(), photo, 24);
    }

    @ParameterizedTest
    @ValueSource(strings = {"FULL", "HALF_ACROSS", "HALF"})
    void jpeg_comes_back_close_in_every_chroma_mode(String chroma) throws IOException {
        Pixels photo = Pictures.photo(161, 121, 5);
        for (boolean progressive : new boolean[] {false, true}) {
            Path file = folder.resolve("a.jpg");
            new JpegFormat(95, progressive, Chroma.valueOf(chroma)).writer().write(p3(photo), TAGS, file);
            Decoded decoded = read(file, SourceFormat.JPEG);
            assertThat(decoded.model()).isEqualTo(ColourModel.RGB);
            assertAlike(decoded.pixels(), photo, 14);
            JpegSegments segments = JpegSegments.read(file);
            byte[] frame = segments.frame().orElseThrow().data();
            int sampling = Chroma.valueOf(chroma).across() << 4
                    | Chroma.valueOf(chroma).down();
            assertThat(frame[7]).isEqualTo((byte) sampling);
            assertThat(segments.frame().orElseThrow().marker()).isEqualTo(progressive ? 0xc2 : 0xc0);
            assertThat(segments.icc())
                    .contains(BuiltInProfile.DISPLAY_P3.profile().bytes());
        }
    }

    /** Either engine, on the same file: the same pixels within three levels, and both tell what is cut short. */
    @Test
    void both_jpeg_engines_see_the_same_picture() throws IOException {
        JpegEngine turbo = JpegEngine.usual();
        assumeThat(turbo).as("libjpeg-turbo on this machine").isInstanceOf(TurboJpegEngine.class);
        JpegEngine jdk = new JdkJpegEngine();
        Pixels photo = Pictures.photo(203, 151, 8);
        for (Chroma chroma : Chroma.values()) {
            for (boolean progressive : new boolean[] {false, true}) {
                JpegFormat options = new JpegFormat(88, progressive, chroma);
                for (JpegEngine writer : List.of(turbo, jdk)) {
                    Path file = Files.write(folder.resolve("a.jpg"), writer.encode(photo, options));
                    assertAlike(turbo.decode(file).pixels(), jdk.decode(file).pixels(), 3);
                    byte[] frame = JpegSegments.read(file).frame().orElseThrow().data();
                    assertThat(frame[7]).isEqualTo((byte) (chroma.across() << 4 | chroma.down()));
                }
            }
        }
        for (int transform : new int[] {0, 2}) {
            Path cmyk = CmykJpeg.write(folder.resolve("cmyk.jpg"), transform, 200, 30, 90, 10);
            assertAlike(turbo.decode(cmyk).pixels(), jdk.decode(cmyk).pixels(), 3);
        }
        byte[] whole = turbo.encode(photo, new JpegFormat(90, false, Chroma.FULL));
        Path cut = Files.write(folder.resolve("cut.jpg"), java.util.Arrays.copyOf(whole, whole.length / 2));
        for (JpegEngine engine : List.of(turbo, jdk)) {
            assertThat(engine.decode(cut).flaw()).isEqualTo(JpegEngine.Flaw.CUT_SHORT);
        }
    }

    /** The numbers of YCbCr by T.871: our decoding of the library's components against the library's own RGB. */
    @Test
    void jpeg_colours_are_those_of_the_reference_library() throws IOException {
        Path file = folder.resolve("a.jpg");
        ImageIO.write(Pictures.image(Pictures.photo(64, 48, 9)), "jpg", file.toFile());
        assertAlike(read(file, SourceFormat.JPEG).pixels(), AwtPixels.of(ImageIO.read(file.toFile())), 1);
    }

    @Test
    void grey_jpeg_has_one_band() throws IOException {
        BufferedImage grey = new BufferedImage(16, 16, BufferedImage.TYPE_BYTE_GRAY);
        grey.getRaster()
                .setPixels(
                        0,
                        0,
                        16,
                        16,
                        java.util.stream.IntStream.generate(() -> 90).limit(256).toArray());
        Path file = folder.resolve("a.jpg");
        ImageIO.write(grey, "jpg", file.toFile());
        Decoded decoded = read(file, SourceFormat.JPEG);
        assertThat(decoded.model()).isEqualTo(ColourModel.GREY);
        assertThat(decoded.pixels().sample(5, 5, 0)).isEqualTo(90);
    }

    @Test
    void cmyk_jpeg_counts_ink_after_reading() throws IOException {
        for (int transform : new int[] {0, 2}) {
            Path file = CmykJpeg.write(folder.resolve("cmyk" + transform + ".jpg"), transform, 255, 128, 0, 26);
            Decoded decoded = read(file, SourceFormat.JPEG);
            assertThat(decoded.model()).isEqualTo(ColourModel.CMYK);
            int[] inks = {255, 128, 0, 26};
            for (int band = 0; band < 4; band++) {
                assertThat(decoded.pixels().sample(7, 7, band)).isBetween(inks[band] - 3, inks[band] + 3);
            }
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 4, 8, 16})
    void png_of_every_grey_depth_spans_black_to_white(int bits) throws IOException {
        Path file = Files.write(folder.resolve("grey.png"), greyPng(bits, Optional.empty()));
        Pixels pixels = read(file, SourceFormat.PNG).pixels();
        assertThat(pixels.sample(0, 0, 0)).isZero();
        assertThat(pixels.sample(1, 0, 0)).isEqualTo(pixels.levels() - 1);
    }

    @Test
    void png_transparent_colour_becomes_alpha() throws IOException {
        Path file = Files.write(folder.resolve("grey.png"), greyPng(8, Optional.of(0)));
        Pixels pixels = read(file, SourceFormat.PNG).pixels();
        assertThat(pixels.hasAlpha()).isTrue();
        assertThat(pixels.sample(0, 0, pixels.bands() - 1)).isZero();
        assertThat(pixels.sample(1, 0, pixels.bands() - 1)).isEqualTo(255);
    }

    /** Two pixels, black and white, in grey of so many bits. */
    private static byte[] greyPng(int bits, Optional<Integer> transparent) throws IOException {
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        png.writeBytes(new byte[] {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'});
        chunk(
                png,
                "IHDR",
                ByteBuffer.allocate(13)
                        .putInt(2)
                        .putInt(1)
                        .put((byte) bits)
                        .put((byte) 0)
                        .array());
        if (transparent.isPresent()) {
            chunk(
                    png,
                    "tRNS",
                    ByteBuffer.allocate(2)
                            .putShort(transparent.get().shortValue())
                            .array());
        }
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        try (DeflaterOutputStream deflate = new DeflaterOutputStream(packed)) {
            deflate.write(0);
            if (bits == 16) {
                deflate.write(new byte[] {0, 0, -1, -1});
            } else if (bits == 8) {
                deflate.write(new byte[] {0, -1});
            } else {
                deflate.write(((1 << bits) - 1) << (8 - 2 * bits));
            }
        }
        chunk(png, "IDAT", packed.toByteArray());
        chunk(png, "IEND", new byte[0]);
        return png.toByteArray();
    }

    private static void chunk(ByteArrayOutputStream out, String type, byte[] data) {
        byte[] body = ByteBuffer.allocate(4 + data.length)
                .put(type.getBytes(java.nio.charset.StandardCharsets.US_ASCII))
                .put(data)
                .array();
        CRC32 crc = new CRC32();
        crc.update(body);
        out.writeBytes(ByteBuffer.allocate(8 + body.length)
                .putInt(data.length)
                .put(body)
                .putInt((int) crc.getValue())
                .array());
    }

    @Test
    void palettes_are_looked_up() throws IOException {
        byte[] red = {0, (byte) 200, 9, 9};
        byte[] green = {10, 20, 9, 9};
        byte[] blue = {30, 40, 9, 9};
        BufferedImage image =
                new BufferedImage(32, 32, BufferedImage.TYPE_BYTE_INDEXED, new IndexColorModel(8, 4, red, green, blue));
        image.getRaster().setSample(17, 9, 0, 1);
        for (String format : List.of("png", "gif")) {
            Path file = folder.resolve("p." + format);
            ImageIO.write(image, format, file.toFile());
            Pixels pixels = PictureReaders.of(SourceFormat.valueOf(format.toUpperCase(java.util.Locale.ROOT)))
                    .read(file)
                    .pixels();
            assertThat(pixels.sample(17, 9, 0)).as(format).isEqualTo(200);
            assertThat(pixels.sample(0, 0, 2)).as(format).isEqualTo(30);
        }
    }

    @Test
    void bmp_keeps_every_sample() throws IOException {
        Pixels photo = Pictures.photo(31, 20, 4);
        Path file = folder.resolve("a.bmp");
        ImageIO.write(Pictures.image(photo), "bmp", file.toFile());
        assertAlike(read(file, SourceFormat.BMP).pixels(), photo, 0);
    }

    /** Of a picture whose end is missing the beginning is the same, and how much is there is said. */
    @ParameterizedTest
    @ValueSource(strings = {"jpeg", "png", "gif", "bmp", "pnm", "tga"})
    void a_file_cut_short_gives_what_is_there(String name) throws IOException {
        SourceFormat format = SourceFormat.valueOf(name.toUpperCase(java.util.Locale.ROOT));
        byte[] sound = MadeFiles.sound(format, Pictures.photo(400, 300, 1), folder);
        Path whole = Files.write(folder.resolve("whole"), sound);
        Path cut = Files.write(folder.resolve("cut"), java.util.Arrays.copyOf(sound, sound.length * 6 / 10));
        Decoded before = PictureReaders.of(format).read(whole);
        Decoded after = PictureReaders.of(format).read(cut);
        assertThat(before.notices()).isEmpty();
        assertThat(after.notices()).extracting(Notice::code).containsExactly(CutShort.CODE);
        assertThat(after.notices().get(0).text()).containsPattern("about (5\\d|6\\d|7\\d) %");
        boolean fromBelow = format == SourceFormat.BMP || format == SourceFormat.TGA;
        for (int band = 0; band < 3; band++) {
            int y = fromBelow ? 280 : 20;
            assertThat(after.pixels().sample(30, y, band))
                    .isEqualTo(before.pixels().sample(30, y, band));
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"tiff", "webp"})
    void a_file_whose_rest_says_nothing_is_refused_in_words(String name) throws IOException {
        SourceFormat format = SourceFormat.valueOf(name.toUpperCase(java.util.Locale.ROOT));
        byte[] sound = MadeFiles.sound(format, Pictures.photo(400, 300, 1), folder);
        Path cut = Files.write(folder.resolve("cut"), java.util.Arrays.copyOf(sound, sound.length * 6 / 10));
        assertThatThrownBy(() -> PictureReaders.of(format).read(cut))
                .isInstanceOf(IOException.class)
                .hasMessageMatching("it .*|its .*");
    }
}
