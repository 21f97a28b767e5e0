package app.vineparcel.core.source.svg;

import java.awt.geom.Rectangle2D;
import java.awt.image.RenderedImage;
import java.awt.image.renderable.RenderContext;
import java.util.function.Consumer;
import org.apache.batik.ext.awt.image.renderable.AbstractRable;
import org.apache.batik.ext.awt.image.renderable.Filter;
import org.apache.batik.gvt.GraphicsNode;
import org.jspecify.annotations.Nullable;

/** A filter that gives way where it cannot be worked out: what it is on is then drawn without it, and that is told. */
@SuppressWarnings("unchecked") // the library is older than type parameters
final class GuardedFilter extends AbstractRable {

    private final Filter filter;
    private final GraphicsNode node;
    private final Consumer<Throwable> fault;

    GuardedFilter(Filter filter, GraphicsNode node, Consumer<Throwable> fault) {
        super(filter);
        this.filter = filter;
        this.node = node;
        this.fault = fault;
    }

    @Override
    public Rectangle2D getBounds2D() {
        return filter.getBounds2D();
    }

    @Override
    public @Nullable RenderedImage createRendering(RenderContext context) {
        try {
            return filter.createRendering(context);
        } catch (RuntimeException | StackOverflowError e) {
            fault.accept(e);
            return node.getGraphicsNodeRable(true).createRendering(context);
        }
    }
}
