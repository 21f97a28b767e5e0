package app.vineparcel.core.colour;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.stream.Stream;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** What holds for every space of light: published matrices, round trips, and what is refused. */
class ColourLawsTest {

    private static final double[] RED = {0.64, 0.33};
    private static final double[] GREEN = {0.30, 0.60};
    private static final double[] BLUE = {0.15, 0.06};

    private static LinearSpace rgb(TransferCurve red, TransferCurve green, TransferCurve blue) {
        LinearSpace space = LinearSpace.ofPrimaries(RED, GREEN, BLUE, WhitePoint.D65, red);
        return LinearSpace.ofColorants(space.toXyz(), List.of(red, green, blue));
    }

    /** sRGB's primaries under D50 by Bradford, as IEC 61966-2-1 amendment 1 and common tables have them. */
    @Test
    void primaries_become_the_published_matrix() {
        Matrix matrix = LinearSpace.ofPrimaries(RED, GREEN, BLUE, WhitePoint.D65, TransferCurve.LINEAR)
                .toXyz();
        double[][] published = {
            {0.4360747, 0.3850649, 0.1430804}, {0.2225045, 0.7168786, 0.0606169}, {0.0139322, 0.0971045, 0.7141733}
        };
        for (int i = 0; i < 9; i++) {
            assertThat(matrix.at(i / 3, i % 3)).isCloseTo(published[i / 3][i % 3], within(3e-4));
        }
        assertThat(matrix.times(1, 1, 1)).containsExactly(WhitePoint.d50(), within(1e-12));
    }

    @Test
    void bradford_takes_white_to_white() {
        Matrix adapted = WhitePoint.D65.toD50();
        assertThat(adapted.times(WhitePoint.D65.xyz())).containsExactly(WhitePoint.d50(), within(1e-9));
        assertThat(WhitePoint.D65.xyz()).containsExactly(new double[] {0.95046, 1, 1.08906}, within(1e-5));
        // the diagonal of the usual table of Bradford from D65 to D50
        assertThat(adapted.at(0, 0)).isCloseTo(1.0478, within(5e-4));
        assertThat(adapted.at(1, 1)).isCloseTo(0.9905, within(5e-4));
        assertThat(adapted.at(2, 2)).isCloseTo(0.7521, within(5e-4));
    }

    @ParameterizedTest
    @CsvSource({"1, 100", "0.1842, 50.0", "0.5, 76.07", "0.008, 7.226", "0, 0"})
    void lightness_is_that_of_cie_1976(double y, double l) {
        double[] white = WhitePoint.d50();
        Lab grey = Lab.ofXyz(new double[] {y * white[0], y, y * white[2]});
        assertThat(grey.l()).isCloseTo(l, within(0.01));
        assertThat(grey.a()).isCloseTo(0, within(1e-9));
        assertThat(grey.b()).isCloseTo(0, within(1e-9));
    }

    @ParameterizedTest
    @CsvSource({"50, 40, -30", "96, -20, 80", "4, 1, -2", "2, -3, 1", "75, 0, 0", "30, -60, 20"})
    void lab_goes_to_xyz_and_back(double l, double a, double b) {
        Lab back = Lab.ofXyz(new Lab(l, a, b).xyz());
        assertThat(back.l()).isCloseTo(l, within(1e-9));
        assertThat(back.a()).isCloseTo(a, within(1e-9));
        assertThat(back.b()).isCloseTo(b, within(1e-9));
    }

    /** sRGB red, green and blue under D50, as colour tables have them. */
    @ParameterizedTest
    @CsvSource({"0, 54.29, 80.81, 69.89", "1, 87.82, -79.27, 80.99", "2, 29.57, 68.30, -112.03"})
    void primaries_of_srgb_have_their_usual_lab(int band, double l, double a, double b) {
        double[] light = new double[3];
        light[band] = 1;
        Lab lab = Lab.ofXyz(BuiltInProfile.SRGB.space().toXyz().times(light));
        assertThat(lab.differenceTo(new Lab(l, a, b))).isLessThan(0.1);
    }

    @Test
    void spaces_look_alike_within_half_a_code() {
        TransferCurve gamma = new PowerCurve(2.2);
        LinearSpace space = rgb(gamma, gamma, gamma);
        assertThat(space.looksLike(space)).isTrue();
        assertThat(space.looksLike(space.withCurve(new PowerCurve(2.206)))).isTrue();
        assertThat(space.looksLike(space.withCurve(new PowerCurve(2.23)))).isFalse();
        TransferCurve other = new PowerCurve(1.8);
        assertThat(space.looksLike(rgb(other, gamma, gamma))).isFalse();
        assertThat(space.looksLike(rgb(gamma, other, gamma))).isFalse();
        assertThat(space.looksLike(rgb(gamma, gamma, other))).isFalse();
        assertThat(space.looksLike(
                        LinearSpace.ofPrimaries(RED, new double[] {0.21, 0.71}, BLUE, WhitePoint.D65, gamma)))
                .isFalse();
        assertThat(LinearSpace.ofPrimaries(RED, new double[] {0.21, 0.71}, BLUE, WhitePoint.D65, gamma)
                        .looksLike(space))
                .isFalse();
        LinearSpace grey = LinearSpace.grey(gamma);
        assertThat(grey.looksLike(space)).isFalse();
        assertThat(space.looksLike(grey)).isFalse();
        assertThat(grey.looksLike(LinearSpace.grey(new PowerCurve(2.206)))).isTrue();
        assertThat(grey.looksLike(LinearSpace.grey(other))).isFalse();
    }

    /** Close to black a power is steep: the codes differ by more than half of one, the light by nothing that counts. */
    @Test
    void what_differs_only_in_the_last_shade_of_black_looks_alike() {
        TransferCurve plain = new SampledCurve(new double[] {0, 0.00001, 0.2, 0.4, 0.6, 0.7, 0.8, 0.9, 1});
        TransferCurve lower = new SampledCurve(new double[] {0, 0.00009, 0.2, 0.4, 0.6, 0.7, 0.8, 0.9, 1});
        TransferCurve higher = new SampledCurve(new double[] {0, 0.02, 0.2, 0.4, 0.6, 0.7, 0.8, 0.9, 1});
        assertThat(LinearSpace.grey(plain).looksLike(LinearSpace.grey(lower))).isTrue();
        assertThat(LinearSpace.grey(plain).looksLike(LinearSpace.grey(higher))).isFalse();
    }

    @Test
    void full_light_on_another_medium_is_its_white() {
        double[] paper = {0.84, 0.88, 0.70};
        TransferCurve gamma = new PowerCurve(2.2);
        LinearSpace space = rgb(gamma, gamma, gamma);
        assertThat(space.underWhite(paper).toXyz().times(1, 1, 1)).containsExactly(paper, within(1e-9));
        assertThat(space.underWhite(paper).to(space.underWhite(paper)).isCloseToIdentity(1e-9))
                .isTrue();
        LinearSpace grey = LinearSpace.grey(gamma);
        assertThat(grey.underWhite(paper).toXyz().times(1)).containsExactly(paper, within(1e-9));
        assertThat(grey.to(grey.underWhite(paper)).at(0, 0)).isCloseTo(1 / 0.88, within(1e-9));
    }

    @Test
    void a_matrix_times_its_inverse_changes_nothing() {
        Matrix matrix = Matrix.ofRows(new double[] {2, 1, 0}, new double[] {-1, 3, 5}, new double[] {4, 0, 7});
        assertThat(matrix.times(matrix.inverse()).isCloseToIdentity(1e-12)).isTrue();
        assertThat(matrix.inverse().at(0, 0)).isCloseTo(21 / 69.0, within(1e-12));
        assertThat(matrix.inverse().at(2, 1)).isCloseTo(4 / 69.0, within(1e-12));
        assertThat(matrix.isCloseToIdentity(0.5)).isFalse();
        assertThat(Matrix.diagonal(1, 1.1, 1).isCloseToIdentity(0.2)).isTrue();
        assertThat(Matrix.diagonal(1, 1.1, 1).isCloseToIdentity(0.05)).isFalse();
        assertThat(Matrix.ofRows(new double[] {1, 0, 0.1}, new double[] {0, 1, 0}, new double[] {0, 0, 1})
                        .isCloseToIdentity(0.05))
                .isFalse();
        assertThat(Matrix.ofRows(new double[] {1, 0, 0}, new double[] {0, 1, 0}).isCloseToIdentity(0.05))
                .isFalse();
    }

    @Test
    void a_sampled_curve_with_a_flat_end_turns_round_at_its_first_full_light() {
        SampledCurve curve = new SampledCurve(new double[] {0.1, 0.2, 0.15, 0.8, 0.8});
        assertThat(curve.linear(0.5)).isEqualTo(0.2);
        assertThat(curve.linear(-1)).isEqualTo(0.1);
        assertThat(curve.linear(7)).isEqualTo(0.8);
        assertThat(curve.linear(0.625)).isCloseTo(0.5, within(1e-12));
        assertThat(curve.encoded(0.8)).isEqualTo(0.75);
        assertThat(curve.encoded(0.9)).isEqualTo(0.75);
        assertThat(curve.encoded(0.1)).isZero();
        assertThat(curve.encoded(0)).isZero();
        assertThat(curve.encoded(0.5)).isCloseTo(0.625, within(1e-12));
        assertThat(curve.encoded(0.15)).isCloseTo(0.125, within(1e-12));
        assertThat(new SampledCurve(new double[] {0, 1}).linear(0.3)).isEqualTo(0.3);
        assertThat(new SampledCurve(new double[] {0.5, 0.5}).encoded(0.9)).isZero();
    }

    /** ICC.1:2022, table 68: the toe, the joint and the power, with offsets and without a toe. */
    @Test
    void a_segmented_curve_is_straight_below_its_joint_and_a_power_above() {
        SegmentedCurve curve = new SegmentedCurve(2, 1, 0.5, 0.5, 0.4, 0.01, 0.02);
        assertThat(curve.linear(0.2)).isCloseTo(0.12, within(1e-12));
        assertThat(curve.linear(0.4)).isCloseTo(0.82, within(1e-12));
        assertThat(curve.linear(0.5)).isCloseTo(1.01, within(1e-12));
        assertThat(curve.encoded(0.12)).isCloseTo(0.2, within(1e-12));
        assertThat(curve.encoded(1.01)).isCloseTo(0.5, within(1e-12));
        assertThat(curve.encoded(0.01)).isZero();
        assertThat(new SegmentedCurve(2, 1, -2, 0, 0, 0.1, 0).linear(0.5)).isEqualTo(0.1);
        SegmentedCurve noToe = new SegmentedCurve(2, 1, -0.1, 0, 0.1, 0.2, 0.2);
        assertThat(noToe.linear(0.05)).isEqualTo(0.2);
        assertThat(noToe.encoded(0.1)).isZero();
        assertThat(noToe.encoded(0.36)).isCloseTo(0.5, within(1e-12));
    }

    static Stream<ThrowingCallable> impossible() {
        return Stream.of(
                () -> new SampledCurve(new double[] {0}),
                () -> new SegmentedCurve(0, 1, 0, 0, 0),
                () -> new SegmentedCurve(1, 0, 0, 0, 0),
                () -> new PowerCurve(0),
                () -> new PowerCurve(100),
                () -> Matrix.ofRows(new double[] {1, 2, 3}, new double[] {2, 4, 6}, new double[] {0, 1, 1})
                        .inverse(),
                () -> new IccProfileBuilder(
                                "sampled", LinearSpace.grey(new SampledCurve(new double[] {0, 0.3, 1})), WhitePoint.D65)
                        .build(),
                () -> new IccProfileBuilder(
                                "offset", LinearSpace.grey(new SegmentedCurve(2, 1, 0, 1, 0, 0, 0.1)), WhitePoint.D65)
                        .build());
    }

    @ParameterizedTest
    @MethodSource("impossible")
    void what_cannot_be_is_refused(ThrowingCallable made) {
        assertThatThrownBy(made).isInstanceOf(IllegalArgumentException.class);
    }
}
