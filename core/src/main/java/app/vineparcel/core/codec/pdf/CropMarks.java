package app.vineparcel.core.codec.pdf;

import app.vineparcel.core.geometry.Box;
import java.io.IOException;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.graphics.color.PDColor;
import org.apache.pdfbox.pdmodel.graphics.color.PDColorSpace;

/** Lines that show where to trim, in every ink of the press. */
final class CropMarks {

    private static final double MM = 72 / 25.4;
    private static final double LENGTH = 5 * MM;
    private static final double GAP = 3 * MM;

    /** How far marks reach beyond the bleed, points. */
    static final double REACH = LENGTH + GAP + MM;

    private static final float WIDTH = 0.25f;

    private CropMarks() {}

    /**
     * Draws them.
     *
     * @param trim what is cut out, y upwards
     */
    static void draw(PDPageContentStream out, Box trim, double bleed) throws IOException {
        double gap = Math.max(GAP, bleed);
        out.saveGraphicsState();
        out.setStrokingColor(new PDColor(new float[] {1}, registration()));
        out.setLineWidth(WIDTH);
        double right = trim.x() + trim.width();
        double top = trim.y() + trim.height();
        for (double x : new double[] {trim.x(), right}) {
            line(out, x, trim.y() - gap, x, trim.y() - gap - LENGTH);
            line(out, x, top + gap, x, top + gap + LENGTH);
        }
        for (double y : new double[] {trim.y(), top}) {
            line(out, trim.x() - gap, y, trim.x() - gap - LENGTH, y);
            line(out, right + gap, y, right + gap + LENGTH, y);
        }
        out.restoreGraphicsState();
    }

    private static void line(PDPageContentStream out, double x1, double y1, double x2, double y2) throws IOException {
        out.moveTo((float) x1, (float) y1);
        out.lineTo((float) x2, (float) y2);
        out.stroke();
    }

    /** The colorant All: every separation gets it (ISO 32000-1, 8.6.6.4). */
    private static PDColorSpace registration() throws IOException {
        COSDictionary tint = new COSDictionary();
        tint.setInt(COSName.FUNCTION_TYPE, 2);
        tint.setItem(COSName.DOMAIN, Gradients.numbers(0, 1));
        tint.setItem(COSName.C0, Gradients.numbers(0, 0, 0, 0));
        tint.setItem(COSName.C1, Gradients.numbers(1, 1, 1, 1));
        tint.setInt(COSName.N, 1);
        COSArray space = new COSArray();
        space.add(COSName.SEPARATION);
        space.add(COSName.getPDFName("All"));
        space.add(COSName.DEVICECMYK);
        space.add(tint);
        return PDColorSpace.create(space);
    }
}
