package app.vineparcel.core.source;

import app.vineparcel.core.codec.Decoded;
import java.io.IOException;

/** A document that holds pictures. */
public non-sealed interface PixelDocument extends Document {

    /**
     * All pixels of a piece, upright; a region gives those of what it lies on.
     *
     * @throws IOException with a reason in words if they cannot be had
     */
    Decoded open(Piece piece) throws IOException;
}
