package app.vineparcel.core.source;

import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;

/** A document that holds pictures. */
public non-sealed interface PixelDocument extends Document {

    /**
     * A piece's pixels with what their bands stand for.
     *
     * @param pixels upright
     * @param model of its colour bands
     */
    record Opened(Pixels pixels, ColourModel model) {}

    /**
     * All pixels of a piece; a region gives those of what it lies on.
     *
     * @throws IOException with a reason in words if they cannot be had
     */
    Opened open(Piece piece) throws IOException;
}
