package app.vineparcel.core.codec.eps;

import java.util.Locale;
import org.apache.pdfbox.pdmodel.font.encoding.GlyphList;

/** Names of letters by the Adobe Glyph List, which readers of text know. */
final class GlyphName {

    private GlyphName() {}

    static String of(@org.jspecify.annotations.Nullable String unicode, int code) {
        if (unicode == null || unicode.isEmpty()) {
            return "g" + code;
        }
        String listed = GlyphList.getAdobeGlyphList().codePointToName(unicode.codePointAt(0));
        return unicode.codePointCount(0, unicode.length()) > 1 || listed == null || listed.equals(".notdef")
                ? String.format(Locale.ROOT, "uni%04X", unicode.codePointAt(0))
                : listed;
    }
}
