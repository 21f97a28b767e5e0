package app.vineparcel.core.render;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.OutputFormat;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.measure.Ssim;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.recipe.Background;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.FileContent;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;

/**
 * A piece lying open while recipes are tried on it. What a change of the recipe does not touch is not done again: the decoded source and its
 * halvings stay, and so do the finished pixels while only the file's format, weight or metadata change. Used by one thread at a time.
 */
public final class PreviewSession implements AutoCloseable {

    /** Everything of a recipe that the pixels before encoding depend on. */
    private record Appearance(List<Object> clauses) {
        static Appearance of(PlannedRendition planned) {
            return of(planned, asPicture(planned.column().recipe()));
        }

        static Appearance of(PlannedRendition planned, Recipe recipe) {
            OutputFormat format = recipe.format();
            return new Appearance(List.of(
                    planned.piece(),
                    planned.framing(),
                    planned.options(planned.piece()),
                    recipe.colour(),
                    recipe.background(),
                    recipe.sharpen(),
                    recipe.watermark(),
                    recipe.ppi(),
                    format.depth(),
                    format.keepsAlpha(),
                    format.takesInks()));
        }
    }

    private record Compared(Picture picture, Pixels decoded) {}

    private final Shelf shelf;
    private final OpenSources sources;
    private final RenditionPixels.RenderContext context;
    private final FramedSources pieces;
    private @Nullable Appearance appearance;
    private @Nullable RenditionPixels pixels;
    private volatile FramedSources.@Nullable FramedSource framed;
    private @Nullable PreviewViews views;
    private @Nullable Likeness likeness;
    private @Nullable Ladder ladder;
    private @Nullable Appearance ladderOf;
    private @Nullable Picture likenessOf;
    private Optional<Compared> compared = Optional.empty();

    /**
     * An empty session.
     *
     * @param threads at most so many work at once
     */
    public PreviewSession(SourceReader reader, Shelf shelf, int threads) {
        this.shelf = shelf;
        StageClock clock = new StageClock();
        Conversions conversions = new Conversions();
        this.context = new RenditionPixels.RenderContext(
                new MarkMemory(shelf), conversions, clock, threads, Optional.of(new SizedMemory()));
        this.sources = new OpenSources(reader, conversions, clock);
        this.pieces = new FramedSources(sources, context);
    }

    /**
     * Makes a rendition and measures it; nothing of it stays on the disk.
     *
     * @param overtaken asked between steps; once true, the rest is not done
     * @return empty if it was overtaken
     * @throws ProblemException if it cannot be made, for the same reasons as in a run
     */
    public Optional<RecipePreview> put(PlannedRendition planned, BooleanSupplier overtaken) throws ProblemException {
        return put(planned, true, overtaken);
    }

    /**
     * The same.
     *
     * @param measured whether the file is compared with the pixels that it was made from
     */
    public Optional<RecipePreview> put(PlannedRendition planned, boolean measured, BooleanSupplier overtaken)
            throws ProblemException {
        Recipe recipe = planned.column().recipe();
        Appearance wanted = Appearance.of(planned);
        if (!wanted.equals(appearance)) {
            appearance = null;
            FramedSources.FramedSource fresh = pieces.of(planned);
            framed = fresh;
            if (overtaken.getAsBoolean()) {
                return Optional.empty();
            }
            pixels = RenditionPixels.of(fresh, asPicture(recipe), context);
            appearance = wanted;
        }
        FramedSources.FramedSource from = framed;
        RenditionPixels made = pixels;
        return overtaken.getAsBoolean() || from == null || made == null
                ? Optional.empty()
                : finished(planned, made, from, measured, overtaken);
    }

    /**
     * How far what was last put here is from the pixels that it was made from; empty where it keeps shapes or cannot be decoded. It takes as long as
     * all the rest, so whoever only wants to see something leaves it for later.
     */
    public Optional<RecipePreview.Difference> difference() throws ProblemException {
        Optional<Compared> last = compared;
        if (last.isEmpty()) {
            return Optional.empty();
        }
        Picture picture = last.get().picture();
        Likeness known = likeness;
        if (known == null || !picture.equals(likenessOf)) {
            known = Likeness.to(picture, context.conversions(), context.threads());
            likeness = known;
            likenessOf = picture;
        }
        Pixels decoded = last.get().decoded();
        return Optional.of(new RecipePreview.Difference(
                known.score(decoded), Ssim.of(picture.pixels(), decoded, context.threads())));
    }

    /** Shapes are looked at as pixels; what they would become in print is not shown on a screen. */
    private static Recipe asPicture(Recipe recipe) {
        return recipe.format().isVector() || recipe.format().copies() ? recipe.forScreen() : recipe;
    }

    /** What a file of shapes says of its colours is what the recipe names. */
    private String profile(Recipe recipe, Picture picture) {
        return recipe.format().isVector() && !recipe.colour().asSource()
                ? context.shelf()
                        .find(recipe.colour().profile())
                        .orElse(picture.profile())
                        .title()
                : picture.profile().title();
    }

    private Optional<RecipePreview> finished(
            PlannedRendition planned,
            RenditionPixels made,
            FramedSources.FramedSource from,
            boolean measured,
            BooleanSupplier overtaken)
            throws ProblemException {
        Recipe recipe = planned.column().recipe();
        Picture picture = made.picture();
        Path file = temporary(planned);
        try {
            OutputFormat written = recipe.format();
            if (recipe.format().copies()) {
                new SourceCopy(planned).write(file);
            } else if (recipe.format().isVector()) {
                new ShapesFile(sources, pieces, context, planned).write(file);
            } else {
                FileTags tags = RenditionFile.tags(
                        recipe, picture, from.source(), planned.piece().known().altText());
                written = new PictureEncoding(recipe, picture, tags, context)
                        .writeFrom(from.source().source(), planned.piece().file(), file)
                        .format();
            }
            if (overtaken.getAsBoolean()) {
                return Optional.empty();
            }
            Optional<Decoded> back = written.kind().readBack(file);
            compared = back.map(Decoded::pixels).map(pixels -> new Compared(picture, pixels));
            Optional<RecipePreview.Difference> difference = measured ? difference() : Optional.empty();
            views = new PreviewViews(
                    from, planned.column().recipe().background(), picture, back.map(Decoded::pixels), context, views);
            Optional<Box> mark = recipe.watermark().isEmpty()
                    ? Optional.empty()
                    : Optional.of(new Watermarking(recipe.watermark().get(), context.shelf())
                            .box(from.framing().content()));
            return Optional.of(new RecipePreview(
                    from.framing(),
                    picture.pixels().size(),
                    Files.size(file),
                    FileContent.sum(file),
                    written,
                    profile(recipe, picture),
                    difference,
                    made.clipped(),
                    mark));
        } catch (ShapesFile.PieceException e) {
            throw e.problem();
        } catch (IOException e) {
            throw new ProblemException(
                    new Problem.BadRequest(
                            recipe.title(),
                            "The file cannot be made: " + e.getMessage(),
                            "Change the recipe's format clause."),
                    e);
        } finally {
            discard(file);
        }
    }

    /**
     * A first look at a part of a large rendition, before its file is made. It may be asked for by another thread while {@link #put} is at
     * work, and sees the piece that was put here before.
     *
     * @param part px of the rendition
     * @return empty where a look would take as long as the whole
     */
    public Optional<PreviewViews.View> quickView(PlannedRendition planned, Box part) throws ProblemException {
        FramedSources.FramedSource open = framed;
        Recipe recipe = asPicture(planned.column().recipe());
        Optional<Box> inside = part.intersection(planned.size().box());
        if (open == null || inside.isEmpty() || !open.framing().equals(planned.framing())) {
            return Optional.empty();
        }
        RenditionPixels.RenderContext own =
                new RenditionPixels.RenderContext(shelf, context.conversions(), new StageClock(), context.threads());
        int left = (int) inside.get().x();
        int top = (int) inside.get().y();
        PixelSize size = Extent.of(inside.get()).rounded();
        Optional<Picture> window = RenditionPixels.window(open, recipe, left, top, size, own);
        return window.isEmpty()
                ? Optional.empty()
                : Optional.of(new PreviewViews(open, recipe.background(), window.get(), Optional.empty(), own, null)
                        .after(size.box(), size));
    }

    /**
     * A look at all of a rendition from further away, before its file is made: its crop, colours, watermark and ground at so few pixels, without
     * what only its own size or its format brings.
     *
     * @param room the screen's pixels for it; a smaller rendition is not enlarged
     */
    public PreviewViews.View glance(PlannedRendition planned, PixelSize room) throws ProblemException {
        Recipe recipe = asPicture(planned.column().recipe()).unsharpened();
        FramedSources.FramedSource found = pieces.of(planned, planned.framing().within(room));
        // about a focal point that is found only now, the frame is as large as planned
        FramedSources.FramedSource small =
                new FramedSources.FramedSource(found.source(), found.framing().within(room));
        RenditionPixels.RenderContext own = new RenditionPixels.RenderContext(
                context.shelf(), context.conversions(), context.clock(), context.threads());
        Picture picture = RenditionPixels.of(small, recipe, own).picture();
        PixelSize size = picture.pixels().size();
        return new PreviewViews(small, recipe.background(), picture, Optional.empty(), own, null)
                .after(size.box(), size);
    }

    /**
     * A ladder of what is planned, at its recipe's size and colours.
     *
     * @param about the region that is looked at, px of the rendition
     */
    public Ladder ladder(PlannedRendition planned, Box about) throws ProblemException {
        Ladder known = ladder;
        Recipe recipe = asPicture(planned.column().recipe())
                .change()
                .format(new PngFormat(32))
                .looksLike(OptionalDouble.empty())
                .build();
        Appearance wanted = Appearance.of(planned, recipe);
        if (known != null && wanted.equals(ladderOf) && known.covers(about)) {
            return known;
        }
        FramedSources.FramedSource from = pieces.of(planned);
        Recipe own = planned.column().recipe();
        boolean inks = own.format().takesInks() && !own.format().isVector();
        Picture flat = RenditionPixels.of(from, inks ? inked(own) : flat(recipe), context)
                .picture();
        Picture clear = flat.pixels().colourBands() > 3
                ? flat
                : RenditionPixels.of(from, recipe, context).picture();
        Ladder fresh =
                new Ladder(from, recipe.background(), flat, clear.pixels().hasAlpha() ? clear : flat, about, context);
        ladder = fresh;
        ladderOf = wanted;
        return fresh;
    }

    /** A piece at a rendition's size with what is clear left clear, whatever its recipe fills that with. */
    FramedSources.FramedSource clearPiece(PlannedRendition planned) throws ProblemException {
        Recipe clear = planned.column()
                .recipe()
                .forScreen()
                .change()
                .background(Background.TRANSPARENT)
                .build();
        return pieces.of(planned.in(planned.column().with(clear)));
    }

    private static Recipe flat(Recipe recipe) {
        return recipe.change().format(new PngFormat(24)).build();
    }

    /** In eight bits of a format that takes inks, should the recipe's profile have them. */
    private static Recipe inked(Recipe recipe) {
        return recipe.change()
                .format(new JpegFormat(100, false, Chroma.FULL))
                .looksLike(OptionalDouble.empty())
                .build();
    }

    /** Pictures of what was last put here; empty before anything was. */
    public Optional<PreviewViews> views() {
        return Optional.ofNullable(views);
    }

    private static Path temporary(PlannedRendition planned) throws ProblemException {
        try {
            return Files.createTempFile("vine-parcel-preview", ".part");
        } catch (IOException e) {
            throw new ProblemException(
                    new Problem.CannotWrite(
                            planned.path(), "There is no space for a preview.", "Check whether the disk is full."),
                    e);
        }
    }

    private static void discard(Path file) {
        try {
            Files.deleteIfExists(file);
        } catch (IOException leftBehind) {
            System.getLogger(PreviewSession.class.getName())
                    .log(System.Logger.Level.WARNING, "cannot remove " + file, leftBehind);
        }
    }

    @Override
    public void close() {
        sources.close();
    }
}
