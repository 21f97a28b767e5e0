package app.vineparcel.core.codec.jpeg;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.vineparcel.core.NotRead;
import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.formats.PictureReaders;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.testing.Pictures;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * JPEG of 12 bits is made from one of 8: its coefficients stay, its quantisers are sixteen times as large, and so is every sample.
 */
class DeepJpegTest {

    @TempDir
    Path folder;

    private Decoded read(byte[] jpeg) throws IOException {
        return PictureReaders.of(SourceFormat.JPEG).read(Files.write(folder.resolve("deep.jpg"), jpeg));
    }

    private static byte[] deepened(byte[] jpeg) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        int at = 2;
        out.write(jpeg, 0, 2);
        while (true) {
            int marker = jpeg[at + 1] & 0xff;
            int length = (jpeg[at + 2] & 0xff) << 8 | jpeg[at + 3] & 0xff;
            if (marker == 0xdb) {
                quantisers(out, jpeg, at + 4, at + 2 + length);
            } else {
                int from = out.size();
                out.write(jpeg, at, length + 2);
                if (marker == 0xc0 || marker == 0xc2) {
                    byte[] soFar = out.toByteArray();
                    soFar[from + 1] = (byte) (marker == 0xc0 ? 0xc1 : marker);
                    soFar[from + 4] = 12;
                    out.reset();
                    out.writeBytes(soFar);
                }
            }
            at += length + 2;
            if (marker == 0xda) {
                out.write(jpeg, at, jpeg.length - at);
                return out.toByteArray();
            }
        }
    }

    private static void quantisers(ByteArrayOutputStream out, byte[] jpeg, int from, int end) {
        int tables = (end - from) / 65;
        int length = 2 + tables * 129;
        out.writeBytes(new byte[] {(byte) 0xff, (byte) 0xdb, (byte) (length >> 8), (byte) length});
        for (int at = from; at < end; at += 65) {
            out.write(0x10 | jpeg[at]);
            for (int i = 1; i <= 64; i++) {
                int value = (jpeg[at + i] & 0xff) * 16;
                out.write(value >> 8);
                out.write(value);
            }
        }
    }

    @ParameterizedTest
    @CsvSource({
        "3, false, FULL",
        "3, true, FULL",
        "3, false, HALF",
        "3, true, HALF",
        "3, false, HALF_ACROSS",
        "1, false, FULL",
        "1, true, FULL"
    })
    void twelve_bits_give_what_eight_give_and_finer(int bands, boolean progressive, Chroma chroma) throws Exception {
        Pixels photo = Pictures.photo(75, 53, 2);
        if (bands == 1) {
            byte[] grey = new byte[75 * 53];
            for (int i = 0; i < grey.length; i++) {
                grey[i] = photo.bytes()[3 * i + 1];
            }
            photo = Pixels.of8(photo.size(), 1, false, grey);
        }
        byte[] jpeg = new JdkJpegEngine().encode(photo, new JpegFormat(92, progressive, chroma));
        Pixels usual = read(jpeg).pixels();
        Pixels deep = read(deepened(jpeg)).pixels();
        assertThat(deep.size()).isEqualTo(usual.size());
        assertThat(deep.bands()).isEqualTo(bands);
        double sum = 0;
        for (int i = 0; i < usual.bytes().length; i++) {
            double apart = Math.abs((deep.shorts()[i] & 0xffff) / 65535.0 * 4095 / 16 - (usual.bytes()[i] & 0xff));
            assertThat(apart).as("sample %d", i).isLessThan(chroma == Chroma.FULL ? 2.5 : 6);
            sum += apart;
        }
        assertThat(sum / usual.bytes().length)
                .as("rounding to 8 bits on the way")
                .isLessThan(0.6);
    }

    @Test
    void what_breaks_off_or_is_in_another_code_is_refused_in_words() throws Exception {
        byte[] jpeg =
                deepened(new JdkJpegEngine().encode(Pictures.photo(75, 53, 2), new JpegFormat(92, true, Chroma.HALF)));
        assertThatThrownBy(() -> read(Arrays.copyOf(jpeg, jpeg.length / 2)))
                .hasMessageContaining("ends before its picture does");
        byte[] arithmetic = jpeg.clone();
        for (int i = 0; i < jpeg.length - 4; i++) {
            if (jpeg[i] == (byte) 0xff && jpeg[i + 1] == (byte) 0xc2) {
                arithmetic[i + 1] = (byte) 0xca;
            }
        }
        assertThatThrownBy(() -> read(arithmetic))
                .isInstanceOf(NotRead.class)
                .hasMessage("JPEG of 12 bits a sample in arithmetic code is not read.");
    }
}
