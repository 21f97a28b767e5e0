package app.vineparcel.core.source;

import app.vineparcel.core.codec.ShippedFonts;
import java.awt.geom.AffineTransform;
import java.awt.geom.GeneralPath;
import java.awt.geom.PathIterator;
import java.awt.geom.Rectangle2D;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import org.apache.fontbox.ttf.TrueTypeFont;

/** A line of text as outlines of a shipped font, so that it looks the same wherever it is drawn. Characters without a glyph become an empty box. */
public final class TextOutline {

    /** The fonts there are, by their PostScript names. */
    public static final List<String> FONTS = List.of("IBMPlexSans-SemiBold", "IBMPlexSans-Regular");

    private static final String COMMANDS = "MLQCZ";
    /** Font units that one unit of an SVG is. */
    private static final double UNITS = 10;

    private final GeneralPath path;

    /**
     * A line.
     *
     * @param font one of {@link #FONTS}
     */
    public TextOutline(String text, String font) {
        this.path = outline(text, font);
    }

    private static GeneralPath outline(String text, String name) {
        try {
            TrueTypeFont font = ShippedFonts.typeface(name).orElseThrow();
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

    /** In font units, y downwards, the base line at 0. */
    GeneralPath path() {
        return path;
    }

    /**
     * An SVG that is just large enough for the line.
     *
     * @param rgb its colour, 0xRRGGBB in sRGB
     */
    public String svg(int rgb) {
        Rectangle2D box = path.getBounds2D();
        StringBuilder data = new StringBuilder();
        double[] points = new double[6];
        for (PathIterator part = path.getPathIterator(null); !part.isDone(); part.next()) {
            int kind = part.currentSegment(points);
            data.append(COMMANDS.charAt(kind));
            int count = kind == PathIterator.SEG_CLOSE ? 0 : kind == PathIterator.SEG_MOVETO ? 2 : 2 * kind;
            for (int i = 0; i < count; i++) {
                double start = i % 2 == 0 ? box.getX() : box.getY();
                data.append(i == 0 ? "" : " ").append(number((points[i] - start) / UNITS));
            }
        }
        return "<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 %1$s %2$s\" width=\"%1$s\" height=\"%2$s\"><path fill=\"#%3$06x\" d=\"%4$s\"/></svg>%n"
                .formatted(
                        number(Math.max(1, box.getWidth() / UNITS)),
                        number(Math.max(1, box.getHeight() / UNITS)),
                        rgb,
                        data);
    }

    private static String number(double value) {
        return String.format(Locale.ROOT, "%.1f", value);
    }
}
