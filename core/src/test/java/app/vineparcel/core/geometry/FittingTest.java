package app.vineparcel.core.geometry;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class FittingTest {

    private static final PixelSize LANDSCAPE = new PixelSize(6000, 4000);

    private static Framing frame(Sizing sizing, PixelSize piece) {
        return new Fitting(Optional.empty(), sizing, false).frame(piece, FocalPoint.CENTRE);
    }

    @ParameterizedTest
    @CsvSource({
        "LONG, 2048, 2048, 1365",
        "SHORT, 1000, 1500, 1000",
        "WIDTH, 400, 400, 267",
        "HEIGHT, 400, 600, 400",
        "LONG, 9000, 6000, 4000",
    })
    void one_edge_is_given_and_the_other_follows(Sizing.Side side, int px, int width, int height) {
        assertThat(frame(new Sizing.Edge(side, px), LANDSCAPE).content()).isEqualTo(new PixelSize(width, height));
    }

    @Test
    void enlarges_only_when_asked() {
        PixelSize small = new PixelSize(300, 200);
        Sizing large = new Sizing.Edge(Sizing.Side.LONG, 900);
        assertThat(frame(large, small).content()).isEqualTo(small);
        assertThat(new Fitting(Optional.empty(), large, true)
                        .frame(small, FocalPoint.CENTRE)
                        .content())
                .isEqualTo(new PixelSize(900, 600));
    }

    @Test
    void inside_shows_the_whole_piece() {
        Framing framing = frame(new Sizing.Boxed(Sizing.BoxFit.INSIDE, 1000, 1000), LANDSCAPE);
        assertThat(framing.content()).isEqualTo(new PixelSize(1000, 667));
        assertThat(framing.crop().isWholeOf(LANDSCAPE)).isTrue();
    }

    @ParameterizedTest
    @CsvSource({"0.5, 1000", "0, 0", "0.2, 0", "0.9, 2000", "0.4, 400"})
    void fills_the_box_about_the_focal_point(double focus, double left) {
        Framing framing = new Fitting(Optional.empty(), new Sizing.Boxed(Sizing.BoxFit.FILL, 1080, 1080), false)
                .frame(LANDSCAPE, new FocalPoint(focus, 0.5));
        assertThat(framing.content()).isEqualTo(new PixelSize(1080, 1080));
        assertThat(framing.crop()).isEqualTo(new Box(left, 0, 4000, 4000));
    }

    @Test
    void fill_of_a_small_piece_keeps_the_aspect_and_its_pixels() {
        Framing framing = frame(new Sizing.Boxed(Sizing.BoxFit.FILL, 1080, 1080), new PixelSize(800, 600));
        assertThat(framing.content()).isEqualTo(new PixelSize(600, 600));
        assertThat(framing.crop()).isEqualTo(new Box(100, 0, 600, 600));
    }

    @Test
    void pads_to_exactly_the_box() {
        Framing framing = frame(new Sizing.Boxed(Sizing.BoxFit.PAD, 1000, 1000), LANDSCAPE);
        assertThat(framing.canvas()).isEqualTo(new PixelSize(1000, 1000));
        assertThat(framing.content()).isEqualTo(new PixelSize(1000, 667));
        assertThat(framing.left()).isZero();
        assertThat(framing.top()).isEqualTo(166);
    }

    @Test
    void paper_sizes_become_pixels() {
        Sizing a4 = new Sizing.Print(Sizing.BoxFit.FILL, 210, 297, LengthUnit.MM, 300);
        assertThat(frame(a4, LANDSCAPE).content()).isEqualTo(new PixelSize(2480, 3508));
        assertThat(frame(new Sizing.Print(Sizing.BoxFit.INSIDE, 4, 6, LengthUnit.IN, 150), LANDSCAPE)
                        .content())
                .isEqualTo(new PixelSize(600, 400));
    }

    @Test
    void crops_to_the_aspect_first_and_fills_within_it() {
        Fitting fitting =
                new Fitting(Optional.of(new Aspect(1, 1)), new Sizing.Boxed(Sizing.BoxFit.FILL, 500, 1000), false);
        Framing framing = fitting.frame(LANDSCAPE, new FocalPoint(0.75, 0.5));
        assertThat(framing.crop()).isEqualTo(new Box(3500, 0, 2000, 4000));
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void never_leaves_the_piece_nor_the_box_nor_enlarges(long seed) {
        Random random = new Random(seed);
        for (int i = 0; i < 2000; i++) {
            PixelSize piece =
                    new PixelSize(1 + random.nextInt(random.nextBoolean() ? 8000 : 5), 1 + random.nextInt(8000));
            int width = 1 + random.nextInt(3000);
            int height = 1 + random.nextInt(3000);
            Sizing.BoxFit fit = Sizing.BoxFit.values()[random.nextInt(4)];
            Framing framing = new Fitting(Optional.empty(), new Sizing.Boxed(fit, width, height), false)
                    .frame(piece, new FocalPoint(random.nextDouble(), random.nextDouble()));
            Box crop = framing.crop();
            assertThat(crop.x()).isGreaterThanOrEqualTo(0);
            assertThat(crop.y()).isGreaterThanOrEqualTo(0);
            assertThat(crop.x() + crop.width()).isLessThanOrEqualTo(piece.width() + 1e-6);
            assertThat(crop.y() + crop.height()).isLessThanOrEqualTo(piece.height() + 1e-6);
            assertThat(framing.canvas().width()).isLessThanOrEqualTo(width);
            assertThat(framing.canvas().height()).isLessThanOrEqualTo(height);
            assertThat(framing.content().width()).isLessThanOrEqualTo((int) Math.max(1, Math.round(crop.width())));
            assertThat(framing.content().height()).isLessThanOrEqualTo((int) Math.max(1, Math.round(crop.height())));
        }
    }

    @Test
    void a_crop_that_somebody_placed_is_as_tight_and_lies_where_it_was_put() {
        Fitting square = new Fitting(Optional.of(new Aspect(1, 1)), new Sizing.Edge(Sizing.Side.LONG, 500), false);
        CropPlace half = new CropPlace(new FocalPoint(0.5, 0.25), 0.5);
        assertThat(square.frame(Extent.of(LANDSCAPE), half).crop()).isEqualTo(new Box(2000, 0, 2000, 2000));
        assertThat(square.frame(Extent.of(LANDSCAPE), new CropPlace(new FocalPoint(1, 1), 0.5))
                        .crop())
                .as("never beyond the edges")
                .isEqualTo(new Box(4000, 2000, 2000, 2000));
        Fitting filled = new Fitting(Optional.empty(), new Sizing.Boxed(Sizing.BoxFit.FILL, 300, 200), false);
        assertThat(filled.frame(Extent.of(LANDSCAPE), half).crop()).isEqualTo(new Box(1500, 0, 3000, 2000));
        assertThat(filled.cropsTo().orElseThrow().word()).isEqualTo("1.500");
        Fitting whole = new Fitting(Optional.empty(), new Sizing.Edge(Sizing.Side.LONG, 500), false);
        assertThat(whole.cropsTo()).isEmpty();
        assertThat(whole.frame(Extent.of(LANDSCAPE), half).crop())
                .as("what is not cropped is not placed")
                .isEqualTo(LANDSCAPE.box());
    }
}
