package app.vineparcel.core.source;

import app.vineparcel.core.raster.Pixels;
import com.github.weisj.jsvg.SVGDocument;
import com.github.weisj.jsvg.parser.LoaderContext;
import com.github.weisj.jsvg.parser.SVGLoader;
import com.github.weisj.jsvg.parser.resources.ResourcePolicy;
import java.awt.geom.Dimension2D;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;

/** A mark drawn from an SVG. Nothing outside the file is ever fetched. */
final class SvgMark implements Mark {

    private static final int LARGEST = 5_000_000;

    private final SVGDocument document;

    /**
     * Reads a mark.
     *
     * @throws IOException with a reason in words if it is too large, has entities or is no SVG
     */
    SvgMark(byte[] svg) throws IOException {
        if (svg.length > LARGEST) {
            throw new IOException("it has " + svg.length / 1_000_000 + " MB; a mark has up to 5 MB.");
        }
        if (new String(svg, StandardCharsets.ISO_8859_1).contains("<!ENTITY")) {
            throw new IOException("it defines entities, which are not read.");
        }
        SVGDocument read;
        try {
            read = new SVGLoader()
                    .load(
                            new ByteArrayInputStream(svg),
                            null,
                            LoaderContext.builder()
                                    .externalResourcePolicy(ResourcePolicy.DENY_EXTERNAL)
                                    .build());
        } catch (RuntimeException e) {
            throw new IOException("its drawing is damaged.", e);
        }
        if (read == null || !(read.size().getWidth() > 0 && read.size().getHeight() > 0)) {
            throw new IOException("it is no SVG with a size.");
        }
        document = read;
    }

    @Override
    public Pixels draw(int width, double rotation) {
        Dimension2D size = document.size();
        return MarkCanvas.draw(
                size.getWidth(), size.getHeight(), width, rotation, graphics -> document.render(null, graphics));
    }
}
