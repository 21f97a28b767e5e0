package app.vineparcel.core.source;

import app.vineparcel.core.Notice;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.tiff.TiffPage;
import app.vineparcel.core.codec.tiff.TiffReader;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Turning;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** A TIFF of several pages. A page that cannot be read is left out, and said. */
final class TiffDocument implements PixelDocument {

    private static final String PAGE = "page:";

    private final Path file;
    private final Map<String, TiffReader.Entry> pages = new LinkedHashMap<>();
    private final List<Piece> pieces = new ArrayList<>();
    private final List<Notice> notices = new ArrayList<>();

    private TiffDocument(Path file) {
        this.file = file;
    }

    static TiffDocument open(Path file, String stem, long pixelBudget) throws IOException {
        TiffDocument document = new TiffDocument(file);
        List<TiffReader.Entry> entries = new TiffReader().pages(file);
        for (int number = 1; number <= entries.size(); number++) {
            document.add(number, entries.get(number - 1), stem, pixelBudget);
        }
        if (document.pieces.isEmpty()) {
            throw entries.get(0).fault().orElseGet(() -> new IOException("it has no page of a size that can be read."));
        }
        return document;
    }

    private void add(int number, TiffReader.Entry entry, String stem, long pixelBudget) {
        String fault = entry.fault().map(IOException::getMessage).orElse("");
        if (fault.isEmpty() && entry.page().orElseThrow().size().pixels() > pixelBudget) {
            fault = "it has more pixels than the limit.";
        }
        if (!fault.isEmpty()) {
            notices.add(Notice.caution("page-left-out", "Page %d cannot be read: %s".formatted(number, fault)));
            return;
        }
        TiffPage page = entry.page().orElseThrow();
        PixelSize seen = page.orientation().seen(page.size());
        pages.put(PAGE + number, entry);
        pieces.add(Piece.pixels(PAGE + number, stem + " " + number, Piece.Kind.PAGE, seen));
    }

    @Override
    public List<Piece> pieces() {
        return List.copyOf(pieces);
    }

    @Override
    public List<Notice> notices() {
        return List.copyOf(notices);
    }

    @Override
    public Decoded open(Piece piece) throws IOException {
        String key = pages.containsKey(piece.key()) ? piece.key() : PAGE + 1;
        TiffReader.Entry entry = pages.get(key);
        if (entry == null || piece.key().startsWith(PAGE) && !key.equals(piece.key())) {
            throw new IOException(
                    "its %s is no longer in it.".formatted(piece.key().replace(':', ' ')));
        }
        Decoded stored = new TiffReader().read(file, entry);
        return new Decoded(
                Turning.upright(stored.pixels(), entry.page().orElseThrow().orientation()),
                stored.model(),
                stored.implied(),
                stored.notices());
    }
}
