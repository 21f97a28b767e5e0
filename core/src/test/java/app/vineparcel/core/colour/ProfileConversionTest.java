package app.vineparcel.core.colour;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.awt.color.ICC_ColorSpace;
import java.awt.color.ICC_Profile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class ProfileConversionTest {

    private static double[] converted(LinearSpace from, LinearSpace to, int... codes) {
        double[] light = new double[3];
        for (int band = 0; band < 3; band++) {
            light[band] = from.curve(band).linear(codes[band] / 255.0);
        }
        double[] there = from.to(to).times(light);
        for (int band = 0; band < 3; band++) {
            there[band] = 255 * to.curve(band).encoded(Math.max(0, Math.min(1, there[band])));
        }
        return there;
    }

    /**
     * Expected values worked out outside this code, from the rational matrices of CSS Color Module Level 4 (section 17); both whites are
     * D65, so no adaptation takes part in them.
     */
    @ParameterizedTest
    @CsvSource({
        "display-p3, 200, 120, 90, 212.98, 115.00, 82.85",
        "display-p3, 90, 140, 60, 72.79, 141.63, 45.70",
        "display-p3, 60, 90, 150, 50.38, 91.01, 154.62",
        "display-p3, 128, 128, 128, 128, 128, 128",
        "display-p3, 230, 200, 180, 236.07, 198.61, 177.12",
        "display-p3, 40, 35, 30, 41.04, 34.77, 29.34",
        "adobe-rgb-compatible, 200, 120, 90, 223.76, 120.82, 87.91",
        "adobe-rgb-compatible, 90, 140, 60, 52.52, 141.27, 49.92",
        "adobe-rgb-compatible, 60, 90, 150, 36.07, 89.57, 153.39",
        "adobe-rgb-compatible, 128, 128, 128, 129.03, 129.03, 129.03",
        "adobe-rgb-compatible, 230, 200, 180, 241.17, 201.31, 180.57",
        "adobe-rgb-compatible, 40, 35, 30, 37.27, 29.57, 23.56",
    })
    void patches_convert_to_srgb(String id, int r, int g, int b, double red, double green, double blue) {
        LinearSpace embedded =
                BuiltInProfile.byId(id).orElseThrow().profile().linearSpace().orElseThrow();
        double[] there = converted(embedded, BuiltInProfile.SRGB.space(), r, g, b);
        assertThat(there[0]).isCloseTo(red, within(0.15));
        assertThat(there[1]).isCloseTo(green, within(0.15));
        assertThat(there[2]).isCloseTo(blue, within(0.15));
    }

    @ParameterizedTest
    @EnumSource(BuiltInProfile.class)
    void survives_its_own_icc_file(BuiltInProfile builtIn) {
        LinearSpace read = builtIn.profile().linearSpace().orElseThrow();
        assertThat(builtIn.profile().title()).isEqualTo(builtIn.title());
        assertThat(read.looksLike(builtIn.space())).isTrue();
    }

    @ParameterizedTest
    @EnumSource(BuiltInProfile.class)
    void the_colour_engine_of_the_jdk_reads_it_the_same(BuiltInProfile builtIn) {
        ICC_ColorSpace engine =
                new ICC_ColorSpace(ICC_Profile.getInstance(builtIn.profile().bytes()));
        LinearSpace space = builtIn.space();
        for (float[] encoded : new float[][] {{0.2f, 0.5f, 0.8f}, {0.9f, 0.4f, 0.1f}, {0.5f, 0.5f, 0.5f}}) {
            float[] device = space.bands() == 1 ? new float[] {encoded[0]} : encoded;
            double[] light = new double[device.length];
            for (int band = 0; band < device.length; band++) {
                light[band] = space.curve(band).linear(device[band]);
            }
            float[] theirs = engine.toCIEXYZ(device);
            double[] ours = space.toXyz().times(light);
            double difference = Lab.ofXyz(ours).differenceTo(Lab.ofXyz(new double[] {theirs[0], theirs[1], theirs[2]}));
            assertThat(difference).isLessThan(0.3);
        }
    }

    @ParameterizedTest
    @EnumSource(value = BuiltInProfile.class, names = "GREY_22", mode = EnumSource.Mode.EXCLUDE)
    void greys_stay_grey(BuiltInProfile target) {
        for (int code = 0; code <= 255; code++) {
            double[] there = converted(
                    BuiltInProfile.DISPLAY_P3.profile().linearSpace().orElseThrow(), target.space(), code, code, code);
            assertThat(there[1]).isCloseTo(there[0], within(0.01));
            assertThat(there[2]).isCloseTo(there[0], within(0.01));
        }
    }

    @Test
    void refuses_what_is_no_profile_and_says_why() {
        byte[] sound = BuiltInProfile.SRGB.profile().bytes();
        assertThat(fault(new byte[10])).contains("10 bytes");
        assertThat(fault(new byte[500])).contains("lacks the mark");
        assertThat(fault(java.util.Arrays.copyOf(sound, sound.length - 9))).contains("bytes but has");
        byte[] tagOutside = sound.clone();
        tagOutside[128 + 4 + 4] = 0x7f;
        assertThat(fault(tagOutside)).contains("points outside");
        byte[] lab = sound.clone();
        System.arraycopy("Lab ".getBytes(java.nio.charset.StandardCharsets.US_ASCII), 0, lab, 16, 4);
        assertThat(fault(lab)).contains("only grey, RGB and CMYK");
    }

    private static String fault(byte[] bytes) {
        try {
            IccProfile.read(bytes);
            return "";
        } catch (BadProfileException e) {
            return e.getMessage();
        }
    }

    /** All 34 pairs of Sharma, Wu and Dalal (2005), table 1, both ways round. */
    @ParameterizedTest
    @CsvSource({
        "50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425",
        "50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615",
        "50, 2.8361, -74.0200, 50, 0, -82.7485, 3.4412",
        "50, -1.3802, -84.2814, 50, 0, -82.7485, 1.0000",
        "50, -1.1848, -84.8006, 50, 0, -82.7485, 1.0000",
        "50, -0.9009, -85.5211, 50, 0, -82.7485, 1.0000",
        "50, 0, 0, 50, -1, 2, 2.3669",
        "50, -1, 2, 50, 0, 0, 2.3669",
        "50, 2.4900, -0.0010, 50, -2.4900, 0.0009, 7.1792",
        "50, 2.4900, -0.0010, 50, -2.4900, 0.0010, 7.1792",
        "50, 2.4900, -0.0010, 50, -2.4900, 0.0011, 7.2195",
        "50, 2.4900, -0.0010, 50, -2.4900, 0.0012, 7.2195",
        "50, -0.0010, 2.4900, 50, 0.0009, -2.4900, 4.8045",
        "50, -0.0010, 2.4900, 50, 0.0010, -2.4900, 4.8045",
        "50, -0.0010, 2.4900, 50, 0.0011, -2.4900, 4.7461",
        "50, 2.5, 0, 50, 0, -2.5, 4.3065",
        "50, 2.5, 0, 73, 25, -18, 27.1492",
        "50, 2.5, 0, 61, -5, 29, 22.8977",
        "50, 2.5, 0, 56, -27, -3, 31.9030",
        "50, 2.5, 0, 58, 24, 15, 19.4535",
        "50, 2.5, 0, 50, 3.1736, 0.5854, 1.0000",
        "50, 2.5, 0, 50, 3.2972, 0, 1.0000",
        "50, 2.5, 0, 50, 1.8634, 0.5757, 1.0000",
        "50, 2.5, 0, 50, 3.2592, 0.3350, 1.0000",
        "60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644",
        "63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.2630",
        "61.2901, 3.7196, -5.3901, 61.4292, 2.2480, -4.9620, 1.8731",
        "35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645",
        "22.7233, 20.0904, -46.6940, 23.0331, 14.9730, -42.5619, 2.0373",
        "36.4612, 47.8580, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146",
        "90.8027, -2.0831, 1.4410, 91.1528, -1.6435, 0.0447, 1.4441",
        "90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381",
        "6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377",
        "2.0776, 0.0795, -1.1350, 0.9033, -0.0636, -0.5514, 0.9082",
    })
    void colour_differences_are_those_of_the_published_pairs(
            double l1, double a1, double b1, double l2, double a2, double b2, double difference) {
        assertThat(new Lab(l1, a1, b1).differenceTo(new Lab(l2, a2, b2))).isCloseTo(difference, within(5e-5));
        assertThat(new Lab(l2, a2, b2).differenceTo(new Lab(l1, a1, b1))).isCloseTo(difference, within(5e-5));
    }

    @Test
    void curves_turn_round() {
        SampledCurve sampled = new SampledCurve(new double[] {0, 0.1, 0.1, 0.5, 1});
        for (TransferCurve curve : java.util.List.of(
                sampled,
                new PowerCurve(2.2),
                BuiltInProfile.SRGB.space().curve(0),
                BuiltInProfile.ROMM_RGB.space().curve(0),
                BuiltInProfile.REC_2020.space().curve(0),
                new BlackScaledCurve(new PowerCurve(1.8), 0.02))) {
            for (double light = 0.02; light <= 1; light += 0.049) {
                assertThat(curve.linear(curve.encoded(light))).isCloseTo(light, within(1e-3));
            }
        }
    }

    @Test
    void encoding_by_table_is_exact_to_a_part_of_a_sixteen_bit_code() {
        for (BuiltInProfile builtIn : BuiltInProfile.values()) {
            TransferCurve curve = builtIn.space().curve(0);
            EncodeTable table = EncodeTable.of(curve);
            for (int code = 300; code <= 65535; code += 7) {
                float encoded = table.encoded((float) curve.linear(code / 65535.0));
                assertThat(encoded * 65535).isCloseTo(code, within(0.5f));
            }
        }
    }
}
