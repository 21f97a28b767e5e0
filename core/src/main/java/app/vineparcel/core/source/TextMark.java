package app.vineparcel.core.source;

import app.vineparcel.core.raster.Pixels;
import java.awt.Color;
import java.awt.geom.GeneralPath;
import java.awt.geom.Rectangle2D;
import java.io.IOException;

/** A line of text as outlines of IBM Plex Sans SemiBold, which ships with the program: no font of the machine takes part. */
public final class TextMark implements Mark {

    private final GeneralPath outline;
    private final Color colour;

    /**
     * A line.
     *
     * @param text characters without a glyph become the font's empty box
     * @param rgb its colour, 0xRRGGBB in sRGB
     */
    public TextMark(String text, int rgb) {
        this.outline = new TextOutline(text, TextOutline.FONTS.get(0)).path();
        this.colour = new Color(rgb);
    }

    @Override
    public Pixels draw(int width, double rotation) throws IOException {
        Rectangle2D box = outline.getBounds2D();
        double natural = Math.max(1, box.getWidth());
        return MarkCanvas.draw(natural, Math.max(1, box.getHeight()), width, rotation, graphics -> {
            graphics.translate(-box.getX(), -box.getY());
            graphics.setColor(colour);
            graphics.fill(outline);
        });
    }
}
