package app.vineparcel.core.colour;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.testing.Programs;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Profiles as cameras, scanners and screens bring them, put together here byte by byte (ICC.1:2022, clauses 7, 9 and 10). */
class ForeignProfilesTest {

    private static final int HEADER = 128;

    @TempDir
    Path folder;

    private static byte[] fixed(String signature, double... numbers) {
        ByteBuffer tag = ByteBuffer.allocate(8 + 4 * numbers.length);
        tag.put(signature.getBytes(StandardCharsets.US_ASCII)).putInt(0);
        for (double number : numbers) {
            tag.putInt((int) Math.round(number * 65536));
        }
        return tag.array();
    }

    /** A parametric curve: its function type, then g, a, b, c, d, e, f as far as it has them. */
    private static byte[] parametric(int type, double... numbers) {
        byte[] tag = fixed("para", numbers);
        return ByteBuffer.allocate(tag.length + 4)
                .put(tag, 0, 8)
                .putShort((short) type)
                .putShort((short) 0)
                .put(tag, 8, tag.length - 8)
                .array();
    }

    /** A sampled curve of values 0 to 65535; of one value, an exponent in 256ths. */
    private static byte[] sampled(int... values) {
        ByteBuffer tag = ByteBuffer.allocate(12 + 2 * values.length);
        tag.put("curv".getBytes(StandardCharsets.US_ASCII)).putInt(0).putInt(values.length);
        for (int value : values) {
            tag.putShort((short) value);
        }
        return tag.array();
    }

    private static byte[] curve(String text) {
        String[] words = text.strip().split("\\s+");
        double[] numbers =
                Arrays.stream(words).skip(1).mapToDouble(Double::parseDouble).toArray();
        return words[0].equals("curv")
                ? sampled(Arrays.stream(numbers).mapToInt(n -> (int) n).toArray())
                : parametric(Integer.parseInt(words[0].substring(4)), numbers);
    }

    private static byte[] profile(String space, int version, Map<String, byte[]> tags) {
        ByteArrayOutputStream data = new ByteArrayOutputStream();
        ByteBuffer table = ByteBuffer.allocate(4 + 12 * tags.size()).putInt(tags.size());
        for (Map.Entry<String, byte[]> tag : tags.entrySet()) {
            table.put(tag.getKey().getBytes(StandardCharsets.US_ASCII))
                    .putInt(HEADER + table.capacity() + data.size())
                    .putInt(tag.getValue().length);
            data.writeBytes(tag.getValue());
            data.writeBytes(new byte[(4 - data.size() % 4) % 4]);
        }
        int size = HEADER + table.capacity() + data.size();
        ByteBuffer all = ByteBuffer.allocate(size).putInt(size).putInt(0).putInt(version << 24);
        all.put(("mntr" + space + "XYZ ").getBytes(StandardCharsets.US_ASCII));
        all.position(36).put("acsp".getBytes(StandardCharsets.US_ASCII));
        all.position(68).putInt(0xf6d6).putInt(0x10000).putInt(0xd32d);
        return all.position(HEADER).put(table.array()).put(data.toByteArray()).array();
    }

    /** The colorants of sRGB under D50 with curves of one's own. */
    private static byte[] rgb(byte[] curve) {
        Map<String, byte[]> tags = new LinkedHashMap<>();
        tags.put("wtpt", fixed("XYZ ", 0.9642, 1, 0.8249));
        tags.put("rXYZ", fixed("XYZ ", 0.43607, 0.22249, 0.01392));
        tags.put("gXYZ", fixed("XYZ ", 0.38515, 0.71687, 0.09708));
        tags.put("bXYZ", fixed("XYZ ", 0.14307, 0.06061, 0.71410));
        List.of("rTRC", "gTRC", "bTRC").forEach(name -> tags.put(name, curve));
        return profile("RGB ", 4, tags);
    }

    private static double[] ours(IccProfile profile, int... codes) {
        LinearSpace from = profile.linearSpace().orElseThrow();
        LinearSpace srgb = BuiltInProfile.SRGB.space();
        double[] light = new double[3];
        for (int band = 0; band < 3; band++) {
            light[band] = from.curve(band).linear(codes[band] / 255.0);
        }
        double[] there = from.to(srgb).times(light);
        for (int band = 0; band < 3; band++) {
            there[band] = 255 * srgb.curve(band).encoded(Math.max(0, Math.min(1, there[band])));
        }
        return there;
    }

    @ParameterizedTest
    @CsvSource({
        "curv",
        "curv 461",
        "curv 563",
        "curv 0 9000 20000 41000 65535",
        "curv 0 100 300 900 3000 9000 24000 65535",
        "para0 2.4",
        "para1 2.2 0.9 0.1",
        "para2 2.2 0.9 0.05 0.04",
        "para3 2.4 0.94787 0.05213 0.07739 0.04045",
        "para4 2.4 0.92 0.05 0.07739 0.04045 0.03 0.01",
    })
    void every_kind_of_curve_means_what_another_engine_takes_it_for(String curve) throws Exception {
        byte[] bytes = rgb(curve(curve));
        Path file = Files.write(folder.resolve("foreign.icc"), bytes);
        IccProfile profile = IccProfile.read(bytes);
        Random random = new Random(3);
        StringBuilder patches = new StringBuilder();
        int[][] codes = new int[12][3];
        for (int[] patch : codes) {
            for (int band = 0; band < 3; band++) {
                patch[band] = 90 + random.nextInt(140);
                patches.append(patch[band]).append('\n');
            }
        }
        double[][] theirs = Programs.transicc(patches.toString(), "-i", file.toString(), "-o", "*sRGB", "-t1", "-c0");
        assertThat(theirs).hasDimensions(12, 3);
        for (int i = 0; i < codes.length; i++) {
            assertThat(ours(profile, codes[i])).as("patch %d", i).containsExactly(theirs[i], within(0.6));
        }
    }

    /** Light and code belong together, wherever the curve is made of several parts. */
    @ParameterizedTest
    @CsvSource({
        "curv 563",
        "curv 0 9000 20000 41000 65535",
        "para1 2.2 0.9 0.1",
        "para3 2.4 0.94787 0.05213 0.07739 0.04045"
    })
    void a_curve_is_the_way_back_of_itself(String curve) throws Exception {
        TransferCurve read =
                IccProfile.read(rgb(curve(curve))).linearSpace().orElseThrow().curve(0);
        for (double light = 0.02; light < 1; light += 0.02) {
            assertThat(read.linear(read.encoded(light))).isCloseTo(light, within(1e-4));
        }
        for (double code = 0; code < 1; code += 0.01) {
            assertThat(read.linear(code + 0.01)).isGreaterThanOrEqualTo(read.linear(code));
        }
    }

    @Test
    void a_grey_profile_has_one_curve() throws Exception {
        Map<String, byte[]> tags = new LinkedHashMap<>();
        tags.put("wtpt", fixed("XYZ ", 0.9642, 1, 0.8249));
        tags.put("kTRC", sampled(461));
        IccProfile profile = IccProfile.read(profile("GRAY", 2, tags));
        assertThat(profile.model()).isEqualTo(ColourModel.GREY);
        assertThat(profile.linearSpace().orElseThrow().curve(0).linear(0.5))
                .isCloseTo(Math.pow(0.5, 461 / 256.0), within(1e-9));
        assertThat(profile.canBeTarget()).isTrue();
    }

    /** What cannot be worked with is left to what can, or refused; it never breaks off a reading. */
    @Test
    void what_is_damaged_inside_has_no_space() throws Exception {
        byte[] unknown = parametric(9, 2.2);
        byte[] none = fixed("text", 1);
        byte[] cut = Arrays.copyOf(parametric(3, 2.4, 0.9), 18);
        for (byte[] curve : List.of(unknown, none, cut)) {
            assertThat(IccProfile.read(rgb(curve)).linearSpace()).isEmpty();
            assertThat(IccProfile.read(rgb(curve)).canBeTarget()).isFalse();
        }
        byte[] whole = rgb(sampled(563));
        Random random = new Random(8);
        for (int i = 0; i < 3000; i++) {
            byte[] broken = whole.clone();
            for (int j = 0; j < 3; j++) {
                broken[random.nextInt(broken.length)] = (byte) random.nextInt(256);
            }
            try {
                IccProfile profile = IccProfile.read(broken);
                profile.title();
                profile.mediaWhite();
                profile.linearSpace();
            } catch (BadProfileException refused) {
                assertThat(refused.getMessage()).isNotBlank();
            }
        }
    }

    @Test
    void a_name_is_read_from_old_and_new_descriptions() throws Exception {
        ByteBuffer old = ByteBuffer.allocate(30);
        old.put("desc".getBytes(StandardCharsets.US_ASCII))
                .putInt(0)
                .putInt(8)
                .put("Scanner\0".getBytes(StandardCharsets.US_ASCII));
        ByteBuffer now = ByteBuffer.allocate(28 + 12);
        now.put("mluc".getBytes(StandardCharsets.US_ASCII))
                .putInt(0)
                .putInt(1)
                .putInt(12)
                .putInt(0x656e474b);
        now.putInt(12).putInt(28).put("Screen".getBytes(StandardCharsets.UTF_16BE));
        assertThat(named(old.array())).isEqualTo("Scanner");
        assertThat(named(now.array())).isEqualTo("Screen");
        assertThat(named(fixed("desc", 1, 1))).isEqualTo("unnamed profile");
        assertThat(IccProfile.read(rgb(sampled())).title()).isEqualTo("unnamed profile");
    }

    private static String named(byte[] description) throws BadProfileException {
        Map<String, byte[]> tags = new LinkedHashMap<>();
        tags.put("desc", description);
        tags.put("kTRC", sampled());
        return IccProfile.read(profile("GRAY", 4, tags)).title();
    }
}
