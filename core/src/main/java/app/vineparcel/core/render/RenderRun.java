package app.vineparcel.core.render;

import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceReader;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;

/**
 * Renders a plan. Sources are worked on side by side, as many at once as there are threads. A rendition that fails, and a
 * listener that does, stop no other.
 */
public final class RenderRun {

    private final SourceReader reader;
    private final Shelf shelf;
    private final RenditionSink sink;
    private final RenderListener listener;
    private final BooleanSupplier stopped;
    private final Conversions conversions;

    /**
     * A run.
     *
     * @param shelf where the profiles and marks that recipes name are found
     * @param stopped asked before each rendition; once true, the rest is left out
     */
    public RenderRun(
            SourceReader reader, Shelf shelf, RenditionSink sink, RenderListener listener, BooleanSupplier stopped) {
        this(reader, shelf, sink, listener, stopped, new Conversions());
    }

    /**
     * A run that shares what is worked out of profiles with others.
     *
     * @param conversions theirs
     */
    public RenderRun(
            SourceReader reader,
            Shelf shelf,
            RenditionSink sink,
            RenderListener listener,
            BooleanSupplier stopped,
            Conversions conversions) {
        this.conversions = conversions;
        this.reader = reader;
        this.shelf = shelf;
        this.sink = sink;
        this.listener = listener;
        this.stopped = stopped;
    }

    /** Renders everything and returns when every rendition has its outcome. Interrupted, it returns at once; the rest has none. */
    public void render(Plan plan, int threads) {
        List<List<PlannedRendition>> units = WorkUnits.of(plan, Math.max(1, threads));
        int atOnce = Math.max(1, Math.min(threads, units.size()));
        runAll(units, atOnce, Math.max(1, threads / atOnce));
    }

    private void runAll(List<List<PlannedRendition>> units, int atOnce, int threadsEach) {
        ExecutorService workers = Executors.newFixedThreadPool(atOnce);
        units.forEach(unit -> workers.execute(() -> new RenderUnit(unit, reader, sink, listener, stopped)
                .render(new RenditionPixels.RenderContext(
                        shelf, conversions, new StageClock(listener::allocated), threadsEach))));
        workers.shutdown();
        while (!workers.isTerminated()) {
            try {
                workers.awaitTermination(1, TimeUnit.HOURS);
            } catch (InterruptedException e) {
                endNow(workers);
                Thread.currentThread().interrupt();
                return;
            }
        }
    }

    /** What is being made is not waited for; nothing of it is put in place. */
    private static void endNow(ExecutorService workers) {
        workers.shutdownNow();
        try {
            workers.awaitTermination(3, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    static long since(long began) {
        return (System.nanoTime() - began) / 1_000_000;
    }
}
