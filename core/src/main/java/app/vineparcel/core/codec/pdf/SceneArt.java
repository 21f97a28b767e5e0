package app.vineparcel.core.codec.pdf;

import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import java.awt.geom.AffineTransform;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import org.apache.batik.gvt.GraphicsNode;
import org.apache.pdfbox.pdmodel.PDFormContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;

/**
 * A tree of graphics as PDF.
 *
 * @param node what is drawn
 * @param toCanvas from the coordinates around the node to those of the box
 * @param box the part of the canvas that is shown, y downwards
 * @param pointsPerUnit what a unit of the canvas is on paper
 * @param rasterPpi the resolution, on paper, of what has to be drawn as pixels
 */
public record SceneArt(GraphicsNode node, AffineTransform toCanvas, Box box, double pointsPerUnit, int rasterPpi)
        implements PdfArt {

    @Override
    public Extent size() {
        return Extent.of(box).times(pointsPerUnit);
    }

    @Override
    public PDFormXObject into(PdfTarget target) throws IOException {
        Extent size = size();
        PDFormXObject form = target.form(new PDRectangle((float) size.width(), (float) size.height()));
        AffineTransform toForm = new AffineTransform(pointsPerUnit, 0, 0, -pointsPerUnit, 0, size.height());
        toForm.translate(-box.x(), -box.y());
        toForm.concatenate(toCanvas);
        try (PDFormContentStream out = new PDFormContentStream(form)) {
            Paths.transform(toForm, out);
            new ScenePainter(target, out, toForm, rasterPpi, new Rectangle2D.Double(0, 0, size.width(), size.height()))
                    .paint(node);
        } catch (RuntimeException | StackOverflowError e) {
            throw new IOException("it holds something that PDF cannot express.", e);
        }
        return form;
    }
}
