package app.vineparcel.core.codec.pdf;

import java.awt.geom.GeneralPath;
import java.io.IOException;
import org.apache.pdfbox.rendering.PageDrawer;
import org.apache.pdfbox.rendering.PageDrawerParameters;

/**
 * Draws a page and clips by a path once that path is painted or ended, wherever before that the clip was asked for (ISO 32000-2, 8.5.4). The
 * library clips at once: by half a path, or by none, and what is stroked with its own clip loses the outer half of its line.
 */
public abstract class LateClipDrawer extends PageDrawer {

    private static final int NONE = -1;

    private int asked = NONE;

    protected LateClipDrawer(PageDrawerParameters parameters) throws IOException {
        super(parameters);
    }

    /** What paints or ends the path that stands. */
    @FunctionalInterface
    protected interface Painting<E extends Exception> {
        void paint() throws E;
    }

    /** Paints, and clips by what was painted if that was asked for. */
    protected final <E extends Exception> void painted(Painting<E> painting) throws E {
        int rule = asked;
        GeneralPath path = new GeneralPath(getLinePath());
        asked = NONE;
        painting.paint();
        if (rule != NONE) {
            getLinePath().reset();
            getLinePath().append(path, false);
            super.clip(rule);
            getLinePath().reset();
        }
    }

    @Override
    public void clip(int windingRule) {
        asked = windingRule;
    }

    @Override
    public void endPath() {
        painted(super::endPath);
    }

    @Override
    public void strokePath() throws IOException {
        painted(super::strokePath);
    }

    @Override
    public void fillPath(int windingRule) throws IOException {
        painted(() -> super.fillPath(windingRule));
    }

    @Override
    public void fillAndStrokePath(int windingRule) throws IOException {
        painted(() -> super.fillAndStrokePath(windingRule));
    }
}
