package app.vineparcel.core.render;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceReader;
import java.lang.System.Logger;
import java.lang.System.Logger.Level;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;

/**
 * Renders a plan. Sources are worked on side by side, as many at once as there are threads. A rendition that fails, and a
 * listener that does, stop no other.
 */
public final class RenderRun {

    private static final Logger LOG = System.getLogger(RenderRun.class.getName());

    private final SourceReader reader;
    private final Shelf shelf;
    private final RenditionSink sink;
    private final RenderListener listener;
    private final BooleanSupplier stopped;
    private final Conversions conversions = new Conversions();

    /**
     * A run.
     *
     * @param shelf where the profiles and marks that recipes name are found
     * @param stopped asked before each rendition; once true, the rest is left out
     */
    public RenderRun(
            SourceReader reader, Shelf shelf, RenditionSink sink, RenderListener listener, BooleanSupplier stopped) {
        this.reader = reader;
        this.shelf = shelf;
        this.sink = sink;
        this.listener = listener;
        this.stopped = stopped;
    }

    /** Renders everything and returns when every rendition has its outcome. */
    public void render(Plan plan, int threads) {
        List<List<PlannedRendition>> units = WorkUnits.of(plan, Math.max(1, threads));
        int atOnce = Math.max(1, Math.min(threads, units.size()));
        runAll(units, atOnce, Math.max(1, threads / atOnce));
    }

    private void runAll(List<List<PlannedRendition>> units, int atOnce, int threadsEach) {
        ExecutorService workers = Executors.newFixedThreadPool(atOnce);
        units.forEach(unit -> workers.execute(() -> unit(unit, threadsEach)));
        workers.shutdown();
        boolean interrupted = false;
        while (!workers.isTerminated()) {
            try {
                workers.awaitTermination(1, TimeUnit.HOURS);
            } catch (InterruptedException e) {
                interrupted = true;
            }
        }
        if (interrupted) {
            Thread.currentThread().interrupt();
        }
    }

    /** All renditions that belong together, by one thread that opens their sources. */
    private void unit(List<PlannedRendition> renditions, int threads) {
        StageClock clock = new StageClock();
        RenditionPixels.Workshop workshop = new RenditionPixels.Workshop(shelf, conversions, clock, threads);
        try (OpenSources sources = new OpenSources(reader, conversions, clock)) {
            RenditionFile files = new RenditionFile(sources, sink, workshop);
            renditions.forEach(rendition -> finish(rendition, files));
        } catch (RuntimeException | Error e) {
            LOG.log(Level.ERROR, "closing a source failed", e);
        }
        tell(() -> listener.sourceFinished(clock.spent()));
    }

    private void finish(PlannedRendition rendition, RenditionFile files) {
        long began = System.nanoTime();
        if (stopped.getAsBoolean()) {
            tell(() -> listener.finished(rendition, new Outcome.LeftOut(0)));
            return;
        }
        tell(() -> listener.started(rendition));
        Outcome outcome = outcome(rendition, files, began);
        tell(() -> listener.finished(rendition, outcome));
    }

    /** Whatever happens to one rendition becomes its outcome. */
    private static Outcome outcome(PlannedRendition rendition, RenditionFile files, long began) {
        try {
            requireUnblocked(rendition);
            return files.make(rendition, began);
        } catch (ProblemException e) {
            LOG.log(Level.DEBUG, "a rendition failed", e);
            return new Outcome.Failed(e.problem(), since(began));
        } catch (RuntimeException | Error e) {
            LOG.log(Level.ERROR, "a rendition failed unforeseen", e);
            return new Outcome.Failed(unforeseen(rendition, e), since(began));
        }
    }

    /** A listener that fails stops no rendition. */
    private static void tell(Runnable news) {
        try {
            news.run();
        } catch (RuntimeException | Error e) {
            LOG.log(Level.ERROR, "a listener failed", e);
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
                    "There was not enough memory for it.",
                    "Render fewer sources at once or give the program more memory.");
        }
        if (e instanceof StackOverflowError) {
            return new Problem.Unreadable(
                    rendition.path(),
                    "What it shows lies too deep within each other to be written.",
                    "Simplify the artwork, or choose a picture format.");
        }
        return new Problem.Unforeseen(
                rendition.path(),
                "Something went wrong that nobody foresaw.",
                "The program's log says what; the other files are not affected.");
    }

    static long since(long began) {
        return (System.nanoTime() - began) / 1_000_000;
    }
}
