package app.vineparcel.core.codec.jpeg;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.testing.Pictures;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class JpegStripesTest {

    private static final JdkJpegEngine JDK = new JdkJpegEngine();

    /** Four symbols and the reserved one: words of 1, 2, 3 and 4 bits, worked out by hand along figures K.1 to K.4. */
    @Test
    void the_code_of_few_symbols_is_as_the_standard_works_it_out() {
        long[] frequencies = new long[256];
        frequencies[5] = 50;
        frequencies[0] = 20;
        frequencies[17] = 8;
        frequencies[240] = 3;
        OptimalCode code = new OptimalCode(frequencies);
        assertThat(code.table())
                .startsWith(1, 1, 1, 1, 0)
                .endsWith(5, 0, 17, (byte) 240)
                .hasSize(20);
        assertThat(List.of(code.word(5), code.word(0), code.word(17), code.word(240)))
                .extracting(word -> OptimalCode.bits(word) + "/" + OptimalCode.length(word))
                .containsExactly("0/1", "2/2", "6/3", "14/4");
        assertThat(code.word(1)).isZero();
    }

    /** Fibonacci's numbers make words as long as can be; no word of a JPEG has more than 16 bits, and none is all ones. */
    @Test
    void no_word_is_too_long() {
        long[] frequencies = new long[256];
        long before = 1;
        long now = 1;
        for (int symbol = 0; symbol < 40; symbol++) {
            frequencies[symbol] = now;
            now += before;
            before = now - before;
        }
        OptimalCode code = new OptimalCode(frequencies);
        double taken = 0;
        for (int symbol = 0; symbol < 40; symbol++) {
            int length = OptimalCode.length(code.word(symbol));
            assertThat(length).isBetween(1, 16);
            assertThat(OptimalCode.bits(code.word(symbol))).isNotEqualTo((1 << length) - 1);
            taken += Math.pow(2, -length);
        }
        assertThat(taken).as("Kraft's sum, with a word left over").isLessThan(1);
    }

    /**
     * A code of three words, 0 for one coefficient of one bit, 10 for the end of a block, 110 for a zero and a coefficient of one bit: what one look at 12
     * bits shows of it, and what that is in a code that has them the other way round.
     */
    @Test
    void one_look_shows_whole_words_up_to_the_end_of_the_block() {
        byte[] table = new byte[19];
        table[0] = 1;
        table[1] = 1;
        table[2] = 1;
        table[16] = 0x01;
        table[17] = 0x00;
        table[18] = 0x11;
        Words words = WordTable.of(table).words();
        int look = words.looks()[0b0_1_110_0_10_0110];
        assertThat(List.of(Words.taken(look), Words.ahead(look), Words.on(look)))
                .as("8 bits: a coefficient, a zero and a coefficient, the end")
                .containsExactly(8, 4, 4 + 64);
        assertThat(Words.taken(words.looks()[0b110_1_110_0_110_1])).isEqualTo(12);
        assertThat(words.looks()[0b111111111111]).as("no word").isZero();

        int[] looks = new int[1 << Words.LOOK];
        looks[0b0_1_110_0_10_0110] = 3;
        long[] sums = new long[256];
        words.sum(looks, sums);
        assertThat(new long[] {sums[0x01], sums[0x11], sums[0x00]}).containsExactly(3, 3, 3);

        long[] frequencies = new long[256];
        frequencies[0x11] = 50;
        frequencies[0x00] = 20;
        frequencies[0x01] = 8;
        long other = words.in(new OptimalCode(frequencies))[0b0_1_110_0_10_0110];
        assertThat(Words.length(other)).isEqualTo(3 + 1 + 1 + 1 + 2);
        assertThat(Words.bits(other)).isEqualTo(0b110_1_0_0_10);
        assertThat(Words.taken(other)).isEqualTo(8);
    }

    /** Stripes of 16 rows give the very bytes that one stripe of everything gives, whatever is in them. */
    @ParameterizedTest
    @EnumSource(Chroma.class)
    void stripes_make_the_same_file_as_the_whole(Chroma chroma) throws Exception {
        JpegEngine engine = turbo();
        Pixels picture = Pictures.photo(211, 117, 7);
        JpegFormat options = new JpegFormat(88, false, chroma);
        byte[] whole = engine.encode(picture, options);
        List<JpegStripe> stripes = new java.util.ArrayList<>();
        for (int y = 0; y < 117; y += 16) {
            byte[] rows = engine.encode(picture.part(0, y, new PixelSize(211, Math.min(16, 117 - y))), options);
            stripes.add(new JpegStripe(rows, rows.length));
        }
        assertThat(JpegStripes.joined(stripes, 117)).isEqualTo(whole);
        assertThat(new JpegStripe(whole, whole.length).components()).isEqualTo(3);
    }

    /** A picture of several stripes against the other library: the same coefficients within what its own rounding does, and not heavier. */
    @Test
    void another_library_reads_the_same_picture() throws Exception {
        JpegEngine engine = turbo();
        byte[] noise = new byte[1500 * 1100 * 3];
        new Random(3).nextBytes(noise);
        for (Pixels picture : List.of(
                Pictures.photo(1500, 1100, 3),
                Pixels.of8(new PixelSize(1500, 1100), 3, false, noise),
                Pixels.of8(new PixelSize(1100, 1500), 1, false, java.util.Arrays.copyOf(noise, 1100 * 1500)))) {
            JpegFormat options = new JpegFormat(100, false, Chroma.FULL);
            byte[] own = engine.encode(picture, options);
            byte[] other = JDK.encode(picture, options);
            assertThat(own.length).isBetween((int) (other.length * 0.98), (int) (other.length * 1.02));
            int[] seen = samples(own);
            int[] wanted = samples(other);
            int worst = 0;
            for (int i = 0; i < seen.length; i++) {
                worst = Math.max(worst, Math.abs(seen[i] - wanted[i]));
            }
            assertThat(worst).isLessThanOrEqualTo(4);
        }
    }

    /** Noise in four inks takes more than the library reckons with for a picture of that size; it comes out whole all the same. */
    @ParameterizedTest
    @EnumSource(Chroma.class)
    void four_inks_of_noise_have_room(Chroma chroma, @TempDir Path folder) throws Exception {
        PixelSize size = new PixelSize(301, 187);
        byte[] noise = new byte[301 * 187 * 4];
        new Random(8).nextBytes(noise);
        for (boolean progressive : new boolean[] {false, true}) {
            byte[] jpeg = turbo().encode(Pixels.of8(size, 4, false, noise), new JpegFormat(100, progressive, chroma));
            JpegEngine.Unpacked read = turbo().decode(Files.write(folder.resolve("noise.jpg"), jpeg));
            assertThat(read.flaw()).isEqualTo(JpegEngine.Flaw.NONE);
            assertThat(read.pixels().size()).isEqualTo(size);
            int worst = 0;
            for (int black = 3; black < noise.length; black += 4) {
                worst = Math.max(
                        worst, Math.abs((noise[black] & 0xff) - (read.pixels().bytes()[black] & 0xff)));
            }
            assertThat(worst).as("black, which is never thinned").isLessThanOrEqualTo(4);
        }
    }

    private static int[] samples(byte[] jpeg) throws IOException {
        java.awt.image.Raster raster = javax.imageio.ImageIO.read(new java.io.ByteArrayInputStream(jpeg))
                .getRaster();
        return raster.getPixels(0, 0, raster.getWidth(), raster.getHeight(), (int[]) null);
    }

    @Test
    void what_is_no_scan_is_refused() throws Exception {
        byte[] whole = turbo().encode(Pictures.photo(64, 64, 1), new JpegFormat(80, false, Chroma.HALF));
        assertThatThrownBy(() -> new JpegStripe(whole, 30)).isInstanceOf(IOException.class);
        byte[] broken = whole.clone();
        java.util.Arrays.fill(broken, broken.length - 200, broken.length - 2, (byte) 0xfe);
        assertThatThrownBy(() -> new JpegStripe(broken, broken.length)).isInstanceOf(IOException.class);
    }

    private static JpegEngine turbo() {
        assumeTrue(JpegEngine.usual() instanceof TurboJpegEngine, "libjpeg-turbo is not installed");
        return JpegEngine.usual();
    }
}
