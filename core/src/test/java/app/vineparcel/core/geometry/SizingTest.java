package app.vineparcel.core.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.vineparcel.core.geometry.Sizing.BoxFit;
import app.vineparcel.core.geometry.Sizing.Side;
import java.util.stream.Stream;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class SizingTest {

    /** What is asked for at 1x, and the same at 2x and at half. */
    static Stream<Sizing[]> ladders() {
        return Stream.of(
                new Sizing[] {new Sizing.Original(), new Sizing.Scaled(2), new Sizing.Scaled(0.5)},
                new Sizing[] {
                    new Sizing.Edge(Side.LONG, 301), new Sizing.Edge(Side.LONG, 602), new Sizing.Edge(Side.LONG, 151)
                },
                new Sizing[] {
                    new Sizing.Boxed(BoxFit.PAD, 30, 1),
                    new Sizing.Boxed(BoxFit.PAD, 60, 2),
                    new Sizing.Boxed(BoxFit.PAD, 15, 1)
                },
                new Sizing[] {new Sizing.Scaled(40), new Sizing.Scaled(64), new Sizing.Scaled(20)},
                new Sizing[] {new Sizing.Megapixels(300), new Sizing.Megapixels(1000), new Sizing.Megapixels(75)},
                new Sizing[] {
                    new Sizing.Print(BoxFit.FILL, 10, 20, LengthUnit.CM, 150),
                    new Sizing.Print(BoxFit.FILL, 10, 20, LengthUnit.CM, 300),
                    new Sizing.Print(BoxFit.FILL, 10, 20, LengthUnit.CM, 75)
                });
    }

    @ParameterizedTest
    @MethodSource("ladders")
    void a_density_multiplies_pixels_and_leaves_shapes_of_sizes_alone(Sizing once, Sizing twice, Sizing half) {
        assertThat(once.times(1)).isEqualTo(once);
        assertThat(once.times(2)).isEqualTo(twice);
        assertThat(once.times(0.5)).isEqualTo(half);
    }

    @Test
    void paper_becomes_pixels() {
        Sizing.Print postcard = new Sizing.Print(BoxFit.FILL, 148, 105, LengthUnit.MM, 300);
        assertThat(postcard.inPixels()).isEqualTo(new Sizing.Boxed(BoxFit.FILL, 1748, 1240));
        assertThat(postcard.exactPixels().width()).isEqualTo(148 / 25.4 * 300);
        assertThat(new Sizing.Print(BoxFit.PAD, 0.001, 0.001, LengthUnit.MM, 72).inPixels())
                .isEqualTo(new Sizing.Boxed(BoxFit.PAD, 1, 1));
    }

    static Stream<ThrowingCallable> impossible() {
        return Stream.of(
                () -> new Sizing.Edge(Side.LONG, 0),
                () -> new Sizing.Boxed(BoxFit.PAD, 0, 1),
                () -> new Sizing.Boxed(BoxFit.PAD, 1, 0),
                () -> new Sizing.Scaled(0),
                () -> new Sizing.Scaled(64.1),
                () -> new Sizing.Megapixels(0),
                () -> new Sizing.Megapixels(1000.1),
                () -> new Sizing.Print(BoxFit.PAD, 0, 1, LengthUnit.MM, 300),
                () -> new Sizing.Print(BoxFit.PAD, 1, 0, LengthUnit.MM, 300),
                () -> new Sizing.Print(BoxFit.PAD, 1, 1, LengthUnit.MM, 0));
    }

    @ParameterizedTest
    @MethodSource("impossible")
    void impossible_sizes_are_refused(ThrowingCallable size) {
        assertThatThrownBy(size).isInstanceOf(IllegalArgumentException.class);
    }
}
