package app.vineparcel.core.source;

import app.vineparcel.core.codec.ShippedFonts;
import app.vineparcel.core.raster.Pixels;
import java.awt.Color;
import java.awt.geom.AffineTransform;
import java.awt.geom.GeneralPath;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.io.UncheckedIOException;
import org.apache.fontbox.ttf.TrueTypeFont;

/** A line of text as outlines of IBM Plex Sans SemiBold, which ships with the program: no font of the machine takes part. */
public final class TextMark implements Mark {

    private static final String FONT = "IBMPlexSans-SemiBold";

    private final GeneralPath outline;
    private final Color colour;

    /**
     * A line.
     *
     * @param text characters without a glyph become the font's empty box
     * @param rgb its colour, 0xRRGGBB in sRGB
     */
    public TextMark(String text, int rgb) {
        this.outline = outline(text);
        this.colour = new Color(rgb);
    }

    private static GeneralPath outline(String text) {
        try {
            TrueTypeFont font = ShippedFonts.typeface(FONT).orElseThrow();
            GeneralPath line = new GeneralPath();
            double at = 0;
            for (int codePoint : text.codePoints().toArray()) {
                int glyph = font.getUnicodeCmapLookup().getGlyphId(codePoint);
                GeneralPath path = font.getGlyph().getGlyph(glyph).getPath();
                line.append(AffineTransform.getTranslateInstance(at, 0).createTransformedShape(path), false);
                at += font.getAdvanceWidth(glyph);
            }
            line.transform(AffineTransform.getScaleInstance(1, -1));
            return line;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
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
