package app.vineparcel.core.codec;

import java.awt.Font;
import java.awt.font.TextAttribute;
import java.io.IOException;
import java.text.AttributedCharacterIterator;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.batik.gvt.font.GVTFont;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.pdmodel.font.FontMappers;
import org.apache.pdfbox.pdmodel.font.FontMapping;

/** Finds the file behind a font that text was items out with. */
public final class SceneFonts {

    private static final Map<String, Optional<TrueTypeFont>> FOUND = new ConcurrentHashMap<>();

    /** From here on a weight counts as bold (OpenType, usWeightClass). */
    private static final int BOLD_CLASS = 600;

    private SceneFonts() {}

    /** The typeface; empty if it is none with a TrueType file of its own. */
    public static Optional<TrueTypeFont> of(GVTFont font, AttributedCharacterIterator text) {
        if (font.getFamilyName() == null || !(font instanceof org.apache.batik.gvt.font.AWTGVTFont)) {
            return Optional.empty();
        }
        text.first();
        Map<TextAttribute, Object> wanted = new HashMap<>();
        wanted.put(TextAttribute.FAMILY, font.getFamilyName());
        put(wanted, text, TextAttribute.WEIGHT);
        put(wanted, text, TextAttribute.POSTURE);
        put(wanted, text, TextAttribute.WIDTH);
        String name = Font.getFont(wanted).getPSName();
        return FOUND.computeIfAbsent(name, SceneFonts::find).filter(face -> hasThatShape(face, wanted));
    }

    /** Whether the file itself has the asked weight and slant, rather than the layout having made them up. */
    private static boolean hasThatShape(TrueTypeFont face, Map<TextAttribute, Object> wanted) {
        try {
            boolean bold = wanted.get(TextAttribute.WEIGHT) instanceof Number weight
                    && weight.floatValue() >= TextAttribute.WEIGHT_BOLD;
            boolean slanted = wanted.get(TextAttribute.POSTURE) instanceof Number posture && posture.floatValue() > 0;
            boolean isBold =
                    face.getOS2Windows() != null && face.getOS2Windows().getWeightClass() >= BOLD_CLASS;
            boolean isSlanted = face.getHeader().getMacStyle() > 1;
            return (!bold || isBold) && (!slanted || isSlanted);
        } catch (IOException e) {
            return false;
        }
    }

    private static void put(
            Map<TextAttribute, Object> wanted, AttributedCharacterIterator text, TextAttribute attribute) {
        if (text.getAttribute(attribute) != null) {
            wanted.put(attribute, text.getAttribute(attribute));
        }
    }

    private static Optional<TrueTypeFont> find(String postScriptName) {
        Optional<TrueTypeFont> shipped = ShippedFonts.typeface(postScriptName);
        if (shipped.isPresent()) {
            return shipped;
        }
        FontMapping<TrueTypeFont> mapping = FontMappers.instance().getTrueTypeFont(postScriptName, null);
        return mapping == null || mapping.isFallback() ? Optional.empty() : Optional.of(mapping.getFont());
    }
}
