package app.vineparcel.core.codec.tiff;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.formats.FoundBlocks;
import app.vineparcel.core.codec.formats.PictureReaders;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.colour.PressProfile;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** What is written is read back sample by sample, by a reader that shares nothing with the writer. */
class TiffWriterTest {

    @TempDir
    Path folder;

    private static IccProfile profile(int colours) {
        return switch (colours) {
            case 1 -> BuiltInProfile.GREY_22.profile();
            case 4 -> PressProfile.coated();
            default -> BuiltInProfile.ROMM_RGB.profile();
        };
    }

    /** Half noise, which LZW cannot pack and whose table overflows, half even ground. */
    private static Pixels picture(int width, int height, int colours, boolean alpha, int depth) {
        int bands = colours + (alpha ? 1 : 0);
        Random random = new Random(width * 31L + bands);
        int samples = width * height * bands;
        if (depth == 8) {
            byte[] bytes = new byte[samples];
            random.nextBytes(bytes);
            java.util.Arrays.fill(bytes, samples / 2, samples, (byte) 77);
            return Pixels.of8(new PixelSize(width, height), bands, alpha, bytes);
        }
        short[] shorts = new short[samples];
        for (int i = 0; i < samples / 2; i++) {
            shorts[i] = (short) random.nextInt();
        }
        return Pixels.of16(new PixelSize(width, height), bands, alpha, shorts);
    }

    static Stream<Arguments> kinds() {
        return Stream.of(Compression.values()).flatMap(compression -> Stream.of(8, 16)
                .flatMap(depth -> Stream.of(
                        Arguments.of(compression, depth, 1, false, 301, 199),
                        Arguments.of(compression, depth, 3, false, 333, 257),
                        Arguments.of(compression, depth, 3, true, 127, 90),
                        Arguments.of(compression, depth, 3, false, 1, 700),
                        Arguments.of(compression, depth, 3, false, 30_000, 2))));
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void every_sample_comes_back(Compression compression, int depth, int colours, boolean alpha, int width, int height)
            throws Exception {
        Pixels pixels = picture(width, height, colours, alpha, depth);
        Path file = folder.resolve("a.tif");
        new TiffFormat(depth, compression)
                .writer()
                .write(new Picture(pixels, profile(colours)), FileTags.profiled(300), file);
        Pixels back = PictureReaders.of(SourceFormat.TIFF).read(file).pixels();
        assertThat(back.size()).isEqualTo(pixels.size());
        assertThat(back.hasAlpha()).isEqualTo(alpha);
        assertThat(back.bytes()).isEqualTo(pixels.bytes());
        assertThat(back.shorts()).isEqualTo(pixels.shorts());
        assertThat(IccProfile.read(FoundBlocks.in(file, SourceFormat.TIFF).icc().orElseThrow()))
                .isEqualTo(profile(colours));
    }

    @ParameterizedTest
    @org.junit.jupiter.params.provider.EnumSource(Compression.class)
    void inks_come_back_as_inks(Compression compression) throws Exception {
        Pixels inks = picture(64, 48, 4, false, 8);
        Path file = folder.resolve("inks.tif");
        new TiffFormat(8, compression)
                .writer()
                .write(new Picture(inks, PressProfile.coated()), FileTags.profiled(300), file);
        Decoded back = PictureReaders.of(SourceFormat.TIFF).read(file);
        assertThat(back.model()).isEqualTo(app.vineparcel.core.colour.ColourModel.CMYK);
        assertThat(back.pixels().bytes()).isEqualTo(inks.bytes());
    }

    @Test
    void packing_makes_soft_pictures_lighter() throws Exception {
        Pixels soft = app.vineparcel.core.testing.Pictures.rgb(400, 300, (x, y) -> (x / 2) << 16 | (y / 2) << 8 | 90);
        long[] weights = new long[3];
        for (Compression compression : Compression.values()) {
            Path file = folder.resolve("soft.tif");
            new TiffFormat(8, compression)
                    .writer()
                    .write(new Picture(soft, BuiltInProfile.SRGB.profile()), FileTags.plain(72), file);
            weights[compression.ordinal()] = Files.size(file);
        }
        assertThat(weights[0]).isGreaterThan(400 * 300 * 3);
        assertThat(weights[1]).isLessThan(weights[0] / 8);
        assertThat(weights[2]).isLessThan(weights[0] / 8);
    }
}
