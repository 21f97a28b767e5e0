package app.vineparcel.core.codec.pdf;

import java.awt.geom.AffineTransform;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDFormContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.pdmodel.graphics.state.PDExtendedGraphicsState;

/** Transparency groups and soft masks (ISO 32000-1, 11.4.7 and 11.5). */
final class Groups {

    /** The room around a group's bounds, in its own units: outlines of strokes may reach a little beyond what is reckoned. */
    private static final double ROOM = 1;

    /** Draws into a group. */
    @FunctionalInterface
    interface Drawing {
        void with(ScenePainter painter) throws IOException;
    }

    private Groups() {}

    /** A group in the coordinates that the stream around it stands in. */
    static PDFormXObject of(
            PdfTarget target,
            AffineTransform toForm,
            Rectangle2D bounds,
            int rasterPpi,
            Rectangle2D sight,
            Drawing drawing)
            throws IOException {
        PDFormXObject form = target.form(box(bounds));
        COSDictionary group = new COSDictionary();
        group.setName(COSName.TYPE, "Group");
        group.setName(COSName.S, "Transparency");
        group.setItem(COSName.CS, target.srgb().getCOSObject());
        group.setBoolean(COSName.getPDFName("I"), true);
        form.getCOSObject().setItem(COSName.GROUP, group);
        try (PDFormContentStream out = new PDFormContentStream(form)) {
            drawing.with(new ScenePainter(target, out, toForm, rasterPpi, sight));
        }
        return form;
    }

    static PDRectangle box(Rectangle2D bounds) {
        return new PDRectangle(
                (float) (bounds.getX() - ROOM),
                (float) (bounds.getY() - ROOM),
                (float) (bounds.getWidth() + 2 * ROOM),
                (float) (bounds.getHeight() + 2 * ROOM));
    }

    /** Lets the light of a group, on black, be the opacity of what follows. */
    static void luminosity(PDFormXObject group, PDExtendedGraphicsState state) {
        COSDictionary mask = new COSDictionary();
        mask.setName(COSName.TYPE, "Mask");
        mask.setName(COSName.S, "Luminosity");
        mask.setItem(COSName.G, group);
        state.getCOSObject().setItem(COSName.SMASK, mask);
    }
}
