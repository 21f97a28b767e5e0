package app.vineparcel.core.render;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.Shapes;
import app.vineparcel.core.codec.eps.EpsFile;
import app.vineparcel.core.codec.pdf.PdfArt;
import app.vineparcel.core.codec.pdf.PdfFile;
import app.vineparcel.core.codec.pdf.PdfSheet;
import app.vineparcel.core.codec.pdf.PdfTarget;
import app.vineparcel.core.colour.IccProfile;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.ExactFraming;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.geometry.LengthUnit;
import app.vineparcel.core.geometry.Sizing;
import app.vineparcel.core.metadata.CarriedMetadata;
import app.vineparcel.core.metadata.MetadataPolicy;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Sheet;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.DrawnDocument;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SvgSheet;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/** A rendition that keeps shapes as shapes: a page for every piece. */
final class ShapesFile {

    private final OpenSources sources;
    private final FramedSources framedSources;
    private final RenditionPixels.RenderContext context;
    private final PlannedRendition planned;
    private final Recipe recipe;

    /** A piece cannot be had, for a reason that has been put into words already. */
    static final class PieceException extends IOException {
        private static final long serialVersionUID = 1L;

        private final transient ProblemException problem;

        PieceException(ProblemException problem) {
            super(problem);
            this.problem = problem;
        }

        ProblemException problem() {
            return problem;
        }
    }

    ShapesFile(
            OpenSources sources,
            FramedSources framedSources,
            RenditionPixels.RenderContext context,
            PlannedRendition planned) {
        this.sources = sources;
        this.framedSources = framedSources;
        this.context = context;
        this.planned = planned;
        this.recipe = planned.column().recipe();
    }

    void write(Path file) throws IOException {
        try {
            Shapes shapes = recipe.format().shapes().orElseThrow();
            switch (shapes.container()) {
                case PDF -> pdf(shapes, file);
                case SVG -> svg(shapes, file);
                case POSTSCRIPT -> eps(shapes, file);
            }
        } catch (ProblemException e) {
            throw new PieceException(e);
        }
    }

    private void pdf(Shapes format, Path file) throws IOException, ProblemException {
        List<PdfSheet> pages = new ArrayList<>();
        for (PlanPiece piece : planned.pages().isEmpty() ? List.of(planned.piece()) : planned.pages()) {
            pages.add(page(piece, format));
        }
        byte[] xmp = recipe.metadata()
                .write(CarriedMetadata.NONE, new MetadataPolicy.Facts(planned.size(), recipe.ppi(), true))
                .xmp()
                .orElse(null);
        PdfFile pdf = new PdfFile(
                format.pages().version(),
                planned.pages().isEmpty()
                        ? planned.piece().name()
                        : planned.piece().info().stem(),
                intent(),
                Optional.ofNullable(xmp),
                format.text() == Shapes.TextUse.OUTLINE ? PdfTarget.FontUse.OUTLINE : PdfTarget.FontUse.EMBED);
        pdf.write(pages, file);
        if (!recipe.metadata().leavesCarried()) {
            pdf.strip(file);
        }
    }

    private void eps(Shapes format, Path file) throws IOException, ProblemException {
        PdfSheet page = page(planned.piece(), format);
        ByteArrayOutputStream pdf = new ByteArrayOutputStream();
        new PdfFile(format.pages().version(), "", Optional.empty(), Optional.empty(), PdfTarget.FontUse.EMBED)
                .write(List.of(page.redrawn()), pdf);
        Files.write(file, new EpsFile(planned.piece().name(), recipe.rasterPpi()).of(pdf.toByteArray()));
    }

    private void svg(Shapes format, Path file) throws IOException, ProblemException {
        PlanPiece piece = planned.piece();
        ExactFraming framing = planned.exact(piece);
        double px = pointsPerPixel(piece) * Piece.CSS_PX / Piece.POINTS;
        Extent canvas = framing.canvas().times(px);
        Extent content = framing.content().times(px);
        Box place = new Box(
                (canvas.width() - content.width()) / 2,
                (canvas.height() - content.height()) / 2,
                content.width(),
                content.height());
        OptionalInt ground = piece.part()
                .sheet()
                .map(Sheet::ground)
                .orElse(planned.options(piece).ground(OptionalInt.empty()));
        SvgSheet svg = new SvgSheet(piece.name(), canvas, ground.isPresent() ? ground : ground());
        if (piece.part().sheet().isEmpty()) {
            cut(piece, framing.crop(), place, svg, format);
        } else {
            double scale = place.width() / framing.crop().width();
            for (Sheet.Item item : piece.part().sheet().get().items()) {
                Box on = item.place()
                        .movedBy(-framing.crop().x(), -framing.crop().y())
                        .times(scale)
                        .movedBy(place.x(), place.y());
                cut(item.piece(), item.piece().piece().size().box(), on, svg, format);
            }
        }
        if (!recipe.metadata().leavesCarried()) {
            svg.stripPictures();
        }
        Files.write(file, svg.written());
    }

    private void cut(PlanPiece piece, Box part, Box place, SvgSheet svg, Shapes format)
            throws IOException, ProblemException {
        DrawnDocument document = sources.drawn(piece, planned.options(piece));
        FramedSources.requireSame(piece, document);
        document.cutInto(svg, piece.piece(), piece.piece().onWhole(part), place, format.text());
    }

    private OptionalInt ground() {
        return recipe.background().transparent()
                ? OptionalInt.empty()
                : OptionalInt.of(recipe.background().rgb());
    }

    private Optional<IccProfile> intent() {
        return recipe.colour().asSource() || !recipe.colour().embed()
                ? Optional.empty()
                : context.shelf().find(recipe.colour().profile());
    }

    private PdfSheet page(PlanPiece piece, Shapes format) throws IOException, ProblemException {
        ExactFraming framing = planned.exact(piece);
        double points = pointsPerPixel(piece);
        Extent trim = framing.canvas().times(points);
        Extent content = framing.content().times(points);
        double bleed = LengthUnit.MM.toPixels(format.pages().bleed(), Piece.POINTS);
        Box place = new Box(
                (trim.width() - content.width()) / 2,
                (trim.height() - content.height()) / 2,
                content.width(),
                content.height());
        return new PdfSheet(
                piece.name(), trim, bleed, format.pages().cropMarks(), ground(), placed(piece, framing, place, bleed));
    }

    /** Shapes in their own size are as large on paper as they say; pixels are as dense as the recipe says. */
    private double pointsPerPixel(PlanPiece piece) {
        Sizing sizing = recipe.size().sizing();
        boolean own = piece.piece().isDrawn() && (sizing instanceof Sizing.Original || sizing instanceof Sizing.Scaled);
        return Piece.POINTS / (own ? piece.piece().unitsPerInch().getAsDouble() : recipe.ppi());
    }

    /** A part of a piece on a page, in points from the page's upper left corner. */
    List<PdfSheet.Placed> placed(PlanPiece piece, ExactFraming framing, Box place, double bleed)
            throws IOException, ProblemException {
        if (!piece.piece().isDrawn()) {
            return List.of(PdfSheet.Placed.whole(picture(piece, framing.crop(), Extent.of(place)), place));
        }
        double scale = place.width() / framing.crop().width();
        if (piece.part().sheet().isEmpty()) {
            Box crop = grown(framing.crop(), bleed / scale);
            return List.of(PdfSheet.Placed.whole(art(piece, crop), grown(place, bleed)));
        }
        List<PdfSheet.Placed> all = new ArrayList<>();
        Sheet sheet = piece.part().sheet().get();
        for (Sheet.Item item : sheet.items()) {
            Box on = item.place()
                    .movedBy(-framing.crop().x(), -framing.crop().y())
                    .times(scale)
                    .movedBy(place.x(), place.y());
            Optional<Box> window = on.intersection(grown(place, bleed));
            if (window.isPresent()) {
                Piece whole = item.piece().piece();
                PdfArt art = whole.isDrawn()
                        ? art(item.piece(), whole.size().box())
                        : picture(item.piece(), whole.size().box(), Extent.of(on));
                all.add(new PdfSheet.Placed(art, on, window.get(), 1));
            }
        }
        return all;
    }

    private static Box grown(Box box, double by) {
        return new Box(box.x() - by, box.y() - by, box.width() + 2 * by, box.height() + 2 * by);
    }

    private PdfArt art(PlanPiece piece, Box crop) throws IOException, ProblemException {
        SourceOptions options = planned.options(piece);
        DrawnDocument document = sources.drawn(piece, options);
        FramedSources.requireSame(piece, document);
        boolean whole = crop.equals(piece.piece().size().box());
        return document.art(whole ? piece.piece() : piece.piece().region(piece.name(), crop), recipe.rasterPpi());
    }

    /** A picture with the pixels that the recipe gives it, as large on paper as its place. */
    private PdfArt picture(PlanPiece piece, Box crop, Extent size) throws IOException, ProblemException {
        double dense = recipe.rasterPpi() / Piece.POINTS;
        Extent wanted = size.times(dense);
        double most = recipe.size().enlarge() ? 1 : Math.min(1, crop.width() / wanted.width());
        Framing framing = new ExactFraming(crop, wanted.times(most), wanted.times(most)).rounded();
        RenditionPixels pixels =
                RenditionPixels.of(framedSources.pixels(piece, planned.options(piece), framing), recipe, context);
        return PicturePacking.art(
                pixels.picture(), size, recipe.format().shapes().orElseThrow().pictures());
    }
}
