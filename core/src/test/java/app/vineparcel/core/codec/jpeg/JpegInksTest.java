package app.vineparcel.core.codec.jpeg;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.raster.Pixels;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class JpegInksTest {

    @TempDir
    Path folder;

    private static int most(Pixels one, Pixels other) {
        int most = 0;
        for (int i = 0; i < one.bytes().length; i++) {
            most = Math.max(most, Math.abs((one.bytes()[i] & 0xff) - (other.bytes()[i] & 0xff)));
        }
        return most;
    }

    @Test
    void both_write_inks_that_both_read() throws Exception {
        Pixels inks = Pixels.of8(new app.vineparcel.core.geometry.PixelSize(64, 64), 4, false, inks());
        for (JpegEngine writing : engines()) {
            Path file = folder.resolve("inks.jpg");
            new JpegWriter(writing, new JpegFormat(100, false, Chroma.FULL))
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
