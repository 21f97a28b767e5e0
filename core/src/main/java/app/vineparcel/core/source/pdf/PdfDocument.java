package app.vineparcel.core.source.pdf;

import app.vineparcel.core.NotRead;
import app.vineparcel.core.Notice;
import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.codec.Shapes;
import app.vineparcel.core.codec.pdf.PageArt;
import app.vineparcel.core.codec.pdf.PdfArt;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.source.Canvas;
import app.vineparcel.core.source.DrawnDocument;
import app.vineparcel.core.source.Layer;
import app.vineparcel.core.source.PageBox;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SvgSheet;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.MemoryUsageSetting;
import org.apache.pdfbox.io.ScratchFile;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.InvalidPasswordException;

/** A PDF: its pages in points, turned as they are to be seen. */
public final class PdfDocument implements DrawnDocument {

    private static final String PAGE = "page:";
    private static final int MOST_PAGES = 20_000;
    private static final long MEMORY = 64_000_000;

    private final PDDocument document;
    private final PdfDrawing drawing;
    private final PdfLayers layers;
    private final Optional<HiddenContent> hidden;
    private final List<Piece> pieces;

    private final List<Notice> notices;

    private PdfDocument(
            PDDocument document,
            PdfLayers layers,
            Optional<HiddenContent> hidden,
            List<Piece> pieces,
            List<Notice> notices) {
        this.notices = List.copyOf(notices);
        this.hidden = hidden;
        this.document = document;
        this.layers = layers;
        this.pieces = pieces;
        this.drawing = new PdfDrawing(document);
    }

    /** The document is locked, and the password does not open it. */
    public static final class LockedException extends IOException {
        private static final long serialVersionUID = 1L;

        LockedException(String message) {
            super(message);
        }
    }

    /**
     * Opens a document; what is kept out is taken out of its pages in memory.
     *
     * @param password empty for none
     * @param pixelBudget the most px that one picture inside may have
     * @throws LockedException if it wants another password
     * @throws IOException with a reason in words if it is damaged
     */
    public static PdfDocument open(Path file, String password, SourceOptions options, long pixelBudget)
            throws IOException {
        PDDocument document = load(file, password);
        try {
            int pages = document.getNumberOfPages();
            if (pages < 1 || pages > MOST_PAGES) {
                throw new IOException("it has %d pages; 1 to %d can be read.".formatted(pages, MOST_PAGES));
            }
            PdfLayers layers = PdfLayers.of(document);
            PdfStreams.requireWithin(document, pixelBudget);
            List<Notice> notices = new ArrayList<>();
            List<Piece> pieces = pieces(document, options.box(), notices);
            return new PdfDocument(document, layers, layers.hidden(document, options), pieces, notices);
        } catch (IOException e) {
            document.close();
            throw e;
        } catch (RuntimeException | StackOverflowError | LinkageError e) {
            document.close();
            throw new IOException("its structure is damaged.", e);
        }
    }

    private static PDDocument load(Path file, String password) throws IOException {
        try {
            return Loader.loadPDF(
                    file.toFile(), password, () -> new ScratchFile(MemoryUsageSetting.setupMixed(MEMORY)));
        } catch (InvalidPasswordException e) {
            throw new LockedException(
                    password.isEmpty() ? "it is locked with a password." : "this password does not open it.");
        } catch (IOException e) {
            if (String.valueOf(e.getMessage()).contains("decryption material")) {
                throw new NotRead(
                        "PDF that is locked for the holder of a certificate is not read.",
                        "Save a copy without protection from a program that opens it.");
            }
            throw new IOException("its table of objects is damaged.", e);
        } catch (RuntimeException | StackOverflowError e) {
            throw new IOException("its structure is damaged.", e);
        }
    }

    private static List<Piece> pieces(PDDocument document, PageBox box, List<Notice> notices) throws IOException {
        PdfLabels labels = PdfLabels.of(document);
        List<Piece> pieces = new ArrayList<>();
        Set<String> taken = new HashSet<>();
        for (int i = 0; i < document.getNumberOfPages(); i++) {
            WorkBudget.check();
            String label = labels.of(i);
            String name = taken.add(label) ? "Page " + label : "Page %s (%d)".formatted(label, i + 1);
            try {
                PDPage page = document.getPage(i);
                pieces.add(Piece.drawn(PAGE + (i + 1), name, Piece.Kind.PAGE, size(page, box), Piece.POINTS)
                        .with(PdfFonts.missing(page)));
            } catch (IOException | RuntimeException e) {
                notices.add(Notice.caution(
                        "page-left-out",
                        "%s cannot be read: %s"
                                .formatted(name, e instanceof IOException ? e.getMessage() : "it is damaged.")));
            }
        }
        if (pieces.isEmpty()) {
            throw new IOException("none of its pages can be read.");
        }
        return List.copyOf(pieces);
    }

    /** Sets which box of a page counts, and says how large it is seen. */
    private static Extent size(PDPage page, PageBox box) throws IOException {
        PDRectangle chosen = box(page, box);
        page.setCropBox(chosen);
        boolean turned = page.getRotation() % 180 != 0;
        double unit = page.getUserUnit();
        double width = (turned ? chosen.getHeight() : chosen.getWidth()) * unit;
        double height = (turned ? chosen.getWidth() : chosen.getHeight()) * unit;
        if (!(width > 0.5 && height > 0.5 && width < 1e6 && height < 1e6)) {
            throw new IOException("it has no size that could be drawn.");
        }
        return new Extent(width, height);
    }

    /** The box that counts, never beyond the medium (ISO 32000-1, 14.11.2.1). */
    private static PDRectangle box(PDPage page, PageBox which) {
        PDRectangle media = page.getMediaBox();
        PDRectangle box =
                switch (which) {
                    case CROP -> page.getCropBox();
                    case TRIM -> page.getTrimBox();
                    case BLEED -> page.getBleedBox();
                    case MEDIA -> media;
                };
        float left = Math.max(box.getLowerLeftX(), media.getLowerLeftX());
        float bottom = Math.max(box.getLowerLeftY(), media.getLowerLeftY());
        float right = Math.min(box.getUpperRightX(), media.getUpperRightX());
        float top = Math.min(box.getUpperRightY(), media.getUpperRightY());
        return right > left && top > bottom ? new PDRectangle(left, bottom, right - left, top - bottom) : media;
    }

    @Override
    public List<Piece> pieces() {
        return pieces;
    }

    @Override
    public List<Layer> layers() {
        return layers.all();
    }

    @Override
    public List<Notice> notices() {
        return notices;
    }

    @Override
    public List<Notice> drawnNotices() {
        return drawing.faults();
    }

    @Override
    public Pixels draw(Piece piece, Box part, PixelSize size, OptionalInt matte) throws IOException {
        int page = page(piece);
        double unit = document.getPage(page).getUserUnit();
        return Canvas.draw(size, matte, graphics -> {
            double across = size.width() / part.width();
            double down = size.height() / part.height();
            graphics.translate(-part.x() * across, -part.y() * down);
            graphics.clip(new Rectangle2D.Double(
                    part.x() * across, part.y() * down, part.width() * across, part.height() * down));
            drawing.page(page, graphics, (float) (across * unit), (float) (down * unit));
        });
    }

    @Override
    public PdfArt art(Piece piece, int rasterPpi) throws IOException {
        return new PageArt(document, page(piece), piece.region());
    }

    @Override
    public void cutInto(SvgSheet sheet, Piece piece, Box part, Box place, Shapes.TextUse text) throws IOException {
        int page = page(piece);
        float unit = document.getPage(page).getUserUnit();
        sheet.put(PageCut.of(drawing, page, unit, part, sheet, sheet.prefix(piece.name())), place);
    }

    private int page(Piece piece) throws IOException {
        int number = piece.key().startsWith(PAGE) ? Integer.parseInt(piece.key().substring(PAGE.length())) : 1;
        if (number < 1 || number > document.getNumberOfPages()) {
            throw new IOException("its page %d is no longer in it.".formatted(number));
        }
        if (hidden.isPresent()) {
            hidden.get().remove(document.getPage(number - 1));
        }
        return number - 1;
    }

    /**
     * Writes a copy that needs no password.
     *
     * @throws LockedException if the password does not open it
     */
    public static void unlock(Path file, String password, Path into) throws IOException {
        try (PDDocument document = load(file, password)) {
            document.setAllSecurityToBeRemoved(true);
            document.save(into.toFile());
        }
    }

    @Override
    public void close() {
        try {
            document.close();
        } catch (IOException leftOpen) {
            System.getLogger(PdfDocument.class.getName()).log(System.Logger.Level.WARNING, "a PDF", leftOpen);
        }
    }
}
