package app.vineparcel.core.render;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.codec.Shapes;
import app.vineparcel.core.codec.pdf.PdfFile;
import app.vineparcel.core.codec.pdf.PdfSheet;
import app.vineparcel.core.codec.pdf.PdfTarget;
import app.vineparcel.core.codec.shapes.PdfFormat;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.ExactFraming;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.plan.PrintLayout;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceReader;
import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/** Pieces on paper, as a PDF: shapes stay shapes, pictures have the pixels that they have. */
public final class PrintFile {

    private static final Recipe AS_IT_IS = Recipe.plain(
                    "print", new PdfFormat(Shapes.Pages.PLAIN, Shapes.TextUse.EMBED, 92))
            .name("{piece}")
            .build();

    private PrintFile() {}

    /**
     * Writes the pages.
     *
     * @param pieces at least one
     * @param cropMarks whether marks show where every piece is cut
     * @param title of the document
     * @throws ProblemException if a piece cannot be had or the file cannot be written
     */
    public static void write(
            SourceReader reader, List<PlanPiece> pieces, PrintLayout layout, boolean cropMarks, String title, Path file)
            throws ProblemException {
        StageClock clock = new StageClock();
        Conversions conversions = new Conversions();
        RenditionPixels.RenderContext context = new RenditionPixels.RenderContext(Shelf.EMPTY, conversions, clock, 1);
        try (OpenSources sources = new OpenSources(reader, conversions, clock)) {
            FramedSources framedSources = new FramedSources(sources, context);
            Planner planner = new Planner("", LocalDate.EPOCH, Shelf.EMPTY);
            PlanColumn column = new PlanColumn("", AS_IT_IS, "", "");
            List<PdfSheet> sheets = new ArrayList<>();
            for (List<PrintLayout.Placed> page :
                    layout.pages(pieces.stream().map(PlanPiece::piece).toList())) {
                List<PdfSheet.Placed> placed = new ArrayList<>();
                for (PrintLayout.Placed one : page) {
                    PlanPiece piece = pieces.get(one.number());
                    ShapesFile shapes = new ShapesFile(sources, framedSources, context, planner.plan(piece, column));
                    placed.addAll(within(shapes, piece, one));
                }
                List<Box> marked =
                        cropMarks ? page.stream().map(PrintLayout.Placed::seen).toList() : List.of();
                sheets.add(new PdfSheet(
                                "Page " + (sheets.size() + 1), layout.paper(), 0, false, OptionalInt.empty(), placed)
                        .redrawn()
                        .marked(marked));
            }
            new PdfFile("1.7", title, Optional.empty(), Optional.empty(), PdfTarget.FontUse.EMBED).write(sheets, file);
        } catch (IOException e) {
            throw new ProblemException(
                    new Problem.CannotWrite(
                            title,
                            "It cannot be put on paper: " + e.getMessage(),
                            "Leave the piece out, or check its source."),
                    e);
        }
    }

    private static List<PdfSheet.Placed> within(ShapesFile shapes, PlanPiece piece, PrintLayout.Placed one)
            throws IOException, ProblemException {
        Box whole = piece.piece().size().box();
        Extent size = Extent.of(one.place());
        List<PdfSheet.Placed> seen = new ArrayList<>();
        for (PdfSheet.Placed placed : shapes.placed(piece, new ExactFraming(whole, size, size), one.place(), 0)) {
            placed.window()
                    .intersection(one.cell())
                    .ifPresent(window ->
                            seen.add(new PdfSheet.Placed(placed.art(), placed.place(), window, placed.opacity())));
        }
        return seen;
    }
}
