package app.vineparcel.core.render;

import app.vineparcel.core.Notice;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.geometry.Fitting;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.measure.PictureFacts;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.OpenedSource;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceReader;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * A small picture of a large one, for finding it again by eye: read with as few pixels as its format gives, so that it takes a fraction of a
 * rendition's time. Where the format scales while it decodes, that happens on codes, not on light; what is measured or delivered is never made so.
 */
public final class SmallPicture {

    /** So many more pixels than wanted are read at least, each way. */
    private static final double SPARE = 1.5;

    /**
     * What was found on the way.
     *
     * @param focus the focal point that is suggested
     */
    public record Found(FocalPoint focus, PictureFacts facts) {}

    private SmallPicture() {}

    /**
     * Makes one.
     *
     * @param known what inspecting the file gave
     * @param recipe how large at most, and in which format
     * @param sink puts the file in place
     * @return what was found of the picture on the way
     * @throws ProblemException if the file cannot be read to its end
     */
    public static Found make(SourceReader reader, Path file, SourceInfo known, Recipe recipe, RenditionSink sink)
            throws ProblemException {
        Fitting fitting =
                new Fitting(recipe.crop(), recipe.size().sizing(), recipe.size().enlarge());
        PixelSize wanted = fitting.frame(known.size(), FocalPoint.CENTRE).canvas();
        OpenedSource opened =
                reader.open(file, (int) Math.max(PictureMeasurement.EDGE, Math.ceil(wanted.longEdge() * SPARE)));
        List<Notice> unannounced = opened.info().notices().stream()
                .filter(notice -> !known.notices().contains(notice))
                .toList();
        RenditionFile.requireWhole(opened.info(), unannounced);
        StageClock clock = new StageClock();
        Conversions conversions = new Conversions();
        PreparedSource prepared = new PreparedSource(opened, conversions, clock);
        RenditionPixels.RenderContext context =
                new RenditionPixels.RenderContext(Shelf.EMPTY, conversions, clock, 1, Optional.empty());
        // the last blocks of a JPEG reach beyond its edges, and so do the pixels that are made of them
        long share = Math.round(
                (double) known.size().longEdge() / opened.pixels().size().longEdge());
        Framing framing = new Framing(Extent.of(known.size()).times(1.0 / share).box(), wanted, wanted);
        RenditionPixels pixels = RenditionPixels.of(new FramedSources.FramedSource(prepared, framing), recipe, context);
        sink.place(known.fileName(), place -> new PictureEncoding(
                        recipe,
                        pixels.picture(),
                        RenditionFile.tags(recipe, pixels.picture(), prepared, Optional.empty()),
                        context)
                .write(place));
        return new Found(prepared.suggestedFocus(), PictureMeasurement.of(prepared, framing.crop(), file, known));
    }
}
