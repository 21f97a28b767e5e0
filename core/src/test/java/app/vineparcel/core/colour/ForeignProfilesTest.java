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

    /** ICC.1:2022, 7.2 and 9.2.17: what a reader must not take for true, and the largest that it may. */
    @Test
    void sizes_and_places_of_tags_are_believed_only_within_the_file() throws Exception {
        byte[] sound = rgb(sampled(563));
        assertThat(IccProfile.read(Arrays.copyOf(sound, sound.length + 5)).bytes())
                .as("what follows is not of the profile")
                .isEqualTo(sound);
        int lastLength = HEADER + 4 + 12 * 6 + 8;
        assertThat(faultOf(sound, lastLength, 14)).isEmpty();
        assertThat(faultOf(sound, lastLength, 17)).contains("points outside");
        assertThat(faultOf(sound, lastLength, 7)).contains("points outside");
        assertThat(faultOf(sound, lastLength - 4, HEADER - 1)).contains("points outside");
        assertThat(faultOf(sound, lastLength - 4, Integer.MAX_VALUE)).contains("points outside");
        assertThat(faultOf(sound, HEADER, 0)).contains("table of 0 tags");
        assertThat(faultOf(sound, HEADER, 201)).contains("table of 201 tags");
        assertThat(faultOf(sound, HEADER, 40)).contains("table of 40 tags");
        assertThat(faultOf(sound, 0, HEADER + 3)).contains("says it has 131 bytes");
        assertThat(faultOf(sound, 0, sound.length + 1)).contains("bytes but has");
    }

    private static String faultOf(byte[] sound, int at, int value) {
        try {
            IccProfile.read(ByteBuffer.wrap(sound.clone()).putInt(at, value).array());
            return "";
        } catch (BadProfileException e) {
            return e.getMessage();
        }
    }

    @Test
    void two_profiles_are_the_same_if_their_bytes_are() throws Exception {
        IccProfile one = IccProfile.read(rgb(sampled(563)));
        IccProfile other = IccProfile.read(rgb(sampled(461)));
        assertThat(one)
                .isEqualTo(IccProfile.read(one.bytes()))
                .isNotEqualTo(other)
                .isNotEqualTo("a word");
        assertThat(one.hashCode())
                .isEqualTo(IccProfile.read(one.bytes()).hashCode())
                .isNotEqualTo(other.hashCode());
        assertThat(one).hasToString("unnamed profile");
    }

    /** ICC.1:2022, 9.2.36: version 4 and printers say the white of the medium; displays of version 2 said their own. */
    @ParameterizedTest
    @CsvSource({"4, mntr, 0.9", "4, prtr, 0.9", "2, prtr, 0.9", "2, mntr, 0.9642"})
    void the_white_of_the_medium_counts_where_it_is_one(int version, String kind, double x) throws Exception {
        Map<String, byte[]> tags = new LinkedHashMap<>();
        tags.put("wtpt", fixed("XYZ ", 0.9, 0.95, 0.7));
        tags.put("kTRC", sampled());
        byte[] bytes = profile("GRAY", version, tags);
        System.arraycopy(kind.getBytes(StandardCharsets.US_ASCII), 0, bytes, 12, 4);
        assertThat(IccProfile.read(bytes).mediaWhite()[0]).isCloseTo(x, within(1e-4));
    }

    /** The engine of the JDK looks at the tables 0 and 1 only; they must be those of the intent that is asked for. */
    @ParameterizedTest
    @CsvSource({"PERCEPTUAL, 0", "RELATIVE, 1", "ABSOLUTE, 1", "SATURATION, 2"})
    void the_engine_gets_the_tables_of_the_intent(RenderingIntent intent, int table) throws Exception {
        Map<String, byte[]> tags = new LinkedHashMap<>();
        tags.put("wtpt", fixed("XYZ ", 0.9642, 1, 0.8249));
        for (String direction : List.of("A2B", "B2A")) {
            for (int i = 0; i < 3; i++) {
                tags.put(direction + i, fixed(direction + i, i, 10 * i));
            }
        }
        IccProfile press = IccProfile.read(profile("CMYK", 4, tags));
        IccProfile given = IccProfile.read(press.forEngine(intent));
        assertThat(given.bytes()).hasSameSizeAs(press.bytes());
        ByteBuffer in = ByteBuffer.wrap(given.bytes());
        assertThat(new String(in.array(), 12, 4, StandardCharsets.US_ASCII)).isEqualTo("prtr");
        for (int entry : new int[] {1, 2, 4, 5}) {
            String direction = entry < 3 ? "A2B" : "B2A";
            int offset = in.getInt(HEADER + 4 + 12 * entry + 4);
            assertThat(new String(in.array(), offset, 4, StandardCharsets.US_ASCII))
                    .isEqualTo(direction + table);
        }
        assertThat(press.canBeTarget()).isTrue();
    }

    /** Where a profile lacks the asked tables, its perceptual ones serve (ICC.1:2022, 9.2). */
    @Test
    void the_perceptual_tables_serve_where_others_lack() throws Exception {
        Map<String, byte[]> tags = new LinkedHashMap<>();
        tags.put("A2B0", fixed("A2B0", 1));
        tags.put("A2B1", fixed("A2B1", 1));
        tags.put("B2A1", fixed("B2A1", 1));
        IccProfile press = IccProfile.read(profile("CMYK", 4, tags));
        ByteBuffer before = ByteBuffer.wrap(press.bytes());
        ByteBuffer in = ByteBuffer.wrap(press.forEngine(RenderingIntent.SATURATION));
        for (int entry : new int[] {0, 1}) {
            int place = HEADER + 4 + 12 * entry + 4;
            assertThat(in.getInt(place)).isEqualTo(before.getInt(HEADER + 8));
        }
        assertThat(in.getInt(HEADER + 4 + 24 + 4)).isEqualTo(before.getInt(HEADER + 4 + 24 + 4));
    }

    @Test
    void a_profile_of_tables_has_no_space_of_light() throws Exception {
        Map<String, byte[]> tags = new LinkedHashMap<>();
        tags.put("A2B0", fixed("A2B0", 1));
        assertThat(IccProfile.read(profile("RGB ", 4, tags)).canBeTarget()).isFalse();
        byte[] connectedByLab = rgb(sampled(563));
        System.arraycopy("Lab ".getBytes(StandardCharsets.US_ASCII), 0, connectedByLab, 20, 4);
        assertThat(IccProfile.read(connectedByLab).linearSpace()).isEmpty();
    }

    @Test
    void a_name_that_points_outside_is_no_name() throws Exception {
        ByteBuffer name = ByteBuffer.allocate(40);
        name.put("mluc".getBytes(StandardCharsets.US_ASCII))
                .putInt(0)
                .putInt(1)
                .putInt(12)
                .putInt(0x656e474b);
        name.putInt(12).putInt(28).put("Screen".getBytes(StandardCharsets.UTF_16BE));
        assertThat(named(name.putInt(20, 13).array())).isEqualTo("unnamed profile");
        assertThat(named(name.putInt(20, 12).putInt(24, 15).array())).isEqualTo("unnamed profile");
        assertThat(named(name.putInt(24, 29).array())).isEqualTo("unnamed profile");
        assertThat(named(name.putInt(20, -1).putInt(24, 28).array())).isEqualTo("unnamed profile");
        assertThat(named(name.putInt(20, 12).array())).isEqualTo("Screen");
        ByteBuffer old = ByteBuffer.allocate(16);
        old.put("desc".getBytes(StandardCharsets.US_ASCII))
                .putInt(0)
                .putInt(4)
                .put("Scan".getBytes(StandardCharsets.US_ASCII));
        assertThat(named(old.array())).isEqualTo("Scan");
        assertThat(named(old.putInt(8, 5).array())).isEqualTo("unnamed profile");
    }

    private static String named(byte[] description) throws BadProfileException {
        Map<String, byte[]> tags = new LinkedHashMap<>();
        tags.put("desc", description);
        tags.put("kTRC", sampled());
        return IccProfile.read(profile("GRAY", 4, tags)).title();
    }
}
