package app.vineparcel.core.codec.pdf;

import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import java.awt.geom.AffineTransform;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDFormContentStream;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.pdmodel.interactive.action.PDActionURI;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotation;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationLink;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationWidget;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAppearanceStream;
import org.apache.pdfbox.util.Matrix;

/**
 * A page of a PDF, carried over as it is.
 *
 * @param source has to stay open until the target is written
 * @param page from 0
 * @param part what is shown of it, in points from its upper left corner as it is seen; empty for all
 */
public record PageArt(PDDocument source, int page, Optional<Box> part) implements PdfArt {

    @Override
    public Extent size() {
        return part.map(Extent::of).orElseGet(this::whole);
    }

    private Extent whole() {
        PDPage from = source.getPage(page);
        PDRectangle box = from.getCropBox();
        double unit = from.getUserUnit();
        return from.getRotation() % 180 == 0
                ? new Extent(box.getWidth() * unit, box.getHeight() * unit)
                : new Extent(box.getHeight() * unit, box.getWidth() * unit);
    }

    @Override
    public PDFormXObject into(PdfTarget target) throws IOException {
        PDFormXObject inner =
                target.once("page " + System.identityHashCode(source) + " " + page, () -> upright(target));
        if (part.isEmpty()) {
            return inner;
        }
        Extent size = size();
        PDFormXObject cut = target.form(new PDRectangle((float) size.width(), (float) size.height()));
        try (PDFormContentStream out = new PDFormContentStream(cut)) {
            double bottom = whole().height() - part.get().y() - part.get().height();
            out.transform(Matrix.getTranslateInstance((float) -part.get().x(), (float) -bottom));
            out.drawForm(inner);
        }
        return cut;
    }

    private PDFormXObject upright(PdfTarget target) throws IOException {
        PDPage from = source.getPage(page);
        PDFormXObject form = target.form(medium(from));
        PDFormXObject content = target.imports().importPageAsForm(source, page);
        content.setBBox(from.getMediaBox());
        content.setMatrix(upright(from));
        try (PDFormContentStream out = new PDFormContentStream(form)) {
            out.drawForm(content);
            AffineTransform placed = upright(from);
            for (PDAnnotation annotation : from.getAnnotations(PageArt::isSeen)) {
                annotation(annotation, placed, target, out);
            }
        }
        return form;
    }

    /** From the page's own coordinates to those of the page as it is seen, its lower left corner at the origin. */
    private static AffineTransform upright(PDPage page) {
        PDRectangle box = page.getCropBox();
        double unit = page.getUserUnit();
        AffineTransform upright = AffineTransform.getScaleInstance(unit, unit);
        upright.concatenate(
                switch (Math.floorMod(page.getRotation(), 360)) {
                    case 90 -> new AffineTransform(0, -1, 1, 0, 0, box.getWidth());
                    case 180 -> new AffineTransform(-1, 0, 0, -1, box.getWidth(), box.getHeight());
                    case 270 -> new AffineTransform(0, 1, -1, 0, box.getHeight(), 0);
                    default -> new AffineTransform();
                });
        upright.translate(-box.getLowerLeftX(), -box.getLowerLeftY());
        return upright;
    }

    /** The whole medium, which a bleed may show more of than the page, as seen from the page's lower left corner. */
    private static PDRectangle medium(PDPage from) {
        PDRectangle media = from.getMediaBox();
        Rectangle2D seen = upright(from)
                .createTransformedShape(new Rectangle2D.Float(
                        media.getLowerLeftX(), media.getLowerLeftY(), media.getWidth(), media.getHeight()))
                .getBounds2D();
        return new PDRectangle(
                (float) seen.getX(), (float) seen.getY(), (float) seen.getWidth(), (float) seen.getHeight());
    }

    private static boolean isSeen(PDAnnotation annotation) {
        return annotation.isPrinted() && !annotation.isHidden() && annotation.getNormalAppearanceStream() != null;
    }

    /** Draws an annotation's appearance where it stands (ISO 32000-1, 12.5.5, algorithm 8.1). */
    private static void annotation(
            PDAnnotation annotation, AffineTransform placed, PdfTarget target, PDFormContentStream out)
            throws IOException {
        PDAppearanceStream appearance = annotation.getNormalAppearanceStream();
        PDRectangle box = appearance.getBBox();
        PDRectangle place = annotation.getRectangle();
        if (box == null || place == null) {
            return;
        }
        Rectangle2D moved = appearance
                .getMatrix()
                .createAffineTransform()
                .createTransformedShape(new Rectangle2D.Float(
                        box.getLowerLeftX(), box.getLowerLeftY(), box.getWidth(), box.getHeight()))
                .getBounds2D();
        if (moved.isEmpty()) {
            return;
        }
        AffineTransform onto = new AffineTransform(placed);
        onto.translate(place.getLowerLeftX(), place.getLowerLeftY());
        onto.scale(place.getWidth() / moved.getWidth(), place.getHeight() / moved.getHeight());
        onto.translate(-moved.getX(), -moved.getY());
        out.saveGraphicsState();
        out.transform(new Matrix(onto));
        out.drawForm(target.copy(appearance));
        out.restoreGraphicsState();
    }

    @Override
    public Optional<PDPage> carried(PdfTarget target) throws IOException {
        if (part.isPresent()) {
            return Optional.empty();
        }
        PDPage from = source.getPage(page);
        PDPage copy = target.document().importPage(from);
        target.document().removePage(copy); // the library has put it at the end; it belongs where its sheet does
        copy.setCropBox(from.getCropBox());
        copy.setRotation(from.getRotation());
        copy.setMediaBox(from.getMediaBox());
        copy.setResources(from.getResources()); // the library leaves out what the page inherits
        copy.getCOSObject().removeItem(COSName.getPDFName("StructParents"));
        copy.getCOSObject().removeItem(COSName.B);
        copy.getCOSObject().removeItem(COSName.AA);
        List<PDAnnotation> kept = new ArrayList<>();
        for (PDAnnotation shared : from.getAnnotations()) {
            PDAnnotation annotation = PDAnnotation.createAnnotation(new COSDictionary(shared.getCOSObject()));
            boolean leadsIn = annotation instanceof PDAnnotationLink link && !(link.getAction() instanceof PDActionURI);
            if (!leadsIn && annotation.isPrinted() | annotation instanceof PDAnnotationLink) {
                annotation.setPage(copy);
                if (annotation instanceof PDAnnotationWidget) {
                    target.fields().carry(annotation.getCOSObject(), source);
                } else {
                    annotation.getCOSObject().removeItem(COSName.PARENT);
                }
                kept.add(annotation);
            }
        }
        copy.setAnnotations(kept);
        return Optional.of(copy);
    }
}
