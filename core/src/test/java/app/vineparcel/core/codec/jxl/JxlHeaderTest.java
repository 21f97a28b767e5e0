package app.vineparcel.core.codec.jxl;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.vineparcel.core.geometry.PixelSize;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Headers put together bit by bit, as the standard has them. */
class JxlHeaderTest {

    @TempDir
    Path folder;

    /** Bits from the lowest of each byte on, behind the signature. */
    private static final class Bits {
        private final ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        private int held;
        private int count;

        Bits() {
            put(0x0aff, 16);
        }

        Bits put(long value, int bits) {
            for (int i = 0; i < bits; i++) {
                held |= (int) (value >> i & 1) << count;
                if (++count == 8) {
                    bytes.write(held);
                    held = 0;
                    count = 0;
                }
            }
            return this;
        }

        byte[] done() {
            put(0, 7);
            return bytes.toByteArray();
        }
    }

    /** 64 px high, square. */
    private static Bits square() {
        return new Bits().put(1, 1).put(7, 5).put(1, 3);
    }

    private JxlHeader read(byte[] file) throws IOException {
        return JxlHeader.read(Files.write(folder.resolve("a.jxl"), file));
    }

    private static byte[] boxes(Object... typesAndContents) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes(new byte[] {0, 0, 0, 12, 'J', 'X', 'L', ' ', '\r', '\n', (byte) 0x87, '\n'});
        for (int i = 0; i < typesAndContents.length; i += 2) {
            byte[] content = (byte[]) typesAndContents[i + 1];
            out.writeBytes(ByteBuffer.allocate(4).putInt(8 + content.length).array());
            out.writeBytes(((String) typesAndContents[i]).getBytes(StandardCharsets.ISO_8859_1));
            out.writeBytes(content);
        }
        return out.toByteArray();
    }

    /** A multiple of eight up to 256, then a ratio; all else as usual. */
    @ParameterizedTest
    @CsvSource({"1, 64", "2, 76", "3, 85", "4, 96", "5, 113", "6, 80", "7, 128"})
    void small_sizes_have_ratios(int ratio, int width) throws IOException {
        JxlHeader header =
                read(new Bits().put(1, 1).put(7, 5).put(ratio, 3).put(1, 1).done());
        assertThat(header.size()).isEqualTo(new PixelSize(width, 64));
        assertThat(header.srgb() && header.plain()).isTrue();
        assertThat(header.moves()).isFalse();
    }

    /** Sides of 9 and 13 bits, and a way up that may exchange them. */
    @ParameterizedTest
    @ValueSource(ints = {1, 3, 5, 6, 8})
    void a_way_up_exchanges_the_sides(int orientation) throws IOException {
        Bits bits = new Bits()
                .put(0, 1)
                .put(0, 2)
                .put(500 - 1, 9)
                .put(0, 3)
                .put(1, 2)
                .put(900 - 1, 13);
        bits.put(0, 1).put(1, 1).put(orientation - 1, 3).put(0, 3); // neither another size nor a preview nor motion
        bits.put(0, 1).put(0, 2).put(1, 1).put(0, 2).put(1, 1).put(1, 1); // 8 bits, no other channels, XYB, sRGB
        JxlHeader header = read(bits.done());
        assertThat(header.size()).isEqualTo(orientation > 4 ? new PixelSize(500, 900) : new PixelSize(900, 500));
        assertThat(header.plain() && header.srgb()).isTrue();
    }

    @Test
    void transparency_motion_and_profiles_are_seen() throws IOException {
        // one usual alpha, not XYB, sRGB
        JxlHeader alpha = read(square().put(0, 5)
                .put(1, 1)
                .put(1, 2)
                .put(1, 1)
                .put(0, 1)
                .put(1, 1)
                .done());
        assertThat(alpha.plain()).isFalse();
        assertThat(alpha.srgb()).isTrue();
        JxlHeader moving = read(square().put(0, 1).put(1, 1).put(0, 5).put(1, 1).done());
        assertThat(moving.moves()).isTrue();
        assertThat(moving.srgb()).as("not looked for").isFalse();
        // XYB, colours that are not usual, with a profile
        JxlHeader tagged = read(square().put(0, 5)
                .put(1, 1)
                .put(0, 2)
                .put(1, 1)
                .put(0, 1)
                .put(1, 1)
                .done());
        assertThat(tagged.srgb()).isFalse();
        assertThat(tagged.free()).isTrue();
    }

    @Test
    void boxes_bring_metadata_wherever_they_stand() throws IOException {
        byte[] code = square().put(1, 1).done();
        byte[] exif = {0, 0, 0, 2, 'x', 'x', 'I', 'I', 42, 0, 8, 0, 0, 0};
        byte[] xmp = "<x/>".getBytes(StandardCharsets.UTF_8);
        JxlHeader header = read(boxes("ftyp", new byte[12], "xml ", xmp, "jxlc", code, "Exif", exif));
        assertThat(header.size()).isEqualTo(new PixelSize(64, 64));
        assertThat(header.exif().orElseThrow()).startsWith('I', 'I', 42);
        assertThat(header.xmp()).contains(xmp);
        // in parts, each behind its number
        byte[] part = new byte[4 + code.length];
        System.arraycopy(code, 0, part, 4, code.length);
        assertThat(read(boxes("jxlp", part)).size()).isEqualTo(new PixelSize(64, 64));
    }

    @Test
    void what_is_cut_or_foreign_is_refused_in_words_and_what_matters_less_is_left_out() {
        byte[] code = new Bits()
                .put(0, 1)
                .put(3, 2)
                .put(5000, 30)
                .put(0, 3)
                .put(3, 2)
                .put(5000, 30)
                .done();
        for (int length = 3; length < 8; length++) {
            byte[] cut = Arrays.copyOf(code, length);
            assertThatThrownBy(() -> read(cut)).hasMessage("it ends before its picture begins.");
        }
        assertThatThrownBy(() -> read(boxes("ftyp", new byte[12]))).hasMessage("it ends before its picture begins.");
        assertThatThrownBy(() -> read(boxes("jxlc", new byte[40]))).hasMessage("it holds no picture.");
        byte[] lying = boxes("jxlc", code);
        lying[12] = 0x7f; // a length beyond the file
        assertThatThrownBy(() -> read(lying)).isInstanceOf(IOException.class);
        byte[] broken = "Exifnot packed".getBytes(StandardCharsets.ISO_8859_1);
        assertThatCode(() ->
                        read(boxes("brob", broken, "jxlc", square().put(1, 1).done())))
                .doesNotThrowAnyException();
    }
}
