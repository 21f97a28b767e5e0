package app.vineparcel.core.source;

import app.vineparcel.core.raster.Pixels;
import java.io.IOException;

/** Something that can be set over pictures, drawn anew at every size so that it is equally crisp on all. */
public interface Mark {

    /**
     * Draws it.
     *
     * @param width of the mark before it is turned, px, at least 1
     * @param rotation degrees clockwise
     * @return 8-bit sRGB with alpha, just large enough for the turned mark
     */
    Pixels draw(int width, double rotation) throws IOException;
}
