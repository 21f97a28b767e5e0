package app.vineparcel.core.render;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.source.ForeignWork;
import app.vineparcel.core.source.ReadProblems;
import app.vineparcel.core.source.SourceReader;
import java.io.IOException;
import java.lang.System.Logger;
import java.lang.System.Logger.Level;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;

/**
 * Renditions of the same sources, made one after the other by one thread that opens those once. Each has its time; after the second that has used
 * it up the rest is given up, since one slow source would hold everybody's run for hours.
 */
final class RenderUnit {

    private static final Duration WHOLE_RUN = Duration.ofDays(100);
    private static final int MOST_OVERDUE = 2;

    private final List<PlannedRendition> renditions;
    private final SourceReader reader;
    private final RenditionSink sink;
    private final RenderListener listener;
    private final BooleanSupplier stopped;
    private int overdue;

    RenderUnit(
            List<PlannedRendition> renditions,
            SourceReader reader,
            RenditionSink sink,
            RenderListener listener,
            BooleanSupplier stopped) {
        this.renditions = renditions;
        this.reader = reader;
        this.sink = sink;
        this.listener = listener;
        this.stopped = stopped;
    }

    @SuppressWarnings("try") // a hold counts by being open
    void render(RenditionPixels.RenderContext context) {
        try (WorkBudget ignored = reader.pool().begin(WHOLE_RUN);
                OpenSources sources = new OpenSources(reader, context.conversions(), context.clock())) {
            RenditionFile files = new RenditionFile(renditions, sources, sink, context);
            renditions.forEach(rendition -> finish(rendition, files));
        } catch (RuntimeException | Error e) {
            log().log(Level.ERROR, "closing a source failed", e);
        }
        tell(() -> listener.sourceFinished(context.clock().spent()));
    }

    private void finish(PlannedRendition rendition, RenditionFile files) {
        if (stopped.getAsBoolean() || !isWanted(rendition)) {
            tell(() -> listener.finished(rendition, new Outcome.LeftOut(0)));
            return;
        }
        long began = System.nanoTime(); // whoever was asked may have let others go first
        Outcome outcome = outcome(rendition, files, began);
        tell(() -> listener.finished(rendition, outcome));
    }

    /** Whatever happens to one rendition becomes its outcome. */
    private Outcome outcome(PlannedRendition rendition, RenditionFile files, long began) {
        try {
            requireUnblocked(rendition);
            requirePatience(rendition);
            return ForeignWork.within(reader.pool(), reader.limits().rendition(), () -> files.make(rendition, began));
        } catch (ProblemException e) {
            log().log(Level.DEBUG, "a rendition failed", e);
            overdue += e.getCause() instanceof WorkBudget.Exceeded ? 1 : 0;
            return new Outcome.Failed(e.problem(), RenderRun.since(began));
        } catch (WorkBudget.Exceeded e) {
            if (stopped.getAsBoolean()) {
                return new Outcome.LeftOut(RenderRun.since(began)); // ended from outside
            }
            overdue += e.isAbandoned() ? MOST_OVERDUE : e.isOfTime() ? 1 : 0; // what goes on may still use the sources
            return new Outcome.Failed(
                    ReadProblems.exceeded(rendition.piece().info().fileName(), e)
                            .problem(),
                    RenderRun.since(began));
        } catch (IOException | RuntimeException | Error e) {
            log().log(Level.ERROR, "a rendition failed unforeseen", e);
            return new Outcome.Failed(unforeseen(rendition, e), RenderRun.since(began));
        }
    }

    private void requirePatience(PlannedRendition rendition) throws ProblemException {
        if (overdue >= MOST_OVERDUE) {
            throw new ProblemException(new Problem.OverBudget(
                    rendition.piece().info().fileName(),
                    "Other renditions of this source took too long, so this one was skipped.",
                    "Export it again in a simpler form, or raise the time limit in the settings."));
        }
    }

    private boolean isWanted(PlannedRendition rendition) {
        try {
            return listener.starts(rendition);
        } catch (RuntimeException | Error e) {
            log().log(Level.ERROR, "a listener failed", e);
            return true;
        }
    }

    /** A listener that fails stops no rendition. */
    private static void tell(Runnable news) {
        try {
            news.run();
        } catch (RuntimeException | Error e) {
            log().log(Level.ERROR, "a listener failed", e);
        }
    }

    private static void requireUnblocked(PlannedRendition rendition) throws ProblemException {
        Optional<Finding> blocker = rendition.blocker();
        if (blocker.isPresent()) {
            throw new ProblemException(
                    new Problem.BadRequest(rendition.path(), blocker.get().message(), "Nothing was written for it."));
        }
    }

    private static Problem unforeseen(PlannedRendition rendition, Throwable e) {
        if (e instanceof OutOfMemoryError) {
            return new Problem.OverBudget(
                    rendition.path(),
                    "There was not enough memory.",
                    "Render fewer sources at once or give the program more memory.");
        }
        if (e instanceof StackOverflowError) {
            return new Problem.Unreadable(
                    rendition.path(),
                    "Its elements are nested too deeply.",
                    "Simplify the artwork, or choose a picture format.");
        }
        return new Problem.Unforeseen(
                rendition.path(),
                "Something unexpected went wrong.",
                "The log says what happened; the other files are not affected.");
    }

    /** Asked for when there is something to say: to find one takes longer than a small picture. */
    private static Logger log() {
        return System.getLogger(RenderUnit.class.getName());
    }
}
