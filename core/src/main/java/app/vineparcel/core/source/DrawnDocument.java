package app.vineparcel.core.source;

import app.vineparcel.core.codec.Shapes;
import app.vineparcel.core.codec.pdf.PdfArt;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.util.OptionalInt;

/** A document that is drawn from shapes. */
public non-sealed interface DrawnDocument extends Document {

    /**
     * A piece at exactly that many pixels, drawn and not scaled.
     *
     * @param part of the piece behind the key, in its units; may reach beyond it
     * @param size what the part becomes
     * @param matte what it is drawn on, 0xRRGGBB; empty leaves it clear
     * @return sRGB, 8 bits, with alpha unless there is a matte
     * @throws IOException with a reason in words if the document does not hold what its start promised
     */
    Pixels draw(Piece piece, Box part, PixelSize size, OptionalInt matte) throws IOException;

    /**
     * A piece as vectors.
     *
     * @param rasterPpi what is drawn as pixels because PDF has no word for it gets that resolution on paper
     */
    PdfArt art(Piece piece, int rasterPpi) throws IOException;

    /**
     * Puts a part of a piece on an SVG, as shapes.
     *
     * @param part of the piece behind the key, in its units
     * @param place where the part goes, CSS px
     * @param text what becomes of text
     * @throws IOException with a reason in words
     */
    void cutInto(SvgSheet sheet, Piece piece, Box part, Box place, Shapes.TextUse text) throws IOException;
}
