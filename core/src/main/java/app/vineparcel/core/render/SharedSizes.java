package app.vineparcel.core.render;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.raster.Pyramid;
import app.vineparcel.core.recipe.Recipe;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Has a picture brought to the sizes of several renditions in one pass over its rows, before the first of them is made. Used by one thread. */
final class SharedSizes {

    private final List<PlannedRendition> unit;
    private final FramedSources sources;
    private final RenditionPixels.RenderContext context;

    /**
     * For renditions of the same source.
     *
     * @param unit in the order in which they are made
     */
    SharedSizes(List<PlannedRendition> unit, FramedSources sources, RenditionPixels.RenderContext context) {
        this.unit = unit;
        this.sources = sources;
        this.context = context;
    }

    /** Works out what a rendition needs, together with what those behind it do; several threads share one size instead. */
    void prepare(PlannedRendition first, FramedSources.FramedSource framed) throws ProblemException {
        if (context.threads() > 1 || first.piece().piece().isDrawn()) {
            return;
        }
        Optional<RenditionPixels.Need> need =
                RenditionPixels.need(framed, first.column().recipe(), context);
        if (need.isEmpty() || need.get().pyramid().isPrepared(need.get().sized())) {
            return;
        }
        Pyramid pyramid = need.get().pyramid();
        List<Pyramid.Sized> sizes = new ArrayList<>();
        unit.stream()
                .dropWhile(one -> one != first)
                .takeWhile(one -> isOfSamePicture(one, first))
                .map(this::need)
                .flatMap(Optional::stream)
                .filter(one -> one.pyramid() == pyramid)
                .forEach(one -> sizes.add(one.sized()));
        context.clock().time(Stage.RESAMPLE, () -> {
            pyramid.prepare(sizes);
            return sizes;
        });
    }

    /** A unit has all of one piece together. */
    private static boolean isOfSamePicture(PlannedRendition one, PlannedRendition other) {
        return one.piece().piece().equals(other.piece().piece())
                && one.options(one.piece()).equals(other.options(other.piece()));
    }

    private Optional<RenditionPixels.Need> need(PlannedRendition planned) {
        Recipe recipe = planned.column().recipe();
        if (recipe.format().isVector()
                || recipe.format().copies()
                || planned.blocker().isPresent()) {
            return Optional.empty();
        }
        try {
            return RenditionPixels.need(sources.of(planned), recipe, context);
        } catch (ProblemException e) {
            return Optional.empty(); // it is told when that rendition's turn comes
        }
    }
}
