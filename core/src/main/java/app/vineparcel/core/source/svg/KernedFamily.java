package app.vineparcel.core.source.svg;

import java.awt.Font;
import java.awt.font.FontRenderContext;
import java.awt.font.GlyphVector;
import java.awt.font.TextAttribute;
import java.text.AttributedCharacterIterator;
import java.text.CharacterIterator;
import java.text.StringCharacterIterator;
import java.util.HashMap;
import java.util.Map;
import org.apache.batik.bridge.FontFace;
import org.apache.batik.gvt.font.AWTFontFamily;
import org.apache.batik.gvt.font.AWTGVTFont;
import org.apache.batik.gvt.font.AWTGVTGlyphVector;
import org.apache.batik.gvt.font.GVTFont;
import org.apache.batik.gvt.font.GVTGlyphMetrics;
import org.apache.batik.gvt.font.GVTGlyphVector;

/** A family whose letters stand as close to each other as its kerning says, which browsers apply and the renderer would not. */
@SuppressWarnings({"rawtypes", "unchecked"}) // the library is older than type parameters
final class KernedFamily extends AWTFontFamily {

    /** One of the machine, by its name. */
    KernedFamily(String name) {
        super(name);
    }

    /** One that a document brings along. */
    KernedFamily(FontFace face, Font font) {
        super(face, font);
    }

    @Override
    public GVTFont deriveFont(float size, AttributedCharacterIterator text) {
        return deriveFont(size, text.getAttributes());
    }

    @Override
    public GVTFont deriveFont(float size, Map attributes) {
        if (font != null) {
            return new Kerned(font.deriveFont(AWTGVTFont.FONT_SIZE), size / AWTGVTFont.FONT_SIZE);
        }
        Map<AttributedCharacterIterator.Attribute, Object> own = new HashMap<>(attributes);
        own.put(TextAttribute.SIZE, size);
        own.put(TextAttribute.FAMILY, getFamilyName());
        own.remove(TEXT_COMPOUND_DELIMITER);
        return new Kerned(own);
    }

    private static final class Kerned extends AWTGVTFont {

        Kerned(Map<AttributedCharacterIterator.Attribute, Object> attributes) {
            super(attributes);
        }

        Kerned(Font font, double scale) {
            super(font, scale);
        }

        @Override
        public GVTGlyphVector createGlyphVector(FontRenderContext context, CharacterIterator text) {
            StringBuilder letters = new StringBuilder();
            for (char c = text.first(); c != CharacterIterator.DONE; c = text.next()) {
                letters.append(c);
            }
            char[] all = letters.toString().toCharArray();
            GlyphVector plain = awtFont.createGlyphVector(context, all);
            boolean simple = all.length > 1 && !Font.textRequiresLayout(all, 0, all.length);
            Font kerning = awtFont.deriveFont(Map.of(TextAttribute.KERNING, TextAttribute.KERNING_ON));
            GlyphVector items =
                    simple ? kerning.layoutGlyphVector(context, all, 0, all.length, Font.LAYOUT_LEFT_TO_RIGHT) : plain;
            return new Close(
                    plain,
                    items.getNumGlyphs() == all.length ? items : plain,
                    this,
                    scale,
                    new StringCharacterIterator(letters.toString()));
        }
    }

    /** Glyphs that advance as far as the kerning of those behind them lets them. */
    private static final class Close extends AWTGVTGlyphVector {

        private final GlyphVector kerned;
        private final double scale;

        Close(GlyphVector plain, GlyphVector kerned, AWTGVTFont font, double scale, CharacterIterator text) {
            super(plain, font, scale, text);
            this.kerned = kerned;
            this.scale = scale;
        }

        @Override
        public GVTGlyphMetrics getGlyphMetrics(int index) {
            GVTGlyphMetrics plain = super.getGlyphMetrics(index);
            double advance = kerned.getGlyphPosition(index + 1).getX()
                    - kerned.getGlyphPosition(index).getX();
            return new GVTGlyphMetrics(
                    (float) (advance * scale), plain.getVerticalAdvance(), plain.getBounds2D(), (byte) 0);
        }
    }
}
