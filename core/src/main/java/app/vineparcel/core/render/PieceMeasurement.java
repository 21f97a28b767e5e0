package app.vineparcel.core.render;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.measure.PictureFacts;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceReader;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.BooleanSupplier;

/** Measures pieces of any kind: decodes a picture, draws what is drawn. Those of one document should follow one another. */
public final class PieceMeasurement {

    private static final Recipe LARGE_ENOUGH = recipe();

    private PieceMeasurement() {}

    private static Recipe recipe() {
        try {
            return RecipeReader.read(
                    """
                    {"recipe": 1, "size": {"mode": "long-edge", "px": 1000, "enlarge": true},
                     "format": {"type": "png", "bits": 32}, "metadata": {"keep": "none"}}""",
                    "measured");
        } catch (RecipeException e) {
            throw new IllegalStateException(e);
        }
    }

    /**
     * Measures.
     *
     * @param found told of every piece; of one that cannot be read to its end nothing is known
     * @param ending asked before every piece; whatever is not measured by then is left out
     */
    public static void of(
            SourceReader reader,
            List<PlanPiece> pieces,
            BiConsumer<PlanPiece, Optional<PictureFacts>> found,
            BooleanSupplier ending) {
        StageClock clock = new StageClock();
        Conversions conversions = new Conversions();
        Planner planner = new Planner("", LocalDate.EPOCH, Shelf.EMPTY);
        PlanColumn column = new PlanColumn("", LARGE_ENOUGH, "", "");
        RenditionPixels.Workshop workshop =
                new RenditionPixels.Workshop(Shelf.EMPTY, conversions, clock, 1, Optional.empty());
        try (OpenSources sources = new OpenSources(reader, conversions, clock)) {
            PieceLook look = new PieceLook(sources, workshop);
            for (PlanPiece piece : pieces) {
                if (ending.getAsBoolean()) {
                    return;
                }
                found.accept(piece, measured(look, planner.plan(piece, column)));
            }
        }
    }

    private static Optional<PictureFacts> measured(PieceLook look, PlannedRendition planned) {
        try {
            PieceLook.Seen seen = look.of(planned);
            return Optional.of(
                    PictureMeasurement.of(seen.source(), seen.framing().crop()));
        } catch (ProblemException unreadable) {
            return Optional.empty();
        }
    }
}
