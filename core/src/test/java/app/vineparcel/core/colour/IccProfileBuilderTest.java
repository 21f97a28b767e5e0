package app.vineparcel.core.colour;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** The bytes of built profiles against ICC.1:2022 and published colorants. */
class IccProfileBuilderTest {

    private static Map<String, Integer> offsets(ByteBuffer profile) {
        Map<String, Integer> offsets = new HashMap<>();
        for (int i = 0; i < profile.getInt(128); i++) {
            offsets.put(four(profile, 132 + 12 * i), profile.getInt(136 + 12 * i));
        }
        return offsets;
    }

    private static String four(ByteBuffer bytes, int at) {
        return new String(bytes.array(), at, 4, StandardCharsets.US_ASCII);
    }

    @ParameterizedTest
    @EnumSource(BuiltInProfile.class)
    void the_header_is_that_of_a_version_4_display_profile(BuiltInProfile builtIn) {
        ByteBuffer profile = ByteBuffer.wrap(builtIn.profile().bytes());
        assertThat(profile.getInt(0)).isEqualTo(profile.capacity());
        assertThat(profile.capacity() % 4).isZero();
        assertThat(profile.get(8)).isEqualTo((byte) 4);
        assertThat(four(profile, 12)).isEqualTo("mntr");
        assertThat(four(profile, 16)).isEqualTo(builtIn == BuiltInProfile.GREY_22 ? "GRAY" : "RGB ");
        assertThat(four(profile, 20)).isEqualTo("XYZ ");
        assertThat(four(profile, 36)).isEqualTo("acsp");
        assertThat(new int[] {profile.getInt(68), profile.getInt(72), profile.getInt(76)})
                .containsExactly(0xf6d6, 0x10000, 0xd32d);
    }

    /** 7.2.18: MD5 over the profile with flags, intent and the identifier itself set to zero. */
    @ParameterizedTest
    @EnumSource(BuiltInProfile.class)
    void the_identifier_is_the_sum_of_the_profile(BuiltInProfile builtIn) throws Exception {
        byte[] bytes = builtIn.profile().bytes();
        byte[] identifier = java.util.Arrays.copyOfRange(bytes, 84, 100);
        java.util.Arrays.fill(bytes, 44, 48, (byte) 0);
        java.util.Arrays.fill(bytes, 64, 68, (byte) 0);
        java.util.Arrays.fill(bytes, 84, 100, (byte) 0);
        assertThat(identifier).isEqualTo(MessageDigest.getInstance("MD5").digest(bytes));
    }

    /** D50-adapted colorants of sRGB as they stand in the profiles of IEC 61966-2-1, and of Display P3 as published. */
    @ParameterizedTest
    @CsvSource({
        "SRGB, rXYZ, 0.4361, 0.2225, 0.0139",
        "SRGB, gXYZ, 0.3851, 0.7169, 0.0971",
        "SRGB, bXYZ, 0.1431, 0.0606, 0.7139",
        "DISPLAY_P3, rXYZ, 0.5151, 0.2412, -0.0011",
        "DISPLAY_P3, gXYZ, 0.2919, 0.6922, 0.0419",
        "DISPLAY_P3, bXYZ, 0.1572, 0.0666, 0.7841",
        "ROMM_RGB, rXYZ, 0.7977, 0.2880, 0.0000",
        "ROMM_RGB, gXYZ, 0.1352, 0.7119, 0.0000",
        "ROMM_RGB, bXYZ, 0.0313, 0.0001, 0.8249",
    })
    void colorants_are_the_published_ones(BuiltInProfile builtIn, String tag, double x, double y, double z) {
        ByteBuffer profile = ByteBuffer.wrap(builtIn.profile().bytes());
        int at = offsets(profile).get(tag) + 8;
        assertThat(profile.getInt(at) / 65536.0).isCloseTo(x, within(0.0006));
        assertThat(profile.getInt(at + 4) / 65536.0).isCloseTo(y, within(0.0006));
        assertThat(profile.getInt(at + 8) / 65536.0).isCloseTo(z, within(0.0006));
    }

    @Test
    void the_three_curves_are_stored_once() {
        ByteBuffer profile = ByteBuffer.wrap(BuiltInProfile.SRGB.profile().bytes());
        Map<String, Integer> offsets = offsets(profile);
        assertThat(offsets.get("rTRC")).isEqualTo(offsets.get("gTRC")).isEqualTo(offsets.get("bTRC"));
        assertThat(profile.capacity()).isLessThan(700);
    }

    /** ISO 18619: black becomes black, white stays white, the middle of the light is scaled. */
    @Test
    void black_point_compensation_scales_light() {
        BlackScaledCurve curve = new BlackScaledCurve(TransferCurve.LINEAR, 0.1);
        assertThat(curve.linear(0.1)).isZero();
        assertThat(curve.linear(0.02)).isZero();
        assertThat(curve.linear(1)).isEqualTo(1);
        assertThat(curve.linear(0.55)).isCloseTo(0.5, within(1e-12));
    }

    /** Codes by the definition of BT.709-like curves, worked out by hand at their joints. */
    @ParameterizedTest
    @CsvSource({
        "SRGB, 0.04045, 0.0031308",
        "SRGB, 0.5, 0.2140411",
        "ROMM_RGB, 0.03125, 0.001953125",
        "ROMM_RGB, 0.5, 0.2871746",
        "ADOBE_RGB_COMPATIBLE, 0.5, 0.2177637",
        "REC_2020, 0.5, 0.2597",
        "GREY_22, 0.5, 0.2176376",
    })
    void curves_give_the_light_of_their_standard(BuiltInProfile builtIn, double encoded, double light) {
        assertThat(builtIn.space().curve(0).linear(encoded)).isCloseTo(light, within(1e-4));
    }

    /** Built anew, not taken from what ships: every tag in its place, padded to four bytes, and read back as the same space. */
    @ParameterizedTest
    @EnumSource(BuiltInProfile.class)
    void what_is_built_is_read_back(BuiltInProfile builtIn) throws Exception {
        WhitePoint white = builtIn == BuiltInProfile.ROMM_RGB ? new WhitePoint(0.3457, 0.3585) : WhitePoint.D65;
        byte[] bytes = new IccProfileBuilder("Proof of " + builtIn.id(), builtIn.space(), white).build();
        IccProfile read = IccProfile.read(bytes);
        assertThat(read.title()).isEqualTo("Proof of " + builtIn.id());
        assertThat(read.linearSpace().orElseThrow().looksLike(builtIn.space())).isTrue();
        assertThat(read.mediaWhite()).containsExactly(WhitePoint.d50(), within(1e-4));
        ByteBuffer in = ByteBuffer.wrap(bytes);
        Map<String, Integer> offsets = offsets(in);
        boolean grey = builtIn.space().bands() == 1;
        assertThat(offsets.keySet())
                .containsExactlyInAnyOrder(
                        grey
                                ? new String[] {"desc", "cprt", "wtpt", "kTRC"}
                                : new String[] {
                                    "desc", "cprt", "wtpt", "chad", "rXYZ", "gXYZ", "bXYZ", "rTRC", "gTRC", "bTRC"
                                });
        assertThat(offsets.values()).allMatch(offset -> offset % 4 == 0 && offset >= 132 + 12 * offsets.size());
        if (!grey) {
            for (int i = 0; i < 9; i++) {
                assertThat(in.getInt(offsets.get("chad") + 8 + 4 * i) / 65536.0)
                        .isCloseTo(white.toD50().at(i / 3, i % 3), within(1e-5));
            }
            assertThat(offsets.get("rTRC")).isEqualTo(offsets.get("gTRC")).isEqualTo(offsets.get("bTRC"));
        }
        byte[] summed = bytes.clone();
        java.util.Arrays.fill(summed, 84, 100, (byte) 0);
        java.util.Arrays.fill(summed, 64, 68, (byte) 0);
        assertThat(java.util.Arrays.copyOfRange(bytes, 84, 100))
                .isEqualTo(MessageDigest.getInstance("MD5").digest(summed));
        assertThat(in.getInt(8)).isEqualTo(0x04300000);
        assertThat(in.getInt(64)).isEqualTo(1);
        assertThat(new IccProfileBuilder("Proof of " + builtIn.id(), builtIn.space(), white).build())
                .isEqualTo(bytes);
    }
}
