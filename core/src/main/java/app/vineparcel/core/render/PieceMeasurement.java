package app.vineparcel.core.render;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.measure.PictureFacts;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.source.ForeignWork;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceReader;
import java.io.IOException;
import java.lang.System.Logger.Level;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Predicate;

/** Measures pieces of any kind: decodes a picture, draws what is drawn. Those of one document should follow one another. */
public final class PieceMeasurement {

    private static final Recipe LARGE_ENOUGH = recipe();

    /** Every piece has a limit of its own. */
    private static final Duration ALL_OF_THEM = Duration.ofDays(1);

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
     * @param wanted asked right before each piece; what is not wanted then is passed over
     * @param found told of every other; of one that cannot be read to its end, in its time, nothing is known
     */
    @SuppressWarnings("try") // a budget counts by being open
    public static void of(
            SourceReader reader,
            List<PlanPiece> pieces,
            Predicate<PlanPiece> wanted,
            BiConsumer<PlanPiece, Optional<PictureFacts>> found) {
        StageClock clock = new StageClock();
        Conversions conversions = new Conversions();
        Planner planner = new Planner("", LocalDate.EPOCH, Shelf.EMPTY);
        PlanColumn column = new PlanColumn("", LARGE_ENOUGH, "", "");
        RenditionPixels.RenderContext context =
                new RenditionPixels.RenderContext(Shelf.EMPTY, conversions, clock, 1, Optional.empty());
        try (WorkBudget ignored = reader.pool().begin(ALL_OF_THEM);
                OpenSources sources = new OpenSources(reader, conversions, clock)) {
            FramedSources framedSources = new FramedSources(sources, context);
            for (PlanPiece piece : pieces) {
                if (wanted.test(piece)) {
                    found.accept(piece, measured(reader, framedSources, planner.plan(piece, column)));
                }
            }
        }
    }

    private static Optional<PictureFacts> measured(
            SourceReader reader, FramedSources framedSources, PlannedRendition planned) {
        try {
            return ForeignWork.within(reader.pool(), reader.limits().source(), () -> {
                FramedSources.FramedSource seen = framedSources.of(planned);
                return Optional.of(
                        PictureMeasurement.of(seen.source(), seen.framing().crop()));
            });
        } catch (ProblemException | IOException | RuntimeException | WorkBudget.Exceeded unreadable) {
            System.getLogger(PieceMeasurement.class.getName())
                    .log(Level.DEBUG, "a piece could not be measured", unreadable);
            return Optional.empty();
        }
    }
}
