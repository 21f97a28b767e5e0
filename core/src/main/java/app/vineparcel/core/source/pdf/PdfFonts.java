package app.vineparcel.core.source.pdf;

import app.vineparcel.core.Notice;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;

/** Finds the fonts of a page that are not in the file; others are then drawn in their place. The fourteen that every reader has do not count. */
final class PdfFonts {

    private static final int DEEPEST = 20;
    private static final int MOST_NAMED = 3;
    private static final List<COSName> FILES = List.of(COSName.FONT_FILE, COSName.FONT_FILE2, COSName.FONT_FILE3);

    private final Set<COSDictionary> seen = Collections.newSetFromMap(new IdentityHashMap<>());
    private final Set<String> missing = new TreeSet<>();

    private PdfFonts() {}

    static List<Notice> missing(PDPage page) {
        PdfFonts fonts = new PdfFonts();
        if (page.getResources() != null) {
            fonts.look(page.getResources().getCOSObject(), 0);
        }
        if (fonts.missing.isEmpty()) {
            return List.of();
        }
        List<String> named =
                fonts.missing.stream().limit(MOST_NAMED).map("“%s”"::formatted).toList();
        return List.of(Notice.caution(
                "font-missing",
                "%s %s not in the file, so a similar font is used. Embed all fonts where the file is made."
                        .formatted(
                                fonts.missing.size() == 1
                                        ? "Its font " + named.get(0)
                                        : "Its fonts %s%s"
                                                .formatted(
                                                        String.join(", ", named),
                                                        fonts.missing.size() > MOST_NAMED ? " and others" : ""),
                                fonts.missing.size() == 1 ? "is" : "are")));
    }

    private void look(COSDictionary resources, int depth) {
        if (depth > DEEPEST || !seen.add(resources)) {
            return;
        }
        COSDictionary fonts = resources.getCOSDictionary(COSName.FONT);
        if (fonts != null) {
            fonts.keySet().forEach(name -> {
                COSDictionary font = fonts.getCOSDictionary(name);
                if (font != null && seen.add(font)) {
                    font(font);
                }
            });
        }
        COSDictionary objects = resources.getCOSDictionary(COSName.XOBJECT);
        if (objects != null) {
            for (COSName name : objects.keySet()) {
                COSStream object = objects.getCOSStream(name);
                if (object != null && object.getCOSDictionary(COSName.RESOURCES) != null) {
                    look(object.getCOSDictionary(COSName.RESOURCES), depth + 1);
                }
            }
        }
    }

    private void font(COSDictionary font) {
        if (COSName.TYPE3.equals(font.getCOSName(COSName.SUBTYPE))) {
            return;
        }
        COSDictionary described = font;
        if (font.getDictionaryObject(COSName.DESCENDANT_FONTS) instanceof COSArray inner
                && inner.size() > 0
                && inner.getObject(0) instanceof COSDictionary first) {
            described = first;
        }
        COSDictionary descriptor = described.getCOSDictionary(COSName.FONT_DESC);
        boolean inside = descriptor != null && FILES.stream().anyMatch(file -> descriptor.getCOSStream(file) != null);
        String name = font.getNameAsString(COSName.BASE_FONT);
        if (!inside && name != null && !Standard14Fonts.containsName(name)) {
            missing.add(name);
        }
    }
}
