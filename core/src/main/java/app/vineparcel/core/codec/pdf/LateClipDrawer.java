package app.vineparcel.core.codec.pdf;

import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.geometry.Crossings;
import app.vineparcel.core.geometry.DashCount;
import java.awt.geom.GeneralPath;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.contentstream.operator.Operator;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.pdmodel.graphics.PDLineDashPattern;
import org.apache.pdfbox.rendering.PageDrawer;
import org.apache.pdfbox.rendering.PageDrawerParameters;

/**
 * Draws a page and clips by a path once that path is painted or ended, wherever before that the clip was asked for (ISO 32000-2, 8.5.4). The
 * library clips at once: by half a path, or by none, and what is stroked with its own clip loses the outer half of its line.
 */
public abstract class LateClipDrawer extends PageDrawer {

    private static final int NONE = -1;

    private static final int SEGMENTS_AT_ONCE = 50_000;
    /** In the path, in its copies and in what filling makes of it. */
    private static final long BYTES_A_SEGMENT = 150;

    private final List<WorkBudget.Hold> path = new ArrayList<>();
    private int segments;
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
        GeneralPath outline = rule == NONE ? new GeneralPath() : new GeneralPath(getLinePath());
        asked = NONE;
        painting.paint();
        path.forEach(WorkBudget.Hold::close);
        path.clear();
        segments = 0;
        if (rule != NONE) {
            if (Crossings.of(outline) > Crossings.MOST) {
                throw WorkBudget.Exceeded.ofNature(
                        "Its page is clipped by an outline that crosses itself millions of times.");
            }
            getLinePath().reset();
            getLinePath().append(outline, false);
            super.clip(rule);
            getLinePath().reset();
        }
    }

    @Override
    protected void processOperator(Operator operator, List<COSBase> operands) throws IOException {
        WorkBudget.check();
        super.processOperator(operator, operands);
    }

    @Override
    public void lineTo(float x, float y) {
        segment();
        super.lineTo(x, y);
    }

    @Override
    public void moveTo(float x, float y) {
        segment();
        super.moveTo(x, y);
    }

    @Override
    public void curveTo(float x1, float y1, float x2, float y2, float x3, float y3) {
        segment();
        super.curveTo(x1, y1, x2, y2, x3, y3);
    }

    private void segment() {
        if (++segments % SEGMENTS_AT_ONCE == 0) {
            path.add(WorkBudget.hold(SEGMENTS_AT_ONCE * BYTES_A_SEGMENT));
        }
    }

    /** A line of more dashes than can be seen is drawn without gaps; what each dash takes to be worked out nobody has. */
    private void stroked(Painting<IOException> painting) throws IOException {
        PDLineDashPattern dashes = getGraphicsState().getLineDashPattern();
        float[] scaled = dashes.getDashArray().clone();
        for (int i = 0; i < scaled.length; i++) {
            scaled[i] = transformWidth(scaled[i]);
        }
        if (DashCount.of(getLinePath(), scaled) > DashCount.MOST) {
            finelyDashed();
            getGraphicsState().setLineDashPattern(new PDLineDashPattern());
        }
        painted(painting);
        getGraphicsState().setLineDashPattern(dashes);
    }

    /** A line was drawn without its dashes. */
    protected void finelyDashed() {
        // told where somebody looks
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
        stroked(super::strokePath);
    }

    @Override
    public void fillPath(int windingRule) throws IOException {
        painted(() -> super.fillPath(windingRule));
    }

    @Override
    public void fillAndStrokePath(int windingRule) throws IOException {
        stroked(() -> super.fillAndStrokePath(windingRule));
    }
}
