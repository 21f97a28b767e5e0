package app.vineparcel.core.render;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Encoded;
import app.vineparcel.core.raster.LinearImage;
import app.vineparcel.core.raster.LinearRows;
import app.vineparcel.core.raster.Opacity;
import app.vineparcel.core.raster.Padding;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.raster.Pyramid;
import app.vineparcel.core.raster.SharpenedRows;
import app.vineparcel.core.raster.WindowRows;
import app.vineparcel.core.recipe.Background;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.Shelf;
import java.util.Optional;

/**
 * The pixels of one rendition, clause by clause: crop and size in linear light, sharpening, watermark, colour and background, canvas.
 *
 * @param picture at the format's depth, ready to be written
 * @param clipped the share, 0 to 1, of pixels whose colour the target's gamut does not hold
 */
record RenditionPixels(Picture picture, double clipped) {

    /**
     * What every rendition of a run shares.
     *
     * @param memory where what was brought to a size is kept; empty where memory is better spent otherwise
     */
    record RenderContext(
            Shelf shelf, Conversions conversions, StageClock clock, int threads, Optional<SizedMemory> memory) {

        /** That keeps nothing that was brought to a size. */
        RenderContext(Shelf shelf, Conversions conversions, StageClock clock, int threads) {
            this(shelf, conversions, clock, threads, Optional.empty());
        }
    }

    /** What a piece looks like through a recipe. */
    static RenditionPixels of(FramedSources.FramedSource framed, Recipe recipe, RenderContext context)
            throws ProblemException {
        PreparedSource prepared = framed.source();
        Framing framing = framed.framing();
        TargetColours target = target(recipe, prepared, context);
        PreparedSource.InSpace source = target.start(recipe.colour(), prepared);
        requireInksPossible(source, target, recipe, prepared);
        boolean keepAlpha = keepsAlpha(recipe, target);

        Optional<Encoded> untouched = untouched(source, target, framing, recipe, keepAlpha);
        Encoded content = untouched.isPresent() ? untouched.get() : encoded(source, target, framing, recipe, context);
        Pixels whole =
                framing.padded() ? padded(content.pixels(), framing, recipe, target, keepAlpha) : content.pixels();
        return new RenditionPixels(new Picture(whole, target.profile()), content.clipped());
    }

    /**
     * What a rendition needs of a picture's pyramid.
     *
     * @param pyramid of the pixels that it starts from
     */
    record Need(Pyramid pyramid, Pyramid.Sized sized) {}

    /** What {@link #of} will ask for; empty where it takes the picture at its own size. */
    static Optional<Need> need(FramedSources.FramedSource framed, Recipe recipe, RenderContext context)
            throws ProblemException {
        PreparedSource.InSpace source =
                target(recipe, framed.source(), context).start(recipe.colour(), framed.source());
        return wholeSize(source, framed.framing())
                ? Optional.empty()
                : Optional.of(new Need(
                        source.pyramid(),
                        new Pyramid.Sized(
                                framed.framing().crop(), framed.framing().content())));
    }

    /**
     * A window of a rendition as {@link #of} gives it, worked out by itself; empty where the whole would have to be resampled for it.
     *
     * @param left of the window on the rendition, px
     * @param top of the window on the rendition, px
     */
    static Optional<Picture> window(
            FramedSources.FramedSource framed, Recipe recipe, int left, int top, PixelSize size, RenderContext context)
            throws ProblemException {
        PreparedSource prepared = framed.source();
        TargetColours target = target(recipe, prepared, context);
        PreparedSource.InSpace source = target.start(recipe.colour(), prepared);
        if (!wholeSize(source, framed.framing()) || framed.framing().padded()) {
            return Optional.empty();
        }
        requireInksPossible(source, target, recipe, prepared);
        LinearRows light = marked(sharpened(source.pyramid().base(), source, recipe, context), source, recipe, context);
        Encoded encoded = encoded(new WindowRows(light, left, top, size), source, target, recipe, context);
        return Optional.of(new Picture(encoded.pixels(), target.profile()));
    }

    private static boolean keepsAlpha(Recipe recipe, TargetColours target) {
        return recipe.format().keepsAlpha()
                && recipe.background().transparent()
                && target.profile().model().bands() < 4;
    }

    /** The plan finds this by the profile; a CMYK source without one shows what it is only now. */
    private static void requireInksPossible(
            PreparedSource.InSpace source, TargetColours target, Recipe recipe, PreparedSource prepared)
            throws ProblemException {
        boolean inks = target.profile().model() == ColourModel.CMYK;
        boolean changed = recipe.watermark().isPresent() || !recipe.sharpen().changesNothing();
        if (inks && !recipe.format().takesInks() || source.space().isEmpty() && changed) {
            throw new ProblemException(new Problem.BadRequest(
                    prepared.source().info().fileName(),
                    inks && !recipe.format().takesInks()
                            ? recipe.format().title() + " cannot hold CMYK."
                            : "CMYK kept as in the source cannot be sharpened or watermarked.",
                    "Choose a colour profile in the recipe instead of “same as source”."));
        }
    }

    /** Size, sharpening and watermark in linear light, then the target's colours. */
    private static Encoded encoded(
            PreparedSource.InSpace source, TargetColours target, Framing framing, Recipe recipe, RenderContext context)
            throws ProblemException {
        LinearRows sized = sized(source, framing, context);
        LinearRows light = marked(sharpened(sized, source, recipe, context), source, recipe, context);
        return encoded(light, source, target, recipe, context);
    }

    private static Encoded encoded(
            LinearRows light, PreparedSource.InSpace source, TargetColours target, Recipe recipe, RenderContext context)
            throws ProblemException {
        Optional<Background> behind = keepsAlpha(recipe, target) ? Optional.empty() : Optional.of(recipe.background());
        boolean fine = source.pixels().depth() > recipe.format().depth();
        return context.clock()
                .time(
                        Stage.COLOUR,
                        () -> target.encode(
                                light, source.space(), behind, recipe.format().depth(), fine, context.threads()));
    }

    private static TargetColours target(Recipe recipe, PreparedSource prepared, RenderContext context)
            throws ProblemException {
        String word = recipe.colour().profile();
        return TargetColours.of(
                recipe.colour(),
                prepared,
                recipe.colour().asSource()
                        ? prepared.source().profile()
                        : context.shelf().find(word).orElseThrow(() -> TargetColours.unknown(word)),
                context.conversions());
    }

    /** The source's own samples, where no clause would change one of them. */
    private static Optional<Encoded> untouched(
            PreparedSource.InSpace source, TargetColours target, Framing framing, Recipe recipe, boolean keepAlpha) {
        Pixels pixels = source.pixels();
        boolean sameColours = target.tables().isEmpty()
                && (source.space().isEmpty() && target.space().isEmpty()
                        || source.space().isPresent()
                                && target.space().isPresent()
                                && source.space().get().looksLike(target.space().get()));
        boolean same = wholeSize(source, framing)
                && pixels.depth() == recipe.format().depth()
                && (keepAlpha || !pixels.hasAlpha())
                && recipe.sharpen().changesNothing()
                && recipe.watermark().isEmpty()
                && sameColours;
        return same ? Optional.of(new Encoded(pixels, 0)) : Optional.empty();
    }

    private static boolean wholeSize(PreparedSource.InSpace source, Framing framing) {
        return framing.crop().isWholeOf(source.pixels().size())
                && framing.content().equals(source.pixels().size());
    }

    private static LinearRows sized(PreparedSource.InSpace source, Framing framing, RenderContext context) {
        if (wholeSize(source, framing)) {
            return source.pyramid().base();
        }
        Optional<LinearImage> known = context.memory().flatMap(memory -> memory.find(source.pyramid(), framing));
        if (known.isPresent()) {
            return known.get();
        }
        LinearImage sized = context.clock().time(Stage.RESAMPLE, () -> source.pyramid()
                .resample(framing.crop(), framing.content(), context.threads()));
        context.memory().ifPresent(memory -> memory.keep(source.pyramid(), framing, sized));
        return sized;
    }

    private static LinearRows sharpened(
            LinearRows light, PreparedSource.InSpace source, Recipe recipe, RenderContext context) {
        if (recipe.sharpen().changesNothing() || source.space().isEmpty()) {
            return light;
        }
        SharpenedRows sharpened =
                new SharpenedRows(light, source.space().get(), OutputSharpening.mask(recipe.sharpen(), recipe.ppi()));
        return context.clock().rows(Stage.SHARPEN, sharpened);
    }

    private static LinearRows marked(
            LinearRows light, PreparedSource.InSpace source, Recipe recipe, RenderContext context)
            throws ProblemException {
        return recipe.watermark().isPresent() && source.space().isPresent()
                ? new Watermarking(recipe.watermark().get(), context.shelf())
                        .over(light, source.space().get())
                : light;
    }

    private static Pixels padded(
            Pixels content, Framing framing, Recipe recipe, TargetColours target, boolean keepAlpha) {
        Pixels inner = keepAlpha && !content.hasAlpha() ? Opacity.added(content) : content;
        double[] background = keepAlpha ? new double[inner.bands()] : target.matte(recipe.background());
        return Padding.around(inner, framing.canvas(), framing.left(), framing.top(), background);
    }
}
