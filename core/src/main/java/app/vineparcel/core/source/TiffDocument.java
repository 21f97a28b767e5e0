package app.vineparcel.core.source;

import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.TiffReader;
import app.vineparcel.core.geometry.PixelSize;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** A TIFF of several pages. */
final class TiffDocument implements PixelDocument {

    private static final String PAGE = "page:";

    private final Path file;
    private final List<Piece> pieces;

    private TiffDocument(Path file, List<Piece> pieces) {
        this.file = file;
        this.pieces = pieces;
    }

    static TiffDocument open(Path file, String stem, long pixelBudget) throws IOException {
        List<Piece> pieces = new ArrayList<>();
        for (PixelSize size : new TiffReader().pages(file)) {
            int number = pieces.size() + 1;
            if (size.pixels() > pixelBudget) {
                throw new IOException("its page %d has %s px, more than the limit.".formatted(number, size));
            }
            pieces.add(Piece.pixels(PAGE + number, stem + " " + number, Piece.Kind.PAGE, size));
        }
        return new TiffDocument(file, List.copyOf(pieces));
    }

    @Override
    public List<Piece> pieces() {
        return pieces;
    }

    @Override
    public Opened open(Piece piece) throws IOException {
        int number = piece.key().startsWith(PAGE) ? Integer.parseInt(piece.key().substring(PAGE.length())) : 1;
        if (number > pieces.size()) {
            throw new IOException("its page %d is no longer in it.".formatted(number));
        }
        Decoded decoded = new TiffReader().read(file, number - 1);
        return new Opened(decoded.pixels(), decoded.model());
    }
}
