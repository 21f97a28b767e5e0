package app.vineparcel.core.source.svg;

import java.awt.Font;
import java.awt.font.FontRenderContext;
import java.awt.font.GlyphVector;
import java.awt.font.TextAttribute;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.apache.fontbox.ttf.CmapLookup;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;

/** Gives a subset of a font a table of kerning (OpenType, 'kern', format 0), since the subset lost its own. */
final class KernTable {

    private static final int MOST_LETTERS = 250;
    private static final int EM = 1000;
    private static final FontRenderContext EXACT = new FontRenderContext(null, true, true);

    private KernTable() {}

    /**
     * The subset with the kerning of its letters.
     *
     * @param letters code points
     * @param face what the subset is of
     */
    static byte[] added(byte[] subset, Set<Integer> letters, TrueTypeFont face) throws IOException {
        if (letters.size() > MOST_LETTERS) {
            return subset;
        }
        Font plain = new Font(fullName(face), Font.PLAIN, EM);
        if (!plain.getPSName().equals(face.getName())) {
            return subset;
        }
        Font font = plain.deriveFont(Map.of(TextAttribute.KERNING, TextAttribute.KERNING_ON));
        Map<Long, Integer> pairs = new TreeMap<>();
        try (TrueTypeFont small = new TTFParser(true).parse(new RandomAccessReadBuffer(subset))) {
            CmapLookup glyphs = small.getUnicodeCmapLookup();
            for (int left : letters) {
                for (int right : letters) {
                    int kern = kern(font, (char) left, (char) right);
                    if (kern != 0) {
                        pairs.put(
                                (long) glyphs.getGlyphId(left) << 16 | glyphs.getGlyphId(right),
                                kern * face.getUnitsPerEm() / EM);
                    }
                }
            }
        }
        return pairs.isEmpty() ? subset : with(subset, table(pairs));
    }

    private static String fullName(TrueTypeFont face) throws IOException {
        String style = face.getNaming().getFontSubFamily();
        return face.getNaming().getFontFamily() + ("Regular".equals(style) ? "" : " " + style);
    }

    private static int kern(Font font, char left, char right) {
        char[] both = {left, right};
        GlyphVector items = font.layoutGlyphVector(EXACT, both, 0, 2, Font.LAYOUT_LEFT_TO_RIGHT);
        GlyphVector alone = font.createGlyphVector(EXACT, both);
        return items.getNumGlyphs() < 2
                ? 0
                : (int) Math.round(items.getGlyphPosition(1).getX()
                        - alone.getGlyphMetrics(0).getAdvanceX());
    }

    private static byte[] table(Map<Long, Integer> pairs) {
        int power = Integer.highestOneBit(pairs.size());
        ByteBuffer out = ByteBuffer.allocate(18 + 6 * pairs.size());
        out.putShort((short) 0).putShort((short) 1);
        out.putShort((short) 0).putShort((short) (14 + 6 * pairs.size())).putShort((short) 1);
        out.putShort((short) pairs.size()).putShort((short) (6 * power));
        out.putShort((short) Integer.numberOfTrailingZeros(power)).putShort((short) (6 * (pairs.size() - power)));
        pairs.forEach((glyphs, kern) -> out.putInt((int) (long) glyphs).putShort((short) (int) kern));
        return out.array();
    }

    private record Entry(String tag, byte[] content) {}

    /** A font file with one more table. */
    private static byte[] with(byte[] font, byte[] kern) {
        ByteBuffer in = ByteBuffer.wrap(font);
        int count = in.getShort(4) & 0xffff;
        List<Entry> tables = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            int entry = 12 + 16 * i;
            byte[] content = new byte[in.getInt(entry + 12)];
            in.get(in.getInt(entry + 8), content);
            tables.add(new Entry(new String(font, entry, 4, StandardCharsets.US_ASCII), content));
        }
        tables.add(new Entry("kern", kern));
        tables.sort(java.util.Comparator.comparing(Entry::tag));
        int power = Integer.highestOneBit(tables.size());
        ByteBuffer head = ByteBuffer.allocate(12 + 16 * tables.size());
        head.putInt(in.getInt(0)).putShort((short) tables.size()).putShort((short) (16 * power));
        head.putShort((short) Integer.numberOfTrailingZeros(power)).putShort((short) (16 * (tables.size() - power)));
        ByteArrayOutputStream body = new ByteArrayOutputStream();
        for (Entry table : tables) {
            head.put(table.tag().getBytes(StandardCharsets.US_ASCII)).putInt(sum(table.content()));
            head.putInt(head.capacity() + body.size()).putInt(table.content().length);
            body.writeBytes(table.content());
            body.writeBytes(new byte[-table.content().length & 3]);
        }
        return ByteBuffer.allocate(head.capacity() + body.size())
                .put(head.array())
                .put(body.toByteArray())
                .array();
    }

    private static int sum(byte[] table) {
        int sum = 0;
        for (int i = 0; i < table.length; i++) {
            sum += (table[i] & 0xff) << 24 - 8 * (i & 3);
        }
        return sum;
    }
}
