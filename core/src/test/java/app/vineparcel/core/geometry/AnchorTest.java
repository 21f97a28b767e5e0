package app.vineparcel.core.geometry;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

class AnchorTest {

    /** Whatever fits between its insets lies between them, and opposite anchors mirror one another. */
    @Test
    void things_lie_within_their_insets() {
        Random random = new Random(12);
        for (int i = 0; i < 2000; i++) {
            PixelSize picture = new PixelSize(50 + random.nextInt(500), 50 + random.nextInt(500));
            int inset = random.nextInt(10);
            PixelSize thing = new PixelSize(1 + random.nextInt(29), 1 + random.nextInt(29));
            for (Anchor anchor : Anchor.values()) {
                int left = anchor.left(picture, thing, inset);
                int top = anchor.top(picture, thing, inset);
                assertThat(left).isBetween(inset, picture.width() - inset - thing.width());
                assertThat(top).isBetween(inset, picture.height() - inset - thing.height());
                Anchor opposite = Anchor.values()[Anchor.values().length - 1 - anchor.ordinal()];
                int mirrored = picture.width() - thing.width() - opposite.left(picture, thing, inset);
                assertThat(mirrored).isBetween(left - 1, left + 1);
            }
        }
    }

    @Test
    void words_are_those_of_the_recipe_file() {
        assertThat(Anchor.BOTTOM_RIGHT.word()).isEqualTo("bottom-right");
        assertThat(Anchor.CENTRE.word()).isEqualTo("centre");
    }

    /** The focal point decides what is shown and never how large it is: that is what lets the plan be made before any pixel is read. */
    @Test
    void sizes_do_not_depend_on_the_focal_point() {
        Random random = new Random(13);
        for (int i = 0; i < 2000; i++) {
            PixelSize piece = new PixelSize(1 + random.nextInt(4000), 1 + random.nextInt(4000));
            Sizing sizing = new Sizing.Boxed(
                    Sizing.BoxFit.values()[random.nextInt(4)], 1 + random.nextInt(2000), 1 + random.nextInt(2000));
            Optional<Aspect> crop = random.nextBoolean()
                    ? Optional.of(new Aspect(1 + random.nextInt(9), 1 + random.nextInt(9)))
                    : Optional.empty();
            Fitting fitting = new Fitting(crop, sizing, random.nextBoolean());
            Framing middle = fitting.frame(piece, FocalPoint.CENTRE);
            Framing elsewhere = fitting.frame(piece, new FocalPoint(random.nextDouble(), random.nextDouble()));
            assertThat(elsewhere.content()).isEqualTo(middle.content());
            assertThat(elsewhere.canvas()).isEqualTo(middle.canvas());
            assertThat(elsewhere.crop().x()).isGreaterThanOrEqualTo(0);
            assertThat(elsewhere.crop().x() + elsewhere.crop().width()).isLessThanOrEqualTo(piece.width() + 1e-6);
        }
    }
}
