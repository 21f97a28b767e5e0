package app.vineparcel.core.codec;

import app.vineparcel.core.Notice;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.raster.Pixels;
import java.util.List;
import java.util.Optional;

/**
 * A decoded picture, as stored: not turned upright, not converted.
 *
 * @param pixels the samples
 * @param model what their colour bands stand for
 * @param implied what the numbers mean where it is not the embedded profile that says so
 * @param notices what was found while decoding
 */
public record Decoded(Pixels pixels, ColourModel model, Optional<IccProfile> implied, List<Notice> notices) {

    public Decoded {
        if (pixels.colourBands() != model.bands()) {
            throw new IllegalArgumentException(model + " does not have " + pixels.colourBands() + " bands");
        }
        notices = List.copyOf(notices);
    }

    /** Pixels about which nothing else is to be said. */
    public Decoded(Pixels pixels, ColourModel model) {
        this(pixels, model, Optional.empty(), List.of());
    }

    /** Grey or RGB, told by the number of bands. */
    public static Decoded plain(Pixels pixels) {
        return new Decoded(pixels, pixels.colourBands() == 1 ? ColourModel.GREY : ColourModel.RGB);
    }

    /** The same with more to be said. */
    public Decoded with(List<Notice> more) {
        return new Decoded(pixels, model, implied, more);
    }

    /** The same under a profile that the format implies. */
    Decoded under(Optional<IccProfile> profile) {
        return new Decoded(pixels, model, profile, notices);
    }
}
