package app.vineparcel.cli;

import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.render.Outcome;
import app.vineparcel.core.render.RenderListener;
import java.util.concurrent.atomic.AtomicInteger;

/** Counts outcomes on their way to a report. */
final class Tally implements RenderListener {

    private final Report report;
    private final AtomicInteger done = new AtomicInteger();
    private final AtomicInteger failed = new AtomicInteger();

    Tally(Report report) {
        this.report = report;
    }

    @Override
    public void finished(PlannedRendition rendition, Outcome outcome) {
        (outcome instanceof Outcome.Done ? done : failed).incrementAndGet();
        report.finished(rendition, outcome);
    }

    int done() {
        return done.get();
    }

    int failed() {
        return failed.get();
    }
}
