package app.vineparcel.core.codec;

import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.raster.Pixels;

/**
 * A decoded picture, as stored: not turned upright, not converted.
 *
 * @param pixels the samples
 * @param model what their colour bands stand for
 */
public record Decoded(Pixels pixels, ColourModel model) {

    public Decoded {
        if (pixels.colourBands() != model.bands()) {
            throw new IllegalArgumentException(model + " does not have " + pixels.colourBands() + " bands");
        }
    }
}
