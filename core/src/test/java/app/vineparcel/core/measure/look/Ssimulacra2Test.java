package app.vineparcel.core.measure.look;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.util.function.IntBinaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class Ssimulacra2Test {

    private static final PixelSize SIZE = new PixelSize(320, 288);
    private static final LinearSpace SRGB = BuiltInProfile.SRGB.space();

    /** A wavy picture with fine structure in one channel and a hard edge in another. */
    private static final byte[] BASE = base();

    /** Worked out by another program in double precision, with plain convolutions. */
    @ParameterizedTest
    @CsvSource({"noise 4, 93.6894", "noise 16, 75.5241", "blocks, -62.0033", "bands, 80.5438", "shift, 89.9632"})
    void gives_the_published_measure(String fault, double expected) {
        assertThat(score(fault)).isCloseTo(expected, within(0.02));
    }

    @Test
    void the_same_picture_gets_a_hundred_and_every_fault_costs() {
        assertThat(score("none")).isEqualTo(100);
        for (String fault : new String[] {"noise 2", "blur", "blocks", "bands", "shift", "fewer colours"}) {
            assertThat(score(fault)).as(fault).isLessThan(97);
        }
    }

    @Test
    void more_noise_is_never_better() {
        double last = 100;
        for (int strength : new int[] {1, 2, 4, 8, 16, 32, 64}) {
            double score = score("noise " + strength);
            assertThat(score).as("noise %d", strength).isLessThan(last);
            last = score;
        }
    }

    @Test
    void depth_primaries_and_threads_make_no_difference() {
        Ssimulacra2 one = Ssimulacra2.from(picture(BASE), SRGB, 1);
        Ssimulacra2 three = Ssimulacra2.from(picture(BASE), SRGB, 3);
        Pixels other = picture(faulty("noise 8"));
        assertThat(one.score(other, SRGB)).isEqualTo(three.score(other, SRGB));
        assertThat(one.score(wide(other), SRGB)).isCloseTo(one.score(other, SRGB), within(1e-3));
        // the same numbers mean other colours in a larger space
        assertThat(one.score(picture(BASE), BuiltInProfile.DISPLAY_P3.space())).isLessThan(90);
    }

    @Test
    void what_is_clear_counts_on_the_ground_where_it_is_worse() {
        byte[] rgba = new byte[4 * 64 * 64];
        byte[] filled = new byte[4 * 64 * 64];
        for (int i = 0; i < 64 * 64; i++) {
            boolean inside = i % 64 > 16 && i % 64 < 48;
            filled[4 * i + 3] = rgba[4 * i + 3] = (byte) (inside ? 255 : 0);
            filled[4 * i] = (byte) 255; // what is clear has no colour
            rgba[4 * i] = (byte) (inside ? 255 : 0);
        }
        PixelSize size = new PixelSize(64, 64);
        Ssimulacra2 measure = Ssimulacra2.from(Pixels.of8(size, 4, true, rgba), SRGB, 1);
        assertThat(measure.score(Pixels.of8(size, 4, true, filled), SRGB)).isEqualTo(100);
        byte[] haze = filled.clone();
        for (int i = 3; i < haze.length; i += 4) {
            haze[i] = (byte) Math.max(40, haze[i] & 0xff);
        }
        assertThat(measure.score(Pixels.of8(size, 4, true, haze), SRGB)).isLessThan(50);
    }

    @Test
    void small_pictures_and_those_of_other_sizes() {
        Pixels dot = Pixels.of8(new PixelSize(1, 1), 1, false, new byte[] {9});
        LinearSpace grey = BuiltInProfile.greyLikeSrgb().linearSpace().orElseThrow();
        assertThat(Ssimulacra2.from(dot, grey, 1).score(dot, grey)).isEqualTo(100);
        Ssimulacra2 measure = Ssimulacra2.from(dot, grey, 1);
        assertThatThrownBy(() -> measure.score(picture(BASE), SRGB)).hasMessageContaining("cannot be compared");
    }

    @Test
    void the_scale_has_words() {
        assertThat(Visibility.of(100)).isEqualTo(Visibility.NOT_SEEN);
        assertThat(Visibility.of(89.99)).isEqualTo(Visibility.WHEN_FLICKERING);
        assertThat(Visibility.of(70)).isEqualTo(Visibility.SIDE_BY_SIDE);
        assertThat(Visibility.of(-300)).isEqualTo(Visibility.AT_ONCE);
        assertThat(Visibility.named("not seen")).contains(Visibility.NOT_SEEN);
    }

    private static double score(String fault) {
        return Ssimulacra2.from(picture(BASE), SRGB, 2).score(picture(faulty(fault)), SRGB);
    }

    private static byte[] base() {
        return filled((i, band) -> {
            double x = i % SIZE.width();
            double y = i / SIZE.width();
            double value =
                    switch (band) {
                        case 0 -> 128 + 100 * Math.sin(x / 17) * Math.cos(y / 23);
                        case 1 -> 128 + 90 * Math.sin((x + 2 * y) / 31) + 20 * Math.sin(x * 1.3) * Math.sin(y * 0.9);
                        default -> (x * 3 + y * 2) % 256;
                    };
            return (int) Math.floor(Math.max(0, Math.min(255, value)));
        });
    }

    private static byte[] faulty(String fault) {
        String kind = fault.split(" ")[0];
        return filled((i, band) -> {
            int at = 3 * i + band;
            int value = BASE[at] & 0xff;
            return switch (kind) {
                case "noise" -> {
                    double random = (at * 2654435761L % 4294967296L >> 16) / 65536.0 - 0.5;
                    yield value + (int) Math.floor(random * 2 * Integer.parseInt(fault.substring(6)));
                }
                case "blocks" -> at(i % SIZE.width() / 8 * 8, i / SIZE.width() / 8 * 8, band);
                case "bands" -> value / 16 * 16 + 8;
                case "shift" -> band == 0 ? value + 6 : value;
                case "fewer" -> value / 64 * 64 + 32;
                case "blur" -> {
                    int x = i % SIZE.width();
                    int y = i / SIZE.width();
                    yield (at(x - 1, y, band) + at(x + 1, y, band) + at(x, y - 1, band) + at(x, y + 1, band)) / 4;
                }
                default -> value;
            };
        });
    }

    private static int at(int x, int y, int band) {
        int column = Math.max(0, Math.min(SIZE.width() - 1, x));
        int row = Math.max(0, Math.min(SIZE.height() - 1, y));
        return BASE[3 * (row * SIZE.width() + column) + band] & 0xff;
    }

    private static byte[] filled(IntBinaryOperator value) {
        byte[] samples = new byte[3 * (int) SIZE.pixels()];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (byte) Math.max(0, Math.min(255, value.applyAsInt(i / 3, i % 3)));
        }
        return samples;
    }

    private static Pixels picture(byte[] samples) {
        return Pixels.of8(SIZE, 3, false, samples);
    }

    private static Pixels wide(Pixels eight) {
        short[] samples = new short[eight.bytes().length];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (short) ((eight.bytes()[i] & 0xff) * 257);
        }
        return Pixels.of16(eight.size(), 3, false, samples);
    }
}
