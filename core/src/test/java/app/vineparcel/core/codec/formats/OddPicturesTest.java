package app.vineparcel.core.codec.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.Notice;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.CutShort;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.codec.tiff.Compression;
import app.vineparcel.core.codec.tiff.TiffFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.source.OpenedSource;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Programs;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Sound pictures that are seldom thought of, and what is said of those that are not quite sound. */
class OddPicturesTest {

    private static final SourceReader READER = new SourceReader(SourceReader.USUAL_BUDGET);

    @TempDir
    Path folder;

    private Decoded read(SourceFormat format, byte[] bytes) throws Exception {
        assertThat(SourceFormat.of(Arrays.copyOf(bytes, Math.min(bytes.length, 4096))))
                .contains(format);
        return PictureReaders.of(format).read(Files.write(folder.resolve("odd"), bytes));
    }

    private static int argb(Pixels pixels, int x, int y) {
        int alpha = pixels.hasAlpha() ? pixels.sample(x, y, 3) : 255;
        return alpha << 24 | pixels.sample(x, y, 0) << 16 | pixels.sample(x, y, 1) << 8 | pixels.sample(x, y, 2);
    }

    /** Formats that keep every sample, and those that nearly do, give the photograph again. */
    @ParameterizedTest
    @EnumSource(
            value = SourceFormat.class,
            names = {"SVG", "PDF", "OPENRASTER", "GIF", "JPEG", "WEBP"},
            mode = EnumSource.Mode.EXCLUDE)
    void every_format_gives_the_photograph_again(SourceFormat format) throws Exception {
        Pixels photo = Pictures.photo(96, 64, 3);
        Pixels seen = read(format, MadeFiles.sound(format, photo, folder)).pixels();
        assertThat(seen.size()).isEqualTo(photo.size());
        double sum = 0;
        for (int i = 0; i < 96 * 64; i++) {
            for (int band = 0; band < 3; band++) {
                sum += Math.abs(seen.sample(i % 96, i / 96, band) - photo.sample(i % 96, i / 96, band));
            }
        }
        boolean lossy = format == SourceFormat.AVIF || format == SourceFormat.HEIC || format == SourceFormat.JPEG2000;
        assertThat(sum / (96 * 64 * 3)).isLessThanOrEqualTo(lossy ? 6 : 0);
    }

    /** A screen of 4 × 3 with a frame of one red pixel at (1, 2): the rest is clear, whatever the background. */
    @Test
    void a_gif_keeps_its_screen() throws Exception {
        ByteBuffer gif = ByteBuffer.allocate(13 + 6 + 10 + 6).order(ByteOrder.LITTLE_ENDIAN);
        gif.put("GIF89a".getBytes(StandardCharsets.US_ASCII))
                .putShort((short) 4)
                .putShort((short) 3);
        gif.put((byte) 0x80).put((byte) 1).put((byte) 0).put(new byte[] {(byte) 255, 0, 0, 0, 0, (byte) 255});
        gif.put((byte) 0x2c)
                .putShort((short) 1)
                .putShort((short) 2)
                .putShort((short) 1)
                .putShort((short) 1);
        gif.put((byte) 0);
        gif.put(new byte[] {2, 2, 0x44, 1, 0, 0x3b}); // clear, 0, end
        Decoded decoded = read(SourceFormat.GIF, gif.array());
        assertThat(decoded.pixels().size()).isEqualTo(new PixelSize(4, 3));
        assertThat(argb(decoded.pixels(), 1, 2)).isEqualTo(0xffff0000);
        assertThat(argb(decoded.pixels(), 0, 0) >>> 24).isZero();
    }

    private static ByteBuffer bmp(int headerBytes, int width, int height, int bits, int compression, int room) {
        ByteBuffer bmp = ByteBuffer.allocate(14 + headerBytes + room).order(ByteOrder.LITTLE_ENDIAN);
        bmp.put((byte) 'B').put((byte) 'M').position(14);
        bmp.putInt(headerBytes);
        if (headerBytes == 12) {
            bmp.putShort((short) width)
                    .putShort((short) height)
                    .putShort((short) 1)
                    .putShort((short) bits);
        } else {
            bmp.putInt(width)
                    .putInt(height)
                    .putShort((short) 1)
                    .putShort((short) bits)
                    .putInt(compression);
            bmp.position(14 + 32);
            bmp.putInt(2);
        }
        return bmp.position(14 + headerBytes);
    }

    /** Run lengths that skip a pixel leave it clear: one blue, one skipped, one blue. */
    @Test
    void a_bmp_is_clear_where_its_runs_skip() throws Exception {
        ByteBuffer bmp = bmp(40, 3, 1, 8, 1, 8 + 12);
        bmp.putInt(0x0000ff).putInt(0xff0000);
        bmp.put(new byte[] {1, 0, 0, 2, 1, 0, 1, 0, 0, 1});
        Pixels pixels = read(SourceFormat.BMP, bmp.array()).pixels();
        assertThat(argb(pixels, 0, 0)).isEqualTo(0xff0000ff);
        assertThat(argb(pixels, 1, 0) >>> 24).isZero();
        assertThat(argb(pixels, 2, 0)).isEqualTo(0xff0000ff);
    }

    @Test
    void a_bmp_of_os2_has_three_bytes_a_colour() throws Exception {
        ByteBuffer bmp = bmp(12, 2, 1, 1, 0, 6 + 4);
        bmp.put(new byte[] {(byte) 255, 0, 0, 0, 0, (byte) 255}).put((byte) 0x40);
        Pixels pixels = read(SourceFormat.BMP, bmp.array()).pixels();
        assertThat(argb(pixels, 0, 0)).isEqualTo(0xff0000ff);
        assertThat(argb(pixels, 1, 0)).isEqualTo(0xffff0000);
    }

    @ParameterizedTest
    @ValueSource(ints = {0x00, 0x10, 0x20, 0x30})
    void a_tga_may_begin_in_any_corner(int corner) throws Exception {
        byte[] tga = new byte[18 + 2 * 2 * 3];
        tga[2] = 2;
        tga[12] = 2;
        tga[14] = 2;
        tga[16] = 24;
        tga[17] = (byte) corner;
        tga[18 + 2] = (byte) 255; // the first pixel is red
        Pixels pixels = read(SourceFormat.TGA, tga).pixels();
        int x = (corner & 0x10) == 0 ? 0 : 1;
        int y = (corner & 0x20) == 0 ? 1 : 0;
        assertThat(argb(pixels, x, y)).isEqualTo(0xffff0000);
        assertThat(argb(pixels, 1 - x, y)).isEqualTo(0xff000000);
    }

    @Test
    void text_and_sixteen_bits_are_read_of_pnm() throws Exception {
        Pixels text = read(SourceFormat.PNM, "P2 # a ramp\n2 1\n4\n1 4 ".getBytes(StandardCharsets.US_ASCII))
                .pixels();
        assertThat(text.sample(0, 0, 0)).isEqualTo(63);
        assertThat(text.sample(1, 0, 0)).isEqualTo(255);
        byte[] deep = "P5 1 1 65535\nAB".getBytes(StandardCharsets.US_ASCII);
        assertThat(read(SourceFormat.PNM, deep).pixels().sample(0, 0, 0)).isEqualTo('A' << 8 | 'B');
    }

    @Test
    void jpeg_with_junk_before_its_markers_is_read() throws Exception {
        byte[] jpeg = MadeFiles.sound(SourceFormat.JPEG, Pictures.photo(64, 48, 2), folder);
        Pixels before = read(SourceFormat.JPEG, jpeg).pixels();
        int at = 4 + ((jpeg[4] & 0xff) << 8 | jpeg[5] & 0xff);
        ByteArrayOutputStream junk = new ByteArrayOutputStream();
        junk.write(jpeg, 0, at);
        junk.writeBytes("junk".getBytes(StandardCharsets.US_ASCII));
        junk.write(jpeg, at, jpeg.length - at);
        assertThat(read(SourceFormat.JPEG, junk.toByteArray()).pixels().bytes()).isEqualTo(before.bytes());
    }

    private Path png(byte[] bytes) throws Exception {
        return Files.write(folder.resolve("odd.png"), bytes);
    }

    /** A chunk behind the header. */
    private static byte[] with(byte[] png, String type, byte[] content) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write(png, 0, 33);
        app.vineparcel.core.codec.png.PngEncoder.chunk(out, type, content);
        out.write(png, 33, png.length - 33);
        return out.toByteArray();
    }

    private static byte[] plainPng(Path folder) throws Exception {
        Path file = folder.resolve("plain.png");
        ImageIO.write(Pictures.image(Pictures.photo(40, 30, 4)), "png", file.toFile());
        return Files.readAllBytes(file);
    }

    @Test
    void a_chunk_with_a_wrong_sum_is_told_and_read() throws Exception {
        byte[] png = with(plainPng(folder), "tEXt", "Comment\0made".getBytes(StandardCharsets.US_ASCII));
        assertThat(READER.inspect(png(png)).notices()).isEmpty();
        png[45] ^= 1;
        assertThat(READER.inspect(png(png)).notices()).extracting(Notice::code).containsExactly("broken-checksum");
        assertThat(READER.open(png(png)).pixels().size()).isEqualTo(new PixelSize(40, 30));
    }

    /** gAMA 1.0 is linear light; with the primaries of opRGB beside it; and 1/2.2 is what sRGB is written as. */
    @Test
    void gama_and_chrm_are_a_profile() throws Exception {
        byte[] linear = with(
                plainPng(folder), "gAMA", ByteBuffer.allocate(4).putInt(100_000).array());
        OpenedSource opened = READER.open(png(linear));
        assertThat(opened.profile().linearSpace().orElseThrow().curve(0).linear(0.5))
                .isCloseTo(0.5, within(1e-4));
        byte[] usual = with(
                plainPng(folder), "gAMA", ByteBuffer.allocate(4).putInt(45_455).array());
        assertThat(READER.open(png(usual)).embedded()).isEmpty();
        ByteBuffer xy = ByteBuffer.allocate(32);
        for (int value : new int[] {31270, 32900, 64000, 33000, 21000, 71000, 15000, 6000}) {
            xy.putInt(value);
        }
        byte[] wide = with(
                with(plainPng(folder), "cHRM", xy.array()),
                "gAMA",
                ByteBuffer.allocate(4).putInt(45_470).array());
        assertThat(READER.open(png(wide))
                        .profile()
                        .linearSpace()
                        .orElseThrow()
                        .toXyz()
                        .at(0, 0))
                .isCloseTo(BuiltInProfile.ADOBE_RGB_COMPATIBLE.space().toXyz().at(0, 0), within(0.001));
    }

    @Test
    void what_moves_gives_its_first_frame_and_a_hint() throws Exception {
        byte[] moving = with(plainPng(folder), "acTL", new byte[8]);
        assertThat(READER.inspect(png(moving)).notices())
                .extracting(Notice::code)
                .containsExactly("first-frame");
    }

    /** A picture that only XMP says to turn. */
    @Test
    void xmp_alone_can_turn_a_picture() throws Exception {
        String xmp =
                "<x:xmpmeta xmlns:x='adobe:ns:meta/'><rdf:RDF xmlns:rdf='http://www.w3.org/1999/02/22-rdf-syntax-ns#'>"
                        + "<rdf:Description xmlns:tiff='http://ns.adobe.com/tiff/1.0/' tiff:Orientation='6'/></rdf:RDF></x:xmpmeta>";
        byte[] chunk = ("XML:com.adobe.xmp\0\0\0\0\0" + xmp).getBytes(StandardCharsets.UTF_8);
        assertThat(READER.open(png(with(plainPng(folder), "iTXt", chunk)))
                        .pixels()
                        .size())
                .isEqualTo(new PixelSize(30, 40));
    }

    @Test
    void a_picture_cut_short_is_offered_only_on_demand() throws Exception {
        byte[] whole = plainPng(folder);
        SourceReader.Contents contents =
                READER.contents(png(Arrays.copyOf(whole, whole.length / 2)), SourceOptions.PLAIN);
        assertThat(contents.pieces().get(0).offered()).isFalse();
        assertThat(contents.info().notices()).extracting(Notice::code).containsExactly(CutShort.CODE);
        assertThat(READER.contents(png(whole), SourceOptions.PLAIN)
                        .pieces()
                        .get(0)
                        .offered())
                .isTrue();
    }

    @Test
    void reasons_are_true_and_no_drawing_comes_from_a_camera() throws Exception {
        Path svg = Files.writeString(folder.resolve("a.svg"), "<svg xmlns='http://www.w3.org/2000/svg'><g></svg>");
        assertThatThrownBy(() -> READER.contents(svg, SourceOptions.PLAIN))
                .isInstanceOf(ProblemException.class)
                .hasMessageContaining("Export it again from the program that made it.");
    }

    /** The JDK reads the same samples, whatever PNG made of them; a few colours become a palette, also under a profile. */
    @ParameterizedTest
    @ValueSource(ints = {2, 4, 16, 200, 256, 5000})
    void png_is_as_small_as_it_can_be_without_loss(int colours) throws Exception {
        Random random = new Random(colours);
        Pixels art = Pictures.rgb(120, 80, (x, y) -> random.nextInt(colours) * 0x010203 & 0xffffff);
        for (FileTags tags : List.of(FileTags.plain(72), FileTags.profiled(72))) {
            Path file = folder.resolve("art.png");
            new PngFormat(24).writer().write(Pictures.picture(art), tags, file);
            BufferedImage seen = ImageIO.read(file.toFile());
            for (int i = 0; i < 120 * 80; i++) {
                assertThat(seen.getRGB(i % 120, i / 120)).isEqualTo(argb(art, i % 120, i / 120));
            }
            byte type = Files.readAllBytes(file)[25];
            assertThat(type).isEqualTo((byte) (colours <= 256 ? 3 : 2));
            Programs.run("pngcheck", file.toString());
        }
    }

    /** Within a tenth of what optipng makes of it, on a photograph and on flat art. */
    @Test
    void png_is_about_as_small_as_another_packer_makes_it() throws Exception {
        Pixels photo = Pictures.photo(700, 500, 6);
        Pixels flat = Pictures.rgb(700, 500, (x, y) -> (x / 40 + y / 30) % 3 == 0 ? 0x2e6a4a : x * 255 / 700 << 8);
        for (Pixels pixels : List.of(photo, flat)) {
            Path file = folder.resolve("ours.png");
            new PngFormat(24).writer().write(Pictures.picture(pixels), FileTags.plain(72), file);
            Path other =
                    Files.copy(file, folder.resolve("other.png"), java.nio.file.StandardCopyOption.REPLACE_EXISTING);
            Programs.run("optipng", "-o2", "-quiet", other.toString());
            assertThat((double) Files.size(file)).isLessThan(1.1 * Files.size(other));
        }
    }

    /** Noise of sixteen bits does not pack: the file is then left as it is. */
    @Test
    void a_packed_tiff_is_never_larger_than_a_plain_one() throws Exception {
        short[] noise = new short[200 * 100 * 3];
        Random random = new Random(5);
        for (int i = 0; i < noise.length; i++) {
            noise[i] = (short) random.nextInt();
        }
        Pixels pixels = Pixels.of16(new PixelSize(200, 100), 3, false, noise);
        long[] sizes = new long[3];
        for (Compression compression : Compression.values()) {
            Path file = folder.resolve("noise.tif");
            new TiffFormat(16, compression).writer().write(Pictures.picture(pixels), FileTags.plain(300), file);
            sizes[compression.ordinal()] = Files.size(file);
            assertThat(PictureReaders.of(SourceFormat.TIFF).read(file).pixels().shorts())
                    .isEqualTo(noise);
        }
        assertThat(sizes[Compression.LZW.ordinal()]).isLessThanOrEqualTo(sizes[Compression.NONE.ordinal()]);
    }
}
