package app.vineparcel.core.source;

import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.source.svg.SvgDocument;
import java.io.IOException;
import java.util.List;

/** A mark drawn from an SVG. Nothing outside the file is ever fetched. */
final class SvgMark implements Mark {

    private static final int LARGEST = 5_000_000;

    private final SvgDocument document;
    private final Extent size;

    /**
     * Reads a mark.
     *
     * @throws IOException with a reason in words if it is too large or no SVG of one drawing
     */
    SvgMark(byte[] svg) throws IOException {
        if (svg.length > LARGEST) {
            throw new IOException("it has " + svg.length / 1_000_000 + " MB; a watermark can have up to 5 MB.");
        }
        document = SvgDocument.read(svg, "mark", SourceOptions.PLAIN);
        List<Piece> pieces = document.pieces();
        if (pieces.size() > 1) {
            throw new IOException("it has %d artboards; a watermark is one drawing.".formatted(pieces.size()));
        }
        size = pieces.get(0).size();
    }

    @Override
    public synchronized Pixels draw(int width, double rotation) throws IOException {
        return MarkCanvas.draw(size.width(), size.height(), width, rotation, graphics -> document.graphics()
                .paint(graphics));
    }
}
