package app.vineparcel.core.codec.eps;

import app.vineparcel.core.codec.pdf.LateClipDrawer;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.geom.GeneralPath;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.graphics.form.PDTransparencyGroup;
import org.apache.pdfbox.pdmodel.graphics.image.PDImage;
import org.apache.pdfbox.pdmodel.graphics.state.RenderingMode;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.rendering.PageDrawer;
import org.apache.pdfbox.rendering.PageDrawerParameters;
import org.apache.pdfbox.util.Matrix;
import org.apache.pdfbox.util.Vector;

/** Draws the first operations of a page into pixels, counted as {@link OpList} counts them. */
final class PartDrawer extends LateClipDrawer {

    private final int most;
    private int count;
    private int inner;

    private PartDrawer(PageDrawerParameters parameters, int most) throws IOException {
        super(parameters);
        this.most = most;
    }

    /**
     * What the first operations look like on white.
     *
     * @param part of the page in points, y upwards
     * @param dense px per point
     */
    static BufferedImage draw(PDDocument document, int operations, Rectangle2D part, double dense) throws IOException {
        PDFRenderer renderer = new PDFRenderer(document) {
            @Override
            protected PageDrawer createPageDrawer(PageDrawerParameters parameters) throws IOException {
                return new PartDrawer(parameters, operations);
            }
        };
        BufferedImage image = new BufferedImage(
                (int) Math.max(1, Math.round(part.getWidth() * dense)),
                (int) Math.max(1, Math.round(part.getHeight() * dense)),
                BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = image.createGraphics();
        graphics.setBackground(Color.WHITE);
        graphics.clearRect(0, 0, image.getWidth(), image.getHeight());
        PDPage page = document.getPage(0);
        double across = image.getWidth() / part.getWidth();
        double down = image.getHeight() / part.getHeight();
        double top = page.getCropBox().getUpperRightY() - part.getMaxY();
        graphics.translate(-(part.getX() - page.getCropBox().getLowerLeftX()) * across, -top * down);
        renderer.renderPageToGraphics(0, graphics, (float) across, (float) down);
        graphics.dispose();
        return image;
    }

    /** Counts an operation; whether it is to be drawn. */
    private boolean next() {
        return inner > 0 || count++ < most;
    }

    /** Paints; what that draws on its way, such as a mask, is part of it and not counted. */
    private void inside(Painting<IOException> painting) throws IOException {
        inner++;
        try {
            painting.paint();
        } finally {
            inner--;
        }
    }

    @Override
    public void strokePath() throws IOException {
        if (next()) {
            inside(super::strokePath);
        } else {
            endPath();
        }
    }

    @Override
    public void fillPath(int windingRule) throws IOException {
        if (next()) {
            inside(() -> super.fillPath(windingRule));
        } else {
            endPath();
        }
    }

    @Override
    public void fillAndStrokePath(int windingRule) throws IOException {
        painted(() -> {
            GeneralPath again = new GeneralPath(getLinePath());
            fillPath(windingRule);
            getLinePath().append(again, false);
            strokePath();
        });
    }

    @Override
    public void shadingFill(COSName name) throws IOException {
        if (next()) {
            inside(() -> super.shadingFill(name));
        }
    }

    @Override
    public void drawImage(PDImage image) throws IOException {
        if (next()) {
            inside(() -> super.drawImage(image));
        }
    }

    @Override
    protected void showFontGlyph(Matrix place, PDFont font, int code, Vector displacement) throws IOException {
        RenderingMode mode = getGraphicsState().getTextState().getRenderingMode();
        boolean drawn = !mode.isFill() && !mode.isStroke();
        if (mode.isFill()) {
            drawn = next();
        }
        if (mode.isStroke()) {
            drawn |= next();
        }
        if (drawn || mode.isClip()) {
            inside(() -> super.showFontGlyph(place, font, code, displacement));
        }
    }

    @Override
    public void showTransparencyGroup(PDTransparencyGroup group) throws IOException {
        if (inner == 0 && OpRules.isSumOfParts(group, getGraphicsState())) {
            showForm(group);
            return;
        }
        if (next()) {
            inside(() -> super.showTransparencyGroup(group));
        }
    }
}
