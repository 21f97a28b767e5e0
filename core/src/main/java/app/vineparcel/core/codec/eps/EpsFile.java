package app.vineparcel.core.codec.eps;

import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.common.PDRectangle;

/**
 * Encapsulated PostScript (EPSF 3.0, level 3). What a page paints opaquely stays shapes and text. Where it is mixed with what lies
 * beneath, pixels are items over exactly those places that change, drawn together with what lies beneath, on white paper.
 *
 * @param title of the file
 * @param ppi the resolution of what becomes pixels
 */
public record EpsFile(String title, int ppi) {

    private static final double POINTS = 72;
    /** How far apart soft operations may lie in the list to become one raster: nothing opaque may lie between. */
    private static final int NONE = -1;

    /**
     * The file's bytes.
     *
     * @param pdf a PDF of one page that is not turned
     * @throws IOException with a reason in words
     */
    public byte[] of(byte[] pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            PDRectangle box = document.getPage(0).getCropBox();
            Rectangle2D page =
                    new Rectangle2D.Double(box.getLowerLeftX(), box.getLowerLeftY(), box.getWidth(), box.getHeight());
            List<PaintOp> ops = OpList.of(document.getPage(0));
            PsFonts fonts = new PsFonts();
            ops.stream()
                    .filter(op -> !op.soft() && op.isSeen())
                    .flatMap(op -> op.glyph().stream())
                    .forEach(fonts::use);
            PostScript body = new PostScript(fonts);
            write(document, ops, page, body);
            return assembled(page, fonts, body);
        }
    }

    private void write(PDDocument document, List<PaintOp> ops, Rectangle2D page, PostScript body) throws IOException {
        int softFrom = NONE;
        for (int i = 0; i <= ops.size(); i++) {
            boolean soft = i < ops.size() && (ops.get(i).soft() || !ops.get(i).isSeen() && softFrom != NONE);
            if (soft) {
                softFrom = softFrom == NONE ? i : softFrom;
                continue;
            }
            if (softFrom != NONE) {
                flatten(document, ops.subList(softFrom, i), softFrom, page, body);
                softFrom = NONE;
            }
            if (i < ops.size() && ops.get(i).isSeen()) {
                body.clip(ops.get(i).clip(), page);
                ops.get(i).writing().to(body);
            }
        }
    }

    /** Lays the pixels over the page that a row of soft operations changes. */
    private void flatten(PDDocument document, List<PaintOp> run, int before, Rectangle2D page, PostScript body)
            throws IOException {
        Optional<Rectangle2D> touched = run.stream()
                .filter(PaintOp::isSeen)
                .map(PaintOp::bounds)
                .reduce(Rectangle2D::createUnion)
                .map(all -> grown(all).createIntersection(page))
                .filter(all -> all.getWidth() > 0 && all.getHeight() > 0);
        if (touched.isEmpty()) {
            return;
        }
        Rectangle2D part = onPixels(touched.get(), page);
        double dense = ppi / POINTS;
        BufferedImage with = PartDrawer.draw(document, before + run.size(), part, dense);
        BufferedImage without = PartDrawer.draw(document, before, part, dense);
        boolean[] painted = new boolean[with.getWidth() * with.getHeight()];
        boolean any = false;
        for (int y = 0, i = 0; y < with.getHeight(); y++) {
            for (int x = 0; x < with.getWidth(); x++, i++) {
                painted[i] = with.getRGB(x, y) != without.getRGB(x, y);
                any |= painted[i];
            }
        }
        if (any) {
            body.clip(Optional.empty(), page);
            body.pixels(with, painted, part);
        }
    }

    /** One pixel of room on every side, for soft edges. */
    private Rectangle2D grown(Rectangle2D box) {
        double room = POINTS / ppi;
        return new Rectangle2D.Double(
                box.getX() - room, box.getY() - room, box.getWidth() + 2 * room, box.getHeight() + 2 * room);
    }

    /** The same with its edges between pixels of one grid for the whole page, so that neighbouring parts meet. */
    private Rectangle2D onPixels(Rectangle2D box, Rectangle2D page) {
        double pixel = POINTS / ppi;
        double left = page.getX() + Math.floor((box.getMinX() - page.getX()) / pixel) * pixel;
        double bottom = page.getY() + Math.floor((box.getMinY() - page.getY()) / pixel) * pixel;
        double right = page.getX() + Math.ceil((box.getMaxX() - page.getX()) / pixel) * pixel;
        double top = page.getY() + Math.ceil((box.getMaxY() - page.getY()) / pixel) * pixel;
        return new Rectangle2D.Double(left, bottom, right - left, top - bottom);
    }

    private byte[] assembled(Rectangle2D page, PsFonts fonts, PostScript body) throws IOException {
        ByteArrayOutputStream file = new ByteArrayOutputStream();
        file.write(
                """
                %%!PS-Adobe-3.0 EPSF-3.0
                %%%%BoundingBox: %d %d %d %d
                %%%%HiResBoundingBox: %s
                %%%%Title: (%s)
                %%%%LanguageLevel: 3
                %%%%DocumentData: Clean7Bit
                %%%%EndComments
                %%%%BeginProlog
                30 dict begin
                %s%%%%EndProlog
                """
                        .formatted(
                                (int) Math.floor(page.getMinX()),
                                (int) Math.floor(page.getMinY()),
                                (int) Math.ceil(page.getMaxX()),
                                (int) Math.ceil(page.getMaxY()),
                                Numbers.joined(page.getMinX(), page.getMinY(), page.getMaxX(), page.getMaxY()),
                                PostScript.escaped(title),
                                PostScript.PROLOG + fonts.prolog())
                        .getBytes(StandardCharsets.ISO_8859_1));
        file.write("gsave %s rectclip\n"
                .formatted(Numbers.joined(page.getMinX(), page.getMinY(), page.getWidth(), page.getHeight()))
                .getBytes(StandardCharsets.ISO_8859_1));
        file.write(body.bytes());
        file.write("grestore end\nshowpage\n%%EOF\n".getBytes(StandardCharsets.ISO_8859_1));
        return file.toByteArray();
    }
}
