package app.vineparcel.core.codec.eps;

import java.awt.BasicStroke;
import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.Path2D;
import java.awt.geom.PathIterator;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.zip.DeflaterOutputStream;
import org.apache.xmlgraphics.util.io.ASCII85OutputStream;
import org.jspecify.annotations.Nullable;

/** Writes the operations of a page as PostScript, level 3 (PostScript Language Reference, third edition), in points of the page. */
final class PostScript {

    /** Short words for what occurs often. */
    static final String PROLOG =
            """
            /m{moveto}bind def /l{lineto}bind def /c{curveto}bind def /h{closepath}bind def
            /f{fill}bind def /F{eofill}bind def /q{gsave}bind def /Q{grestore}bind def /s{moveto show}bind def
            """;

    private final ByteArrayOutputStream out = new ByteArrayOutputStream();
    private final PsFonts fonts;
    private Optional<Shape> clip = Optional.empty();
    private boolean clipped;
    private String ink = "";
    private String font = "";
    private final StringBuilder letters = new StringBuilder();
    private double startX;
    private double startY;
    private double nextX;
    private double nextY;

    PostScript(PsFonts fonts) {
        this.fonts = fonts;
    }

    byte[] bytes() {
        flush();
        unclip();
        return out.toByteArray();
    }

    private void line(String text) {
        byte[] bytes = text.getBytes(StandardCharsets.ISO_8859_1);
        out.write(bytes, 0, bytes.length);
        out.write('\n');
    }

    /** What follows is seen in that only. */
    void clip(Optional<Shape> wanted, Rectangle2D page) {
        Optional<Shape> needed = wanted.filter(shape -> !shape.contains(page));
        if (needed.equals(clip)) {
            return;
        }
        flush();
        unclip();
        if (needed.isPresent()) {
            line("q " + path(needed.get()) + (isEvenOdd(needed.get()) ? "eoclip" : "clip") + " newpath");
            clipped = true;
        }
        clip = needed;
    }

    private void unclip() {
        if (clipped) {
            line("Q");
            clipped = false;
            ink = "";
            font = "";
        }
    }

    private void ink(String wanted) {
        if (!wanted.equals(ink)) {
            flush();
            line(wanted);
            ink = wanted;
        }
    }

    void fill(Shape shape, String colour) {
        flush();
        ink(colour);
        line(path(shape) + (isEvenOdd(shape) ? "F" : "f"));
    }

    void stroke(Shape shape, String colour, BasicStroke stroke, AffineTransform pen) {
        flush();
        ink(colour);
        StringBuilder dashes = new StringBuilder("[");
        if (stroke.getDashArray() != null) {
            dashes.append(Numbers.joined(stroke.getDashArray()));
        }
        line("q " + path(shape) + matrix(pen) + " concat "
                + Numbers.of(stroke.getLineWidth()) + " setlinewidth "
                + stroke.getEndCap() + " setlinecap " + stroke.getLineJoin() + " setlinejoin "
                + Numbers.of(stroke.getMiterLimit()) + " setmiterlimit "
                + dashes + "] " + Numbers.of(stroke.getDashPhase()) + " setdash stroke Q");
    }

    void shaded(Shape shape, ShadingDict shading) {
        flush();
        line("q " + path(shape) + (isEvenOdd(shape) ? "eoclip" : "clip") + " newpath " + matrix(shading.placed())
                + " concat");
        line(shading.dictionary());
        line("shfill Q");
    }

    /** A letter; letters that follow each other at their own widths are shown together. */
    void glyph(Glyph glyph, AffineTransform thousandths, String colour) {
        PsFonts.Place place = fonts.place(glyph);
        String wanted = "/%s [%s 0 0] selectfont"
                .formatted(
                        place.font(),
                        Numbers.joined(
                                thousandths.getScaleX() * 1000,
                                thousandths.getShearY() * 1000,
                                thousandths.getShearX() * 1000,
                                thousandths.getScaleY() * 1000));
        double x = thousandths.getTranslateX();
        double y = thousandths.getTranslateY();
        boolean follows = letters.length() > 0
                && wanted.equals(font)
                && colour.equals(ink)
                && Math.hypot(x - nextX, y - nextY) < 0.002;
        if (!follows) {
            flush();
            ink(colour);
            if (!wanted.equals(font)) {
                line(wanted);
                font = wanted;
            }
            startX = x;
            startY = y;
        }
        letters.append("%02x".formatted(place.code()));
        nextX = x + thousandths.getScaleX() * glyph.width();
        nextY = y + thousandths.getShearY() * glyph.width();
    }

    private void flush() {
        if (letters.length() > 0) {
            line("<" + letters + "> " + Numbers.joined(startX, startY) + " s");
            letters.setLength(0);
        }
    }

    /** An opaque picture on the unit square. */
    void image(BufferedImage image, AffineTransform onto) throws IOException {
        flush();
        line("q " + matrix(onto) + " concat /DeviceRGB setcolorspace");
        line("<< /ImageType 1 " + sizes(image, "[0 1 0 1 0 1]") + " " + SOURCE + " >> image");
        data(image, null);
        line("Q");
    }

    /**
     * Pixels on a part of the page.
     *
     * @param painted which of them are painted, row by row; the others leave what is beneath as it is
     */
    void pixels(BufferedImage image, boolean[] painted, Rectangle2D part) throws IOException {
        flush();
        line("q " + Numbers.joined(part.getX(), part.getY()) + " translate "
                + Numbers.joined(part.getWidth(), part.getHeight()) + " scale /DeviceRGB setcolorspace");
        line("<< /ImageType 3 /InterleaveType 1 /DataDict << /ImageType 1 " + sizes(image, "[0 1 0 1 0 1]") + " "
                + SOURCE + " >>");
        line("/MaskDict << /ImageType 1 " + sizes(image, "[0 1]") + " >> >> image");
        data(image, painted);
        line("Q");
    }

    private static final String SOURCE = "/DataSource currentfile /ASCII85Decode filter /FlateDecode filter";

    private static String sizes(BufferedImage image, String decode) {
        int width = image.getWidth();
        int height = image.getHeight();
        return "/Width %d /Height %d /BitsPerComponent 8 /Decode %s /ImageMatrix [%d 0 0 %d 0 %d]"
                .formatted(width, height, decode, width, -height, height);
    }

    private void data(BufferedImage image, boolean @Nullable [] painted) throws IOException {
        ByteArrayOutputStream text = new ByteArrayOutputStream();
        ASCII85OutputStream ascii = new ASCII85OutputStream(text);
        OutputStream packed = new DeflaterOutputStream(ascii);
        byte[] row = new byte[image.getWidth() * (painted == null ? 3 : 4)];
        for (int y = 0, i = 0; y < image.getHeight(); y++) {
            for (int x = 0, at = 0; x < image.getWidth(); x++, i++) {
                int rgb = image.getRGB(x, y);
                if (painted != null) {
                    row[at++] = (byte) (painted[i] ? 0 : 255);
                }
                row[at++] = (byte) (rgb >> 16);
                row[at++] = (byte) (rgb >> 8);
                row[at++] = (byte) rgb;
            }
            packed.write(row);
        }
        packed.close();
        text.writeTo(out);
        out.write('\n');
    }

    private static String matrix(AffineTransform m) {
        return "["
                + Numbers.joined(
                        m.getScaleX(),
                        m.getShearY(),
                        m.getShearX(),
                        m.getScaleY(),
                        m.getTranslateX(),
                        m.getTranslateY())
                + "]";
    }

    private static boolean isEvenOdd(Shape shape) {
        return shape.getPathIterator(null).getWindingRule() == Path2D.WIND_EVEN_ODD;
    }

    /** An outline as operators, with a space behind it. */
    static String path(Shape shape) {
        StringBuilder path = new StringBuilder();
        double[] at = new double[6];
        double x = 0;
        double y = 0;
        for (PathIterator steps = shape.getPathIterator(null); !steps.isDone(); steps.next()) {
            int kind = steps.currentSegment(at);
            switch (kind) {
                case PathIterator.SEG_MOVETO ->
                    path.append(Numbers.joined(at[0], at[1])).append(" m ");
                case PathIterator.SEG_LINETO ->
                    path.append(Numbers.joined(at[0], at[1])).append(" l ");
                case PathIterator.SEG_QUADTO ->
                    path.append(Numbers.joined(
                                    x + 2 * (at[0] - x) / 3,
                                    y + 2 * (at[1] - y) / 3,
                                    at[2] + 2 * (at[0] - at[2]) / 3,
                                    at[3] + 2 * (at[1] - at[3]) / 3,
                                    at[2],
                                    at[3]))
                            .append(" c ");
                case PathIterator.SEG_CUBICTO -> path.append(Numbers.joined(at)).append(" c ");
                default -> path.append("h ");
            }
            int last = kind == PathIterator.SEG_CUBICTO ? 4 : kind == PathIterator.SEG_QUADTO ? 2 : 0;
            if (kind != PathIterator.SEG_CLOSE) {
                x = at[last];
                y = at[last + 1];
            }
            if (path.length() - path.lastIndexOf("\n") > 200) {
                path.append('\n');
            }
        }
        return path.toString();
    }

    /** Text between parentheses. */
    static String escaped(String text) {
        return text.replaceAll("[^\\x20-\\x7e]", "?").replaceAll("([\\\\()])", "\\\\$1");
    }
}
