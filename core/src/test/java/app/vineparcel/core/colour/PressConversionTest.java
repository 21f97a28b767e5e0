package app.vineparcel.core.colour;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.testing.Programs;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Conversions by tables, against another colour engine's command line. */
class PressConversionTest {

    private static final int[][] PATCHES = {
        {200, 120, 90}, {90, 140, 60}, {60, 90, 150}, {128, 128, 128}, {230, 200, 180}, {40, 35, 30}, {250, 250, 245}
    };

    @TempDir
    Path folder;

    private double[][] theirs(RenderingIntent intent, boolean blackPoint) throws Exception {
        Path press =
                Files.write(folder.resolve("press.icc"), PressProfile.coated().bytes());
        StringBuilder patches = new StringBuilder();
        for (int[] rgb : PATCHES) {
            patches.append("%d %d %d\n".formatted(rgb[0], rgb[1], rgb[2]));
        }
        return Programs.transicc(
                patches.toString(),
                "-i",
                "*sRGB",
                "-o",
                press.toString(),
                "-t" + intent.ordinal(),
                "-c0",
                blackPoint ? "-b" : "-n");
    }

    /** As printed, hardly a difference can be seen. In the deepest shadows engines place the black point a little differently. */
    @ParameterizedTest
    @CsvSource({"RELATIVE, true", "RELATIVE, false", "PERCEPTUAL, true", "SATURATION, true", "ABSOLUTE, false"})
    void inks_are_those_of_another_engine(RenderingIntent intent, boolean blackPoint) throws Exception {
        RommToDevice press = new RommToDevice(PressProfile.coated(), intent, blackPoint);
        LinearSpace srgb = BuiltInProfile.SRGB.space();
        double[][] theirs = theirs(intent, blackPoint);
        for (int i = 0; i < PATCHES.length; i++) {
            double[] light = new double[3];
            for (int band = 0; band < 3; band++) {
                light[band] = srgb.curve(band).linear(PATCHES[i][band] / 255.0);
            }
            double[] there = srgb.to(press.connectingSpace()).times(light);
            short[] romm = new short[3];
            for (int band = 0; band < 3; band++) {
                double clipped = Math.max(0, Math.min(1, there[band]));
                romm[band] = (short)
                        Math.round(65535 * press.connectingSpace().curve(band).encoded(clipped));
            }
            short[] inks = press.convert(romm);
            short[] their = new short[4];
            for (int ink = 0; ink < 4; ink++) {
                their[ink] = (short) Math.round(theirs[i][ink] * 655.35);
            }
            boolean brighterThanPaper = intent == RenderingIntent.ABSOLUTE && i == PATCHES.length - 1;
            if (!brighterThanPaper) {
                assertThat(printed(inks).differenceTo(printed(their)))
                        .as("patch %d", i)
                        .isLessThan(1.5);
            }
        }
    }

    private static Lab printed(short... inks) throws BadProfileException {
        DeviceToRomm reading = new DeviceToRomm(PressProfile.coated(), RenderingIntent.RELATIVE, false);
        short[] romm = reading.convert(inks);
        double[] light = new double[3];
        for (int band = 0; band < 3; band++) {
            light[band] = reading.connectingSpace().curve(band).linear((romm[band] & 0xffff) / 65535.0);
        }
        return Lab.ofXyz(reading.connectingSpace().toXyz().times(light));
    }

    /** The paper's white is kept by the absolute intent and becomes white by the relative one. */
    @Test
    void paper_is_white_or_itself() throws Exception {
        short[] noInk = new short[4];
        double[] paper = PressProfile.coated().mediaWhite();
        for (RenderingIntent intent : new RenderingIntent[] {RenderingIntent.RELATIVE, RenderingIntent.ABSOLUTE}) {
            DeviceToRomm reading = new DeviceToRomm(PressProfile.coated(), intent, false);
            double[] light = new double[3];
            for (int band = 0; band < 3; band++) {
                light[band] =
                        reading.connectingSpace().curve(band).linear((reading.convert(noInk)[band] & 0xffff) / 65535.0);
            }
            Lab seen = Lab.ofXyz(reading.connectingSpace().toXyz().times(light));
            Lab wanted = intent == RenderingIntent.ABSOLUTE ? Lab.ofXyz(paper) : new Lab(100, 0, 0);
            assertThat(seen.differenceTo(wanted)).isLessThan(0.5);
        }
    }

    @Test
    void what_ink_cannot_show_is_known() throws Exception {
        RommToDevice press = new RommToDevice(PressProfile.coated(), RenderingIntent.RELATIVE, true);
        assertThat(press.shows(0, 65535, 0)).as("the purest green").isFalse();
        assertThat(press.shows(40000, 40000, 40000)).as("a middle grey").isTrue();
    }

    @Test
    void a_profile_for_reading_only_is_no_target() throws Exception {
        byte[] bytes = PressProfile.coated().bytes();
        for (int i = 0; i < bytes[131]; i++) {
            if (bytes[132 + 12 * i] == 'B' && bytes[133 + 12 * i] == '2') {
                bytes[132 + 12 * i] = 'x';
            }
        }
        IccProfile reading = IccProfile.read(bytes);
        assertThat(reading.canBeTarget()).isFalse();
        org.assertj.core.api.Assertions.assertThatThrownBy(
                        () -> new RommToDevice(reading, RenderingIntent.RELATIVE, true))
                .hasMessageContaining("no table towards the device");
    }
}
