package app.vineparcel.core.codec.tiff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.vineparcel.core.NotRead;
import app.vineparcel.core.Notice;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.formats.PictureReaders;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.testing.Programs;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** TIFF in all its kinds: every sample is where it belongs on our scale, or the file is refused by what it is. */
class TiffMatrixTest {

    @TempDir
    Path folder;

    private Decoded read(MadeTiff made) throws Exception {
        return PictureReaders.of(SourceFormat.TIFF).read(file(made));
    }

    private Path file(MadeTiff made) throws Exception {
        return Files.write(folder.resolve("made.tif"), made.bytes());
    }

    static Stream<MadeTiff> every_kind() {
        List<MadeTiff> all = new ArrayList<>();
        IntStream.rangeClosed(1, 16).forEach(bits -> {
            all.add(MadeTiff.plain(1, 1, bits));
            all.add(MadeTiff.plain(2, 3, bits));
            all.add(MadeTiff.plain(5, 4, bits));
        });
        all.add(MadeTiff.plain(1, 1, 24));
        all.add(MadeTiff.plain(2, 3, 32));
        for (ByteOrder order : List.of(ByteOrder.LITTLE_ENDIAN, ByteOrder.BIG_ENDIAN)) {
            for (int bits : new int[] {1, 8, 12, 16}) {
                for (boolean planar : new boolean[] {false, true}) {
                    for (int tile : new int[] {0, 16}) {
                        for (int packing : new int[] {1, 8}) {
                            for (boolean big : new boolean[] {false, true}) {
                                int predictor = packing == 8 && bits % 8 == 0 ? 2 : 1;
                                all.add(new MadeTiff(2, 3, bits, planar, tile, packing, predictor, -1, big, order));
                                all.add(new MadeTiff(2, 4, bits, planar, tile, packing, predictor, 2, big, order));
                            }
                        }
                    }
                }
            }
        }
        return all.stream();
    }

    @ParameterizedTest
    @MethodSource("every_kind")
    void every_sample_is_scaled_exactly(MadeTiff made) throws Exception {
        Pixels pixels = read(made).pixels();
        assertThat(pixels.bands()).isEqualTo(made.samples());
        assertThat(pixels.depth()).isEqualTo(made.bits() > 8 ? 16 : 8);
        assertThat(pixels.hasAlpha()).isEqualTo(made.extra() == 2);
        double most = Math.pow(2, made.bits()) - 1;
        for (int y = 0; y < MadeTiff.HEIGHT; y++) {
            for (int x = 0; x < MadeTiff.WIDTH; x++) {
                for (int band = 0; band < made.samples(); band++) {
                    double value = (made.sample(x, y, band) & 0xffffffffL) / most;
                    assertThat((double) pixels.sample(x, y, band))
                            .isBetween(
                                    Math.floor(value * (pixels.levels() - 1)) - (made.bits() > 16 ? 1 : 0),
                                    Math.ceil(value * (pixels.levels() - 1)));
                }
            }
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 4, 8})
    void palettes_are_looked_up_with_and_without_alpha(int bits) throws Exception {
        for (int extra : new int[] {-1, 2}) {
            MadeTiff made =
                    new MadeTiff(3, extra < 0 ? 1 : 2, bits, false, 0, 1, 1, extra, false, ByteOrder.LITTLE_ENDIAN);
            Decoded decoded = read(made);
            int most = (1 << bits) - 1;
            assertThat(decoded.model()).isEqualTo(ColourModel.RGB);
            assertThat(decoded.pixels().hasAlpha()).isEqualTo(extra == 2);
            int index = made.sample(7, 9, 0);
            assertThat(decoded.pixels().sample(7, 9, 0)).isEqualTo(255 * index / most);
            assertThat(decoded.pixels().sample(7, 9, 2)).isEqualTo(255 - 255 * index / most);
            if (extra == 2) {
                assertThat(decoded.pixels().sample(7, 9, 3)).isEqualTo(Math.round(made.sample(7, 9, 1) * 255f / most));
            }
        }
    }

    @Test
    void white_may_be_zero() throws Exception {
        MadeTiff made = MadeTiff.plain(0, 1, 4);
        assertThat(read(made).pixels().sample(3, 4, 0)).isEqualTo(255 - 17 * made.sample(3, 4, 0));
    }

    /** The same numbers, multiplied by alpha beforehand, give the straight colour again. */
    @Test
    void associated_alpha_is_taken_out_of_the_colours() throws Exception {
        MadeTiff made = new MadeTiff(2, 4, 16, false, 0, 1, 1, 1, false, ByteOrder.LITTLE_ENDIAN);
        Pixels pixels = read(made).pixels();
        int alpha = made.sample(5, 6, 3);
        int straight = (int) Math.min(65535, Math.round(made.sample(5, 6, 0) * 65535.0 / alpha));
        assertThat(pixels.sample(5, 6, 0)).isBetween(straight - 1, straight + 1);
        assertThat(pixels.sample(5, 6, 3)).isEqualTo(alpha);
    }

    @Test
    void samples_that_nobody_explains_are_left_out_and_told() throws Exception {
        MadeTiff made = new MadeTiff(2, 4, 8, false, 0, 1, 1, 0, false, ByteOrder.LITTLE_ENDIAN);
        Decoded decoded = read(made);
        assertThat(decoded.pixels().bands()).isEqualTo(3);
        assertThat(decoded.notices()).extracting(Notice::code).containsExactly("channels-left-out");
    }

    /** White, and a colour by its published L*a*b*: CIE and ICC encodings of the same numbers are the same colour. */
    @Test
    void lab_becomes_a_wide_rgb() throws Exception {
        byte[] cie = MadeTiff.plain(8, 3, 8).bytes();
        java.util.Arrays.fill(cie, 8, 8 + 3 * MadeTiff.WIDTH * MadeTiff.HEIGHT, (byte) 0);
        byte[] icc = cie.clone();
        for (int i = 0; i < MadeTiff.WIDTH * MadeTiff.HEIGHT; i++) {
            cie[8 + 3 * i] = (byte) 0xff;
            icc[8 + 3 * i] = (byte) 0xff;
            icc[9 + 3 * i] = (byte) 128;
            icc[10 + 3 * i] = (byte) 128;
        }
        for (int i = 0; i < icc.length - 12; i++) { // the tag of the meaning: 8 becomes 9
            if (icc[i] == 6 && icc[i + 1] == 1 && icc[i + 2] == 3 && icc[i + 8] == 8) {
                icc[i + 8] = 9;
            }
        }
        for (byte[] tiff : List.of(cie, icc)) {
            Path file = Files.write(folder.resolve("lab.tif"), tiff);
            Decoded white = PictureReaders.of(SourceFormat.TIFF).read(file);
            assertThat(white.implied()).isPresent();
            for (int band = 0; band < 3; band++) {
                assertThat(white.pixels().sample(1, 1, band)).isBetween(65500, 65535);
            }
        }
    }

    /** libtiff reads what the matrix makes, writes it in other ways, and we read the same again. */
    @ParameterizedTest
    @CsvSource({"lzw:2", "zip:2", "packbits", "lzw", "none"})
    void what_another_program_packs_anew_is_the_same(String packing) throws Exception {
        for (int bits : new int[] {8, 16}) {
            Path file = file(MadeTiff.plain(2, 3, bits));
            Pixels before = PictureReaders.of(SourceFormat.TIFF).read(file).pixels();
            for (String way : new String[] {"-s", "-t"}) {
                Path other = folder.resolve("other.tif");
                Programs.run("tiffcp", "-c", packing, way, file.toString(), other.toString());
                Pixels after = PictureReaders.of(SourceFormat.TIFF).read(other).pixels();
                assertThat(after.bytes()).isEqualTo(before.bytes());
                assertThat(after.shorts()).isEqualTo(before.shorts());
            }
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"g3:1d", "g3:2d", "g3:1d:fill", "g3:2d:fill", "g4"})
    void fax_is_read_in_every_form_and_from_either_end_of_a_byte(String packing) throws Exception {
        Path file = file(MadeTiff.plain(0, 1, 1));
        Pixels before = PictureReaders.of(SourceFormat.TIFF).read(file).pixels();
        for (String order : new String[] {"msb2lsb", "lsb2msb"}) {
            Path other = folder.resolve("fax.tif");
            Programs.run("tiffcp", "-c", packing, "-f", order, file.toString(), other.toString());
            assertThat(PictureReaders.of(SourceFormat.TIFF).read(other).pixels().bytes())
                    .isEqualTo(before.bytes());
        }
    }

    @ParameterizedTest
    @CsvSource({
        "34925, LZMA",
        "50000, Zstandard",
        "50001, WebP",
        "34712, JPEG 2000",
        "34676, SGI LogLuv",
        "4711, unknown number 4711"
    })
    void what_is_not_read_is_named(int packing, String name) throws Exception {
        byte[] made = MadeTiff.plain(2, 3, 8).bytes();
        ByteBuffer fields = ByteBuffer.wrap(made).order(ByteOrder.LITTLE_ENDIAN);
        for (int at = fields.getInt(4) + 2; fields.getShort(at) <= 259; at += 12) {
            if (fields.getShort(at) == 259) {
                fields.putShort(at + 8, (short) packing);
            }
        }
        Path file = Files.write(folder.resolve("other.tif"), made);
        assertThatThrownBy(() -> PictureReaders.of(SourceFormat.TIFF).read(file))
                .isInstanceOf(NotRead.class)
                .hasMessageContaining(name + (packing == 4711 ? "" : " compression is not read."));
    }
}
