package app.vineparcel.core.codec;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.testing.Pictures;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class JpegEnginesTest {

    @TempDir
    Path folder;

    private static int most(Pixels one, Pixels other) {
        int most = 0;
        for (int i = 0; i < one.bytes().length; i++) {
            most = Math.max(most, Math.abs((one.bytes()[i] & 0xff) - (other.bytes()[i] & 0xff)));
        }
        return most;
    }

    /** Whichever library a machine has, people see the same picture: within three levels, read or written. */
    @ParameterizedTest
    @EnumSource(OutputFormat.Chroma.class)
    void both_engines_agree_within_three_levels(OutputFormat.Chroma chroma) throws Exception {
        JpegEngine turbo = JpegEngine.usual();
        assumeTrue(turbo instanceof TurboJpegEngine, "this machine has no libjpeg-turbo");
        JpegEngine plain = new JdkJpegEngine();
        Pixels soft = Pictures.rgb(256, 160, (x, y) -> (40 + x / 2) << 16 | (60 + y) << 8 | (200 - x / 3));
        for (boolean progressive : new boolean[] {false, true}) {
            OutputFormat.Jpeg options = new OutputFormat.Jpeg(95, progressive, chroma);
            Path byTurbo = Files.write(folder.resolve("turbo.jpg"), turbo.encode(soft, options));
            Path byPlain = Files.write(folder.resolve("plain.jpg"), plain.encode(soft, options));
            assertThat(most(turbo.decode(byTurbo), plain.decode(byTurbo))).isLessThanOrEqualTo(3);
            assertThat(most(turbo.decode(byPlain), plain.decode(byPlain))).isLessThanOrEqualTo(3);
            assertThat(most(turbo.decode(byTurbo), turbo.decode(byPlain))).isLessThanOrEqualTo(3);
        }
    }

    @Test
    void both_write_inks_that_both_read() throws Exception {
        Pixels inks = Pixels.of8(new app.vineparcel.core.geometry.PixelSize(64, 64), 4, false, inks());
        for (JpegEngine writing : engines()) {
            Path file = folder.resolve("inks.jpg");
            new JpegWriter(writing, new OutputFormat.Jpeg(100, false, OutputFormat.Chroma.FULL))
                    .write(
                            new Picture(inks, app.vineparcel.core.colour.PressProfile.coated()),
                            FileTags.profiled(300),
                            file);
            for (JpegEngine reading : engines()) {
                Decoded decoded = new JpegReader(reading).read(file);
                assertThat(most(decoded.pixels(), inks)).isLessThanOrEqualTo(4);
            }
        }
    }

    private static JpegEngine[] engines() {
        return new JpegEngine[] {JpegEngine.usual(), new JdkJpegEngine()};
    }

    private static byte[] inks() {
        byte[] samples = new byte[64 * 64 * 4];
        for (int i = 0; i < 64 * 64; i++) {
            samples[4 * i] = (byte) (i % 64 * 3);
            samples[4 * i + 1] = (byte) (i / 64 * 3);
            samples[4 * i + 2] = 40;
            samples[4 * i + 3] = (byte) (i / 64);
        }
        return samples;
    }
}
