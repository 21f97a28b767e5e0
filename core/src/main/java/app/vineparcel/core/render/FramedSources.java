package app.vineparcel.core.render;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.colour.ColourModel;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.CarriedMetadata;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.Document;
import app.vineparcel.core.source.DrawnDocument;
import app.vineparcel.core.source.OpenedSource;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceOptions;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Brings a piece before a recipe as pixels: a picture as it was decoded, a piece of shapes drawn at the size that is expected of it. */
final class FramedSources {

    /**
     * Pixels and the frame that is still to be items over them.
     *
     * @param source what the pipeline starts from
     * @param framing in the pixels of the source
     */
    record FramedSource(PreparedSource source, Framing framing) {}

    private record Drawing(PlanPiece piece, SourceOptions options, Box part, PixelSize size, OptionalInt matte) {}

    private final OpenSources sources;
    private final RenditionPixels.RenderContext context;
    private @Nullable Drawing drawing;
    private @Nullable PreparedSource drawn;

    FramedSources(OpenSources sources, RenditionPixels.RenderContext context) {
        this.sources = sources;
        this.context = context;
    }

    /** Whether the file has to be opened as a document to get at a piece. */
    static boolean isOfDocument(PlanPiece piece) {
        SourceFormat format = piece.info().format();
        return format.isVector()
                || format == SourceFormat.OPENRASTER
                || !piece.piece().key().equals(Piece.WHOLE);
    }

    FramedSource of(PlannedRendition planned) throws ProblemException {
        return of(planned, planned.framing());
    }

    /** In another frame than the planned. */
    FramedSource of(PlannedRendition planned, Framing framing) throws ProblemException {
        PlanPiece piece = planned.piece();
        if (piece.piece().isDrawn()) {
            return drawn(planned, framing);
        }
        FramedSource whole = pixels(piece, planned.options(piece), framing);
        return planned.needsFocus()
                ? new FramedSource(
                        whole.source(),
                        planned.framing(Optional.of(whole.source().suggestedFocus())))
                : whole;
    }

    /** A piece of pixels. */
    FramedSource pixels(PlanPiece piece, SourceOptions options, Framing framing) throws ProblemException {
        PreparedSource source = sources.pixels(piece, options);
        requireSame(piece, Extent.of(source.source().info().size()));
        return new FramedSource(
                source, new Framing(piece.piece().onWhole(framing.crop()), framing.content(), framing.canvas()));
    }

    private FramedSource drawn(PlannedRendition planned, Framing framing) throws ProblemException {
        Recipe recipe = planned.column().recipe();
        OptionalInt matte = recipe.format().keepsAlpha() && recipe.background().transparent()
                ? OptionalInt.empty()
                : OptionalInt.of(recipe.background().rgb());
        SourceOptions options = planned.options(planned.piece());
        Drawing wanted =
                new Drawing(planned.piece(), options, framing.crop(), framing.content(), options.ground(matte));
        if (drawn == null || !wanted.equals(drawing)) {
            drawn = null;
            Pixels pixels = planned.piece().part().sheet().isPresent()
                    ? new SheetDrawing(sources, this, context, planned)
                            .draw(framing.crop(), framing.content(), wanted.matte())
                    : draw(wanted);
            OpenedSource opened = new OpenedSource(
                    planned.piece().info().sized(pixels.size()).with(sources.drawnNotices()),
                    Optional.empty(),
                    CarriedMetadata.NONE,
                    pixels,
                    ColourModel.RGB);
            drawn = new PreparedSource(opened, context.conversions(), context.clock());
            drawing = wanted;
        }
        return new FramedSource(
                drawn, new Framing(Extent.of(framing.content()).box(), framing.content(), framing.canvas()));
    }

    private Pixels draw(Drawing wanted) throws ProblemException {
        PlanPiece piece = wanted.piece();
        DrawnDocument document = sources.drawn(piece, wanted.options());
        requireSame(piece, document);
        return context.clock().time(Stage.DRAW, () -> sources.reader()
                .draw(
                        piece.file(),
                        document,
                        piece.piece(),
                        piece.piece().onWhole(wanted.part()),
                        wanted.size(),
                        wanted.matte()));
    }

    /** The document still has the piece that was planned. */
    static void requireSame(PlanPiece planned, Document document) throws ProblemException {
        Optional<Piece> now = Stream.concat(document.pieces().stream(), objects(planned, document))
                .filter(piece -> piece.key().equals(planned.piece().key()))
                .findFirst();
        if (now.isEmpty()) {
            throw changed(planned, "“%s” is no longer in it.".formatted(planned.name()));
        }
        requireSame(planned, now.get().size());
    }

    private static Stream<Piece> objects(PlanPiece planned, Document document) {
        boolean known = document.pieces().stream()
                .anyMatch(piece -> piece.key().equals(planned.piece().key()));
        return known ? Stream.empty() : document.objects().stream();
    }

    private static void requireSame(PlanPiece planned, Extent now) throws ProblemException {
        Piece piece = planned.piece();
        boolean same = piece.region()
                .map(region -> region.x() + region.width() <= now.width() + 0.5
                        && region.y() + region.height() <= now.height() + 0.5)
                .orElseGet(() -> Math.abs(piece.size().width() - now.width()) < 0.5
                        && Math.abs(piece.size().height() - now.height()) < 0.5);
        if (!same) {
            throw changed(
                    planned,
                    "It had %s px when it was planned and now has %s.".formatted(piece.pixels(), now.rounded()));
        }
    }

    private static ProblemException changed(PlanPiece planned, String reason) {
        return new ProblemException(new Problem.Vanished(
                planned.info().fileName(), reason, "Import it again, so that the plan matches the file."));
    }
}
