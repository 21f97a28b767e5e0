package app.vineparcel.core.raster;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.Lab;
import app.vineparcel.core.geometry.PixelSize;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Colours through the real path of pixels against a reference of its own: formulas of the standards in double precision, written out here
 * without tables, and without anything of the code that is measured but ΔE2000 itself, which has published pairs of its own.
 */
class ColourAccuracyTest {

    private static final int STEPS = 9;

    /** Primaries, white and curves as the standards print them. */
    private record Reference(double[][] toXyz, DoubleUnaryOperator decode) {

        double[] xyz(double... encoded) {
            double[] light = {
                decode.applyAsDouble(encoded[0]), decode.applyAsDouble(encoded[1]), decode.applyAsDouble(encoded[2])
            };
            return times(toXyz, light);
        }

        boolean holds(double[] xyz) {
            for (double light : solve(toXyz, xyz)) {
                if (light < -1e-9 || light > 1 + 1e-9) {
                    return false;
                }
            }
            return true;
        }
    }

    private static final double[] D50 = {0.9642, 1, 0.8249};
    private static final double[][] CONES = {
        {0.8951, 0.2664, -0.1614}, {-0.7502, 1.7135, 0.0367}, {0.0389, -0.0685, 1.0296}
    };

    private static Reference reference(BuiltInProfile profile) {
        double[] d65 = {0.3127, 0.3290};
        return switch (profile) {
            case SRGB -> of(d65, ColourAccuracyTest::srgb, 0.64, 0.33, 0.30, 0.60, 0.15, 0.06);
            case DISPLAY_P3 -> of(d65, ColourAccuracyTest::srgb, 0.680, 0.320, 0.265, 0.690, 0.150, 0.060);
            case ADOBE_RGB_COMPATIBLE -> of(d65, v -> Math.pow(v, 2.19921875), 0.64, 0.33, 0.21, 0.71, 0.15, 0.06);
            case ROMM_RGB ->
                of(
                        new double[] {0.3457, 0.3585},
                        v -> v < 16 * 0.001953125 ? v / 16 : Math.pow(v, 1.8),
                        0.7347,
                        0.2653,
                        0.1596,
                        0.8404,
                        0.0366,
                        0.0001);
            case REC_2020 -> of(d65, ColourAccuracyTest::bt2020, 0.708, 0.292, 0.170, 0.797, 0.131, 0.046);
            case GREY_22 -> throw new IllegalArgumentException("grey has no primaries");
        };
    }

    private static double srgb(double v) {
        return v <= 0.04045 ? v / 12.92 : Math.pow((v + 0.055) / 1.055, 2.4);
    }

    private static double bt2020(double v) {
        double alpha = 1.0993;
        double beta = 0.0181;
        return v < 4.5 * beta ? v / 4.5 : Math.pow((v + alpha - 1) / alpha, 1 / 0.45);
    }

    private static Reference of(double[] white, DoubleUnaryOperator decode, double... xy) {
        double[][] mixture = new double[3][3];
        for (int p = 0; p < 3; p++) {
            mixture[0][p] = xy[2 * p] / xy[2 * p + 1];
            mixture[1][p] = 1;
            mixture[2][p] = (1 - xy[2 * p] - xy[2 * p + 1]) / xy[2 * p + 1];
        }
        double[] whiteXyz = {white[0] / white[1], 1, (1 - white[0] - white[1]) / white[1]};
        double[] amounts = solve(mixture, whiteXyz);
        double[] from = times(CONES, whiteXyz);
        double[] to = times(CONES, D50);
        double[][] adapted = new double[3][3];
        for (int p = 0; p < 3; p++) {
            double[] cones = times(
                    CONES,
                    new double[] {mixture[0][p] * amounts[p], mixture[1][p] * amounts[p], mixture[2][p] * amounts[p]});
            for (int i = 0; i < 3; i++) {
                cones[i] *= to[i] / from[i];
            }
            double[] xyz = solve(CONES, cones);
            for (int i = 0; i < 3; i++) {
                adapted[i][p] = xyz[i];
            }
        }
        return new Reference(adapted, decode);
    }

    private static double[] times(double[][] m, double[] v) {
        double[] product = new double[3];
        for (int i = 0; i < 3; i++) {
            product[i] = m[i][0] * v[0] + m[i][1] * v[1] + m[i][2] * v[2];
        }
        return product;
    }

    /** By Cramer's rule. */
    private static double[] solve(double[][] m, double[] v) {
        double[] solution = new double[3];
        for (int column = 0; column < 3; column++) {
            double[][] swapped = new double[3][];
            for (int row = 0; row < 3; row++) {
                swapped[row] = m[row].clone();
                swapped[row][column] = v[row];
            }
            solution[column] = determinant(swapped) / determinant(m);
        }
        return solution;
    }

    private static double determinant(double[][] m) {
        return m[0][0] * (m[1][1] * m[2][2] - m[1][2] * m[2][1])
                - m[0][1] * (m[1][0] * m[2][2] - m[1][2] * m[2][0])
                + m[0][2] * (m[1][0] * m[2][1] - m[1][1] * m[2][0]);
    }

    static Stream<Arguments> pairs() {
        List<Arguments> pairs = new ArrayList<>();
        for (BuiltInProfile from : BuiltInProfile.values()) {
            for (BuiltInProfile to : BuiltInProfile.values()) {
                if (from != BuiltInProfile.GREY_22 && to != BuiltInProfile.GREY_22) {
                    pairs.add(Arguments.of(from, to, 16, 0.1, 0.3));
                    if (to.ordinal() <= BuiltInProfile.ADOBE_RGB_COMPATIBLE.ordinal()) {
                        pairs.add(Arguments.of(from, to, 8, 0.3, 1.0));
                    }
                }
            }
        }
        return pairs.stream();
    }

    @ParameterizedTest
    @MethodSource("pairs")
    void colours_arrive_as_the_same_colours(
            BuiltInProfile from, BuiltInProfile to, int depth, double median, double most) {
        short[] grid = new short[STEPS * STEPS * STEPS * 3];
        for (int i = 0; i < STEPS * STEPS * STEPS; i++) {
            grid[3 * i] = (short) (i / STEPS / STEPS * 65535 / (STEPS - 1));
            grid[3 * i + 1] = (short) (i / STEPS % STEPS * 65535 / (STEPS - 1));
            grid[3 * i + 2] = (short) (i % STEPS * 65535 / (STEPS - 1));
        }
        Pixels source = Pixels.of16(new PixelSize(STEPS * STEPS, STEPS), 3, false, grid);
        Pixels out = Encoding.between(from.space(), to.space(), depth, Optional.empty())
                .apply(LinearisedPixels.of(source, from.space()), 1)
                .pixels();
        List<Double> differences = new ArrayList<>();
        for (int i = 0; i < STEPS * STEPS * STEPS; i++) {
            double[] wanted = reference(from).xyz(value(source, i, 0), value(source, i, 1), value(source, i, 2));
            if (reference(to).holds(wanted)) {
                double[] got = reference(to).xyz(value(out, i, 0), value(out, i, 1), value(out, i, 2));
                differences.add(Lab.ofXyz(wanted).differenceTo(Lab.ofXyz(got)));
            }
        }
        Collections.sort(differences);
        assertThat(differences).hasSizeGreaterThan(60);
        assertThat(differences.get(differences.size() / 2)).as("median").isLessThanOrEqualTo(median);
        assertThat(differences.get(differences.size() - 1)).as("most").isLessThanOrEqualTo(most);
    }

    private static double value(Pixels pixels, int pixel, int band) {
        int width = pixels.size().width();
        return pixels.sample(pixel % width, pixel / width, band) / (pixels.levels() - 1.0);
    }

    /** Of Display P3's pure colours and white, red, green and blue lie outside sRGB; of 16 pixels those are 12. */
    @Test
    void the_share_that_the_gamut_clips_is_measured() {
        int[] colours = {0xff0000, 0x00ff00, 0x0000ff, 0xffffff};
        Pixels p3 = app.vineparcel.core.testing.Pictures.rgb(4, 4, (x, y) -> colours[x]);
        LinearRows light = LinearisedPixels.of(p3, BuiltInProfile.DISPLAY_P3.space());
        assertThat(clipped(light, BuiltInProfile.DISPLAY_P3, BuiltInProfile.SRGB))
                .isEqualTo(0.75);
        assertThat(clipped(light, BuiltInProfile.DISPLAY_P3, BuiltInProfile.REC_2020))
                .isZero();
        assertThat(clipped(light, BuiltInProfile.DISPLAY_P3, BuiltInProfile.DISPLAY_P3))
                .isZero();
    }

    private static double clipped(LinearRows light, BuiltInProfile from, BuiltInProfile to) {
        double eight = Encoding.between(from.space(), to.space(), 8, Optional.empty())
                .apply(light, 1)
                .clipped();
        assertThat(Encoding.between(from.space(), to.space(), 16, Optional.empty())
                        .apply(light, 1)
                        .clipped())
                .isEqualTo(eight);
        return eight;
    }

    /** A grey between two codes: dithered, the mean of an area is the value itself, and every pixel is one of the two. */
    @Test
    void dithering_keeps_the_mean_and_the_grey() {
        for (int code : new int[] {20_000, 20_064, 20_128, 40_321}) {
            short[] samples = new short[64 * 64 * 3];
            java.util.Arrays.fill(samples, (short) code);
            Pixels fine = Pixels.of16(new PixelSize(64, 64), 3, false, samples);
            var srgb = BuiltInProfile.SRGB.space();
            Pixels coarse = Encoding.between(srgb, srgb, 8, Optional.empty())
                    .dithered()
                    .apply(LinearisedPixels.of(fine, srgb), 1)
                    .pixels();
            double sum = 0;
            for (int i = 0; i < 64 * 64; i++) {
                int value = coarse.sample(i % 64, i / 64, 0);
                assertThat(value).isBetween(code / 257, code / 257 + 1);
                assertThat(coarse.sample(i % 64, i / 64, 1)).isEqualTo(value);
                assertThat(coarse.sample(i % 64, i / 64, 2)).isEqualTo(value);
                sum += value;
            }
            assertThat(sum / (64 * 64)).isBetween(code / 257.0 - 0.02, code / 257.0 + 0.02);
        }
    }
}
