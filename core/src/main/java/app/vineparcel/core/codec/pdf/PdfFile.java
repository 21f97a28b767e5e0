package app.vineparcel.core.codec.pdf;

import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.geometry.Box;
import java.awt.Color;
import java.awt.geom.AffineTransform;
import java.io.BufferedOutputStream;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdfwriter.compress.CompressParameters;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDMetadata;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.color.PDOutputIntent;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.pdmodel.graphics.state.PDExtendedGraphicsState;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.destination.PDPageFitDestination;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDDocumentOutline;
import org.apache.pdfbox.pdmodel.interactive.documentnavigation.outline.PDOutlineItem;
import org.apache.pdfbox.util.Matrix;

/**
 * Writes a PDF. The same sheets and options give the same bytes.
 *
 * @param version 1.4, 1.6, 1.7 or 2.0
 * @param title of the document
 * @param intent the printing condition that the file is meant for, where one is said
 * @param xmp an XMP packet as UTF-8
 * @param fonts what becomes of text that is drawn anew
 */
public record PdfFile(
        String version, String title, Optional<IccProfile> intent, Optional<byte[]> xmp, PdfTarget.FontUse fonts) {

    /** Any fixed number: a document's identity is not to change with the hour that it was made in. */
    private static final long IDENTITY = 20260101;

    /**
     * Writes all sheets, in order, each with a bookmark where there are several.
     *
     * @param file created or replaced
     * @throws IOException with a reason in words
     */
    public void write(List<PdfSheet> sheets, Path file) throws IOException {
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file))) {
            write(sheets, out);
        }
    }

    /** The same to a stream, which is left open. */
    public void write(List<PdfSheet> sheets, OutputStream out) throws IOException {
        try (PDDocument document = new PDDocument()) {
            PdfTarget target = new PdfTarget(document, fonts);
            PDDocumentOutline outline = new PDDocumentOutline();
            for (PdfSheet sheet : sheets) {
                PDPage page = page(sheet, target);
                document.addPage(page);
                PDOutlineItem item = new PDOutlineItem();
                item.setTitle(sheet.name());
                PDPageFitDestination there = new PDPageFitDestination();
                there.setPage(page);
                item.setDestination(there);
                outline.addLast(item);
            }
            if (sheets.size() > 1) {
                document.getDocumentCatalog().setDocumentOutline(outline);
            }
            describe(document);
            target.finishFonts();
            save(document, out);
        }
    }

    private void save(PDDocument document, OutputStream out) throws IOException {
        document.setDocumentId(IDENTITY);
        document.save(
                out,
                version.equals("1.4") ? CompressParameters.NO_COMPRESSION : CompressParameters.DEFAULT_COMPRESSION);
    }

    /**
     * Writes a file that it has written anew without what pages and pictures that were carried over say of themselves, if they do.
     *
     * @throws IOException with a reason in words
     */
    public void strip(Path file) throws IOException {
        ByteArrayOutputStream anew = new ByteArrayOutputStream();
        try (PDDocument document = Loader.loadPDF(file.toFile())) {
            if (!CarriedData.strip(document)) {
                return;
            }
            save(document, anew);
        }
        Files.write(file, anew.toByteArray());
    }

    private void describe(PDDocument document) throws IOException {
        document.getDocument().setVersion(Float.parseFloat(version));
        document.getDocumentCatalog().setVersion(version);
        document.getDocumentInformation().setTitle(title);
        if (xmp.isPresent()) {
            PDMetadata metadata = new PDMetadata(document, new ByteArrayInputStream(xmp.get()));
            document.getDocumentCatalog().setMetadata(metadata);
        }
        if (intent.isPresent()) {
            PDOutputIntent condition = new PDOutputIntent(
                    document, new ByteArrayInputStream(intent.get().bytes()));
            condition.setInfo(intent.get().title());
            condition.setOutputCondition(intent.get().title());
            condition.setOutputConditionIdentifier(intent.get().title());
            document.getDocumentCatalog().addOutputIntent(condition);
        }
    }

    private PDPage page(PdfSheet sheet, PdfTarget target) throws IOException {
        if (sheet.isPlain()) {
            Optional<PDPage> carried = sheet.placed().get(0).art().carried(target);
            if (carried.isPresent()) {
                return carried.get();
            }
        }
        double margin = sheet.margin();
        PDPage page = new PDPage(new PDRectangle((float) (sheet.trim().width() + 2 * margin), (float)
                (sheet.trim().height() + 2 * margin)));
        if (margin > 0) {
            page.setTrimBox(around(sheet, 0));
            page.setBleedBox(around(sheet, sheet.bleed()));
        }
        try (PDPageContentStream out = new PDPageContentStream(
                target.document(), page, PDPageContentStream.AppendMode.OVERWRITE, true, true)) {
            draw(sheet, target, out);
        }
        page.getResources()
                .getCOSObject()
                .setItem(
                        COSName.COLORSPACE,
                        target.form(new PDRectangle(1, 1))
                                .getResources()
                                .getCOSObject()
                                .getDictionaryObject(COSName.COLORSPACE));
        return page;
    }

    /** The trim, grown by so much, in the page's own coordinates. */
    private static PDRectangle around(PdfSheet sheet, double by) {
        double from = sheet.margin() - by;
        return new PDRectangle((float) from, (float) from, (float) (sheet.trim().width() + 2 * by), (float)
                (sheet.trim().height() + 2 * by));
    }

    private static void draw(PdfSheet sheet, PdfTarget target, PDPageContentStream out) throws IOException {
        if (sheet.ground().isPresent()) {
            PDRectangle ground = around(sheet, sheet.bleed());
            out.setNonStrokingColor(new Color(sheet.ground().getAsInt()));
            out.addRect(ground.getLowerLeftX(), ground.getLowerLeftY(), ground.getWidth(), ground.getHeight());
            out.fill();
        }
        for (PdfSheet.Placed placed : sheet.placed()) {
            PDFormXObject form = placed.art().into(target);
            out.saveGraphicsState();
            if (placed.opacity() < 1) {
                PDExtendedGraphicsState state = new PDExtendedGraphicsState();
                state.setNonStrokingAlphaConstant((float) placed.opacity());
                out.setGraphicsStateParameters(state);
            }
            Box window = placed.window();
            double top = sheet.margin() + sheet.trim().height();
            out.addRect(
                    (float) (sheet.margin() + window.x()),
                    (float) (top - window.y() - window.height()),
                    (float) window.width(),
                    (float) window.height());
            out.clip();
            out.transform(new Matrix(onto(placed, sheet.margin(), top)));
            out.drawForm(form);
            out.restoreGraphicsState();
        }
        if (sheet.cropMarks()) {
            CropMarks.draw(out, sheet.trim().box().movedBy(sheet.margin(), sheet.margin()), sheet.bleed());
        }
        double height = sheet.trim().height();
        for (Box box : sheet.marked()) {
            CropMarks.draw(out, new Box(box.x(), height - box.y() - box.height(), box.width(), box.height()), 0);
        }
    }

    private static AffineTransform onto(PdfSheet.Placed placed, double left, double top) {
        Box place = placed.place();
        AffineTransform onto = AffineTransform.getTranslateInstance(left + place.x(), top - place.y() - place.height());
        onto.scale(
                place.width() / placed.art().size().width(),
                place.height() / placed.art().size().height());
        return onto;
    }
}
