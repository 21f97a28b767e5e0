package app.vineparcel.core.codec.eps;

import java.awt.geom.Rectangle2D;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.apache.pdfbox.pdmodel.font.PDFont;

/** The letters that a page uses, as Type 3 fonts (PostScript Language Reference, 5.7), up to 255 in each. */
final class PsFonts {

    private static final int MOST = 255;

    /** Where a letter is found. */
    record Place(String font, int code) {}

    private final Map<PDFont, Map<Integer, Place>> places = new IdentityHashMap<>();
    private final List<List<Glyph>> fonts = new ArrayList<>();
    private final Map<PDFont, Integer> open = new IdentityHashMap<>();

    void use(Glyph glyph) {
        Map<Integer, Place> known = places.computeIfAbsent(glyph.font(), font -> new HashMap<>());
        if (known.containsKey(glyph.code())) {
            return;
        }
        Integer at = open.get(glyph.font());
        if (at == null || fonts.get(at).size() == MOST) {
            fonts.add(new ArrayList<>());
            at = fonts.size() - 1;
            open.put(glyph.font(), at);
        }
        fonts.get(at).add(glyph);
        known.put(glyph.code(), new Place("VP" + at, fonts.get(at).size()));
    }

    Place place(Glyph glyph) {
        return places.get(glyph.font()).get(glyph.code());
    }

    /** The definitions of all fonts. */
    String prolog() {
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < fonts.size(); i++) {
            text.append(definition("VP" + i, fonts.get(i)));
        }
        return text.toString();
    }

    private static String definition(String name, List<Glyph> glyphs) {
        StringBuilder encoding = new StringBuilder("/.notdef");
        StringBuilder outlines = new StringBuilder("/.notdef {0 0 setcharwidth}\n");
        Rectangle2D box = new Rectangle2D.Double();
        Set<String> taken = new HashSet<>();
        for (Glyph glyph : glyphs) {
            String own = glyph.name();
            for (int i = 2; !taken.add(own); i++) {
                own = glyph.name() + ".alt" + i;
            }
            Rectangle2D bounds = glyph.outline().getBounds2D();
            box = box.createUnion(bounds);
            encoding.append(" /").append(own);
            outlines.append("/%s {%s 0 %s setcachedevice %sfill}\n"
                    .formatted(
                            own,
                            Numbers.of(glyph.width()),
                            Numbers.joined(
                                    bounds.getMinX() - 1,
                                    bounds.getMinY() - 1,
                                    bounds.getMaxX() + 1,
                                    bounds.getMaxY() + 1),
                            PostScript.path(glyph.outline())));
        }
        return """
                /%s << /FontType 3 /FontMatrix [.001 0 0 .001 0 0] /FontBBox [%s]
                /Encoding [%s %d {/.notdef} repeat]
                /CharProcs <<
                %s>>
                /BuildGlyph {exch /CharProcs get exch 2 copy known not {pop /.notdef} if get exec} bind
                /BuildChar {1 index /Encoding get exch get 1 index /BuildGlyph get exec} bind
                >> definefont pop
                """
                .formatted(
                        name,
                        Numbers.joined(box.getMinX(), box.getMinY(), box.getMaxX(), box.getMaxY()),
                        encoding,
                        255 - glyphs.size(),
                        outlines);
    }
}
