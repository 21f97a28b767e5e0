package app.vineparcel.core.codec.pdf;

import app.vineparcel.core.codec.SceneFonts;
import java.awt.AlphaComposite;
import java.awt.Color;
import java.awt.Paint;
import java.awt.Shape;
import java.awt.Stroke;
import java.awt.geom.AffineTransform;
import java.awt.geom.Point2D;
import java.io.IOException;
import java.text.AttributedCharacterIterator;
import java.util.Optional;
import org.apache.batik.bridge.StrokingTextPainter;
import org.apache.batik.bridge.TextNode;
import org.apache.batik.bridge.TextSpanLayout;
import org.apache.batik.gvt.font.GVTGlyphVector;
import org.apache.batik.gvt.text.TextPaintInfo;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.pdmodel.PDFormContentStream;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.graphics.state.PDExtendedGraphicsState;
import org.apache.pdfbox.util.Matrix;

/**
 * Text, run by run as it was items out. A run stays text if each of its characters is one glyph of a font that may be embedded; any other
 * run becomes outlines, so that it looks the same in either case.
 */
final class SceneText {

    private static final StrokingTextPainter LAYOUT = new StrokingTextPainter();

    private final PdfTarget target;
    private final PDFormContentStream out;
    private final ScenePainter painter;

    SceneText(PdfTarget target, PDFormContentStream out, ScenePainter painter) {
        this.target = target;
        this.out = out;
        this.painter = painter;
    }

    void paint(TextNode node) throws IOException {
        AttributedCharacterIterator text = node.getAttributedCharacterIterator();
        if (text == null) {
            return;
        }
        for (Object run : LAYOUT.getTextRuns(node, text)) {
            run((StrokingTextPainter.TextRun) run);
        }
    }

    private void run(StrokingTextPainter.TextRun run) throws IOException {
        AttributedCharacterIterator characters = run.getACI();
        characters.first();
        TextPaintInfo paint = (TextPaintInfo) characters.getAttribute(TextNode.PAINT_INFO);
        if (paint == null || !paint.visible) {
            return;
        }
        out.saveGraphicsState();
        if (paint.composite instanceof AlphaComposite alpha && alpha.getAlpha() < 1) {
            PDExtendedGraphicsState state = new PDExtendedGraphicsState();
            state.setNonStrokingAlphaConstant(alpha.getAlpha());
            state.setStrokingAlphaConstant(alpha.getAlpha());
            out.setGraphicsStateParameters(state);
        }
        TextSpanLayout layout = run.getLayout();
        line(layout, TextSpanLayout.DECORATION_UNDERLINE, paint.underlinePaint);
        line(layout, TextSpanLayout.DECORATION_OVERLINE, paint.overlinePaint);
        if (paint.fillPaint != null && !asText(layout, characters, paint.fillPaint)) {
            painter.fill(layout.getOutline(), paint.fillPaint);
        }
        if (paint.strokePaint != null && paint.strokeStroke != null) {
            stroke(layout.getOutline(), paint.strokePaint, paint.strokeStroke);
        }
        line(layout, TextSpanLayout.DECORATION_STRIKETHROUGH, paint.strikethroughPaint);
        out.restoreGraphicsState();
    }

    private void stroke(Shape outline, Paint paint, Stroke stroke) throws IOException {
        painter.stroke(outline, paint, stroke);
    }

    private void line(TextSpanLayout layout, int which, Paint paint) throws IOException {
        Shape outline = paint == null ? null : layout.getDecorationOutline(which);
        if (outline != null) {
            painter.fill(outline, paint);
        }
    }

    private boolean asText(TextSpanLayout layout, AttributedCharacterIterator characters, Paint paint)
            throws IOException {
        if (!(paint instanceof Color colour)) {
            return false;
        }
        GVTGlyphVector glyphs = layout.getGlyphVector();
        Optional<TrueTypeFont> typeface = SceneFonts.of(glyphs.getFont(), characters);
        if (typeface.isEmpty()) {
            return false;
        }
        Optional<int[]> text = characters(glyphs, characters, typeface.get());
        Optional<PDFont> font = text.isPresent() ? target.font(typeface.get()) : Optional.empty();
        if (font.isEmpty()) {
            return false;
        }
        out.saveGraphicsState();
        if (colour.getAlpha() < 255) {
            PDExtendedGraphicsState state = new PDExtendedGraphicsState();
            state.setNonStrokingAlphaConstant(colour.getAlpha() / 255f);
            out.setGraphicsStateParameters(state);
        }
        out.setNonStrokingColor(colour);
        out.beginText();
        float size = glyphs.getFont().getSize();
        out.setFont(font.get(), size);
        for (int i = 0; i < text.get().length; i++) {
            if (glyphs.isGlyphVisible(i)) {
                glyph(glyphs, i, text.get()[i], size);
            }
        }
        out.endText();
        out.restoreGraphicsState();
        return true;
    }

    private void glyph(GVTGlyphVector glyphs, int i, int character, float size) throws IOException {
        Point2D at = glyphs.getGlyphPosition(i);
        AffineTransform place = AffineTransform.getTranslateInstance(at.getX(), at.getY());
        if (glyphs.getGlyphTransform(i) != null) {
            place.concatenate(glyphs.getGlyphTransform(i));
        }
        place.scale(1, -1);
        out.setTextMatrix(new Matrix(place));
        out.showText(Character.toString(character));
    }

    /** The character of each glyph, where glyphs and characters go together one by one. */
    private static Optional<int[]> characters(
            GVTGlyphVector glyphs, AttributedCharacterIterator text, TrueTypeFont font) throws IOException {
        int count = glyphs.getNumGlyphs();
        if (count != text.getEndIndex() - text.getBeginIndex()) {
            return Optional.empty();
        }
        int[] characters = new int[count];
        for (int i = 0; i < count; i++) {
            char c = text.setIndex(text.getBeginIndex() + i);
            boolean one = !Character.isSurrogate(c) && glyphs.getCharacterCount(i, i) == 1;
            if (!one || font.getUnicodeCmapLookup().getGlyphId(c) != glyphs.getGlyphCode(i)) {
                return Optional.empty();
            }
            characters[i] = c;
        }
        return Optional.of(characters);
    }
}
