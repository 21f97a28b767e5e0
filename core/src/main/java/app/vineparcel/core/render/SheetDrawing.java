package app.vineparcel.core.render;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Sheet;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.Canvas;
import app.vineparcel.core.source.DrawnDocument;
import app.vineparcel.core.source.SourceOptions;
import java.io.IOException;
import java.util.Optional;
import java.util.OptionalInt;

/** Draws a sheet: every piece on it at the size that it gets, edges on whole pixels. */
final class SheetDrawing {

    /** As a picture on a screen, clear where it is clear. */
    private static final Recipe SCREEN =
            Recipe.plain("sheet", new PngFormat(32)).build();

    private final OpenSources sources;
    private final FramedSources framedSources;
    private final RenditionPixels.RenderContext context;
    private final PlannedRendition planned;
    private final Sheet sheet;

    SheetDrawing(
            OpenSources sources,
            FramedSources framedSources,
            RenditionPixels.RenderContext context,
            PlannedRendition planned) {
        this.context = context;
        this.sources = sources;
        this.framedSources = framedSources;
        this.planned = planned;
        this.sheet = planned.piece().part().sheet().orElseThrow();
    }

    Pixels draw(Box part, PixelSize size, OptionalInt matte) throws ProblemException {
        OptionalInt ground = sheet.ground().isPresent() ? sheet.ground() : matte;
        Box canvas = new Box(0, 0, size.width(), size.height());
        ProblemException[] problem = new ProblemException[1];
        try {
            return Canvas.draw(size, ground, graphics -> {
                for (Sheet.Item item : sheet.items()) {
                    Box place = snapped(item.place(), part, size);
                    Optional<Box> seen = place.intersection(canvas);
                    if (seen.isPresent()) {
                        try {
                            Pixels pixels = piece(item.piece(), place, seen.get());
                            graphics.drawImage(
                                    Canvas.image(pixels),
                                    (int) seen.get().x(),
                                    (int) seen.get().y(),
                                    null);
                        } catch (ProblemException e) {
                            problem[0] = e;
                            throw new IOException(e);
                        }
                    }
                }
            });
        } catch (IOException e) {
            throw problem[0] != null
                    ? problem[0]
                    : new ProblemException(
                            new Problem.BadRequest(
                                    planned.path(),
                                    "The sheet cannot be drawn: " + e.getMessage(),
                                    "Ask for fewer pixels."),
                            e);
        }
    }

    /** Where a box of the sheet falls, in whole px. */
    private static Box snapped(Box place, Box part, PixelSize size) {
        double across = size.width() / part.width();
        double down = size.height() / part.height();
        long left = Math.round((place.x() - part.x()) * across);
        long top = Math.round((place.y() - part.y()) * down);
        long right = Math.round((place.x() + place.width() - part.x()) * across);
        long bottom = Math.round((place.y() + place.height() - part.y()) * down);
        return new Box(left, top, Math.max(1, right - left), Math.max(1, bottom - top));
    }

    /** What is seen of a piece that fills a place. */
    private Pixels piece(PlanPiece piece, Box place, Box seen) throws ProblemException {
        double across = piece.piece().size().width() / place.width();
        double down = piece.piece().size().height() / place.height();
        Box part = new Box(
                (seen.x() - place.x()) * across,
                (seen.y() - place.y()) * down,
                seen.width() * across,
                seen.height() * down);
        PixelSize size = new PixelSize((int) seen.width(), (int) seen.height());
        SourceOptions options = planned.options(piece);
        if (!piece.piece().isDrawn()) {
            FramedSources.FramedSource pixels = framedSources.pixels(piece, options, new Framing(part, size, size));
            return RenditionPixels.of(pixels, SCREEN, context).picture().pixels();
        }
        DrawnDocument document = sources.drawn(piece, options);
        FramedSources.requireSame(piece, document);
        return sources.reader()
                .draw(
                        piece.file(),
                        document,
                        piece.piece(),
                        piece.piece().onWhole(part),
                        size,
                        options.ground(OptionalInt.empty()));
    }
}
