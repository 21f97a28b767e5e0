package app.vineparcel.core.deliver.enclosures;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.multipdf.LayerUtility;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.util.Matrix;
import org.jspecify.annotations.Nullable;

/**
 * A PDF on A4 with a thumbnail of every file, its name and its size. Pages and drawings stay shapes with their fonts; pictures come as they are given.
 *
 * @param heading over each page
 * @param across how many stand side by side, at least 1
 */
public record ContactSheet(String heading, int across) {

    /** What the file is called. */
    public static final String NAME = "contact-sheet.pdf";

    private static final float MARGIN = 36;
    private static final float HEAD = 30;
    private static final float GAP = 12;
    private static final float TEXT = 7.5f;
    private static final float LINES = 24;
    private static final float TITLE = 13;
    private static final float QUIET = 0.38f;
    /** Grey enough to show white artwork. */
    private static final float PAPER = 0.86f;

    private static final String ELLIPSIS = "…";
    private static final String UNSEEN = "no preview";

    /** What is seen of a file. */
    public sealed interface Thumbnail {

        /** A small picture. */
        record Picture(byte[] jpeg) implements Thumbnail {}

        /** The first page of a PDF, whose shapes are taken over. */
        record Page(Path pdf) implements Thumbnail {}
    }

    /**
     * One file.
     *
     * @param name written below it
     * @param detail written below that, such as its size
     * @param thumbnail empty where nothing of it can be shown
     */
    public record Entry(String name, String detail, Optional<Thumbnail> thumbnail) {}

    /** Fetches thumbnails one by one, so that only one is held at a time. */
    @FunctionalInterface
    public interface Entries {
        Entry at(int index) throws IOException;
    }

    /** Writes the sheet and leaves the stream open. */
    public void write(int count, Entries entries, OutputStream out) throws IOException {
        try (PDDocument document = new PDDocument(IOUtils.createTempFileOnlyStreamCache())) {
            document.getDocumentInformation().setTitle(heading);
            Sheet sheet = new Sheet(document);
            for (int i = 0; i < count; i++) {
                sheet.place(i, count, entries.at(i));
            }
            sheet.end();
            document.setDocumentId(1L);
            document.save(out);
        }
    }

    /** One document while it is written. */
    private final class Sheet {

        private final PDDocument document;
        private final PDFont plain;
        private final PDFont strong;
        private final LayerUtility pages;
        private final Map<Path, PDFormXObject> forms = new HashMap<>();
        private final float cell;
        private final int down;
        private @Nullable PDPageContentStream open;

        Sheet(PDDocument document) throws IOException {
            this.document = document;
            plain = font("ibm-plex-sans-regular.ttf");
            strong = font("ibm-plex-sans-semibold.ttf");
            pages = new LayerUtility(document);
            cell = (PDRectangle.A4.getWidth() - 2 * MARGIN - (across - 1) * GAP) / across;
            float room = PDRectangle.A4.getHeight() - 2 * MARGIN - HEAD;
            down = Math.max(1, (int) ((room + GAP) / (cell + LINES + GAP)));
        }

        private PDFont font(String name) throws IOException {
            try (InputStream font = ContactSheet.class.getResourceAsStream("/app/vineparcel/core/codec/" + name)) {
                if (font == null) {
                    throw new IOException("a font is missing: " + name);
                }
                return PDType0Font.load(document, font, true);
            }
        }

        void place(int index, int count, Entry entry) throws IOException {
            int each = across * down;
            if (index % each == 0) {
                begin(index / each + 1, (count + each - 1) / each);
            }
            float left = MARGIN + index % across * (cell + GAP);
            float top = PDRectangle.A4.getHeight() - MARGIN - HEAD - index % each / across * (cell + LINES + GAP);
            open.setNonStrokingColor(PAPER);
            open.addRect(left, top - cell, cell, cell);
            open.fill();
            if (entry.thumbnail().isPresent()) {
                draw(entry.thumbnail().get(), left, top - cell);
            } else {
                text(plain, TEXT, QUIET, left + GAP / 2, top - cell / 2, shortened(plain, TEXT, UNSEEN, cell - GAP));
            }
            text(plain, TEXT, 0, left, top - cell - TEXT - 3, shortened(plain, TEXT, entry.name(), cell));
            text(plain, TEXT, QUIET, left, top - cell - 2 * TEXT - 5, shortened(plain, TEXT, entry.detail(), cell));
        }

        private void begin(int number, int pageCount) throws IOException {
            end();
            PDPage page = new PDPage(PDRectangle.A4);
            document.addPage(page);
            open = new PDPageContentStream(document, page);
            float base = PDRectangle.A4.getHeight() - MARGIN - TITLE + 2;
            String folio = number + " / " + pageCount;
            float wide = PDRectangle.A4.getWidth() - 2 * MARGIN;
            float folioWide = width(plain, TEXT, folio);
            text(strong, TITLE, 0, MARGIN, base, shortened(strong, TITLE, heading, wide - folioWide - GAP));
            text(plain, TEXT, QUIET, MARGIN + wide - folioWide, base, folio);
        }

        void end() throws IOException {
            if (open != null) {
                open.close();
            }
        }

        private void draw(Thumbnail thumbnail, float left, float bottom) throws IOException {
            if (thumbnail instanceof Thumbnail.Picture picture) {
                PDImageXObject image = JPEGFactory.createFromByteArray(document, picture.jpeg());
                Matrix place = fitted(image.getWidth(), image.getHeight(), left, bottom);
                open.drawImage(image, place);
            } else if (thumbnail instanceof Thumbnail.Page page) {
                PDFormXObject form = form(page.pdf());
                PDRectangle box = form.getBBox();
                open.saveGraphicsState();
                open.transform(fitted(box.getWidth(), box.getHeight(), left, bottom));
                open.transform(new Matrix(
                        1 / box.getWidth(),
                        0,
                        0,
                        1 / box.getHeight(),
                        -box.getLowerLeftX() / box.getWidth(),
                        -box.getLowerLeftY() / box.getHeight()));
                open.drawForm(form);
                open.restoreGraphicsState();
            }
        }

        /** The unit square onto a box of these proportions in the middle of a cell. */
        private Matrix fitted(float width, float height, float left, float bottom) {
            float scale = cell / Math.max(width, height);
            float wide = width * scale;
            float high = height * scale;
            return new Matrix(wide, 0, 0, high, left + (cell - wide) / 2, bottom + (cell - high) / 2);
        }

        private PDFormXObject form(Path pdf) throws IOException {
            PDFormXObject known = forms.get(pdf);
            if (known == null) {
                try (PDDocument other = Loader.loadPDF(pdf.toFile())) {
                    known = pages.importPageAsForm(other, 0);
                }
                forms.put(pdf, known);
            }
            return known;
        }

        private void text(PDFont font, float size, float grey, float x, float y, String words) throws IOException {
            open.beginText();
            open.setFont(font, size);
            open.setNonStrokingColor(grey);
            open.newLineAtOffset(x, y);
            open.showText(words);
            open.endText();
        }

        private float width(PDFont font, float size, String words) throws IOException {
            return font.getStringWidth(words) * size / 1000;
        }

        /** As much as there is room for; the middle goes first, since names differ at their ends. */
        private String shortened(PDFont font, float size, String words, float room) throws IOException {
            String known = known(font, words);
            if (width(font, size, known) <= room) {
                return known;
            }
            int keep = known.length() - 1;
            while (keep > 2) {
                String shorter =
                        known.substring(0, keep - keep / 2) + ELLIPSIS + known.substring(known.length() - keep / 2);
                if (width(font, size, shorter) <= room) {
                    return shorter;
                }
                keep--;
            }
            return ELLIPSIS;
        }

        /** What the font has no glyph for becomes a box with a question. */
        private String known(PDFont font, String words) {
            StringBuilder known = new StringBuilder();
            words.codePoints().forEach(point -> {
                String one = Character.toString(point);
                try {
                    font.encode(one);
                    known.append(one);
                } catch (IOException | IllegalArgumentException none) {
                    known.append('?');
                }
            });
            return known.toString();
        }
    }
}
