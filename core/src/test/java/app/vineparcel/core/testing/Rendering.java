package app.vineparcel.core.testing;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.render.Outcome;
import app.vineparcel.core.render.RenderRun;
import app.vineparcel.core.render.RenditionSink;
import app.vineparcel.core.source.FolderShelf;
import app.vineparcel.core.source.SourceReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;

/** One source through one recipe, for tests of what comes out. */
public final class Rendering {

    private static final SourceReader READER = new SourceReader(SourceReader.USUAL_BUDGET);

    private Rendering() {}

    /** A recipe from its clauses, with single quotes. */
    public static Recipe recipe(String clauses) {
        try {
            return RecipeReader.read("{\"recipe\": 1, \"title\": \"T\", " + clauses.replace('\'', '"') + "}", "");
        } catch (RecipeException e) {
            throw new AssertionError(e);
        }
    }

    /** What became of it; the file, where there is one, stands in the folder as {@code stem.ending}. Marks and profiles stand there too. */
    public static Outcome outcome(Path source, Path folder, String clauses) throws ProblemException {
        FolderShelf shelf = new FolderShelf(List.of(folder));
        var info = READER.inspect(source);
        PlanPiece piece = PlanPiece.picture("", source, info.stem(), info, Optional.empty(), 1);
        var plan = new Planner("", LocalDate.EPOCH, shelf)
                .plan(List.of(piece), List.of(new PlanColumn("", recipe(clauses), "", "")));
        RenditionSink sink = (path, content) -> {
            try {
                Path file = folder.resolve(path);
                content.writeTo(file);
                return new RenditionSink.Placed(Files.size(file), "");
            } catch (IOException e) {
                throw new ProblemException(new Problem.CannotWrite(path, String.valueOf(e.getMessage()), ""), e);
            }
        };
        AtomicReference<Outcome> result = new AtomicReference<>();
        new RenderRun(READER, shelf, sink, (rendition, outcome) -> result.set(outcome), () -> false).render(plan, 1);
        return result.get();
    }

    /** The same, where it must come out well. */
    public static Outcome.Done done(Path source, Path folder, String clauses) throws ProblemException {
        Outcome outcome = outcome(source, folder, clauses);
        if (outcome instanceof Outcome.Failed failed) {
            throw new AssertionError(failed.problem().sentence());
        }
        return (Outcome.Done) outcome;
    }
}
