package app.vineparcel.cli;

import app.vineparcel.core.FileSize;
import app.vineparcel.core.Notice;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.render.Outcome;
import java.io.PrintWriter;
import java.util.Locale;

/** For people: a line a rendition. */
final class TextReport implements Report {

    private final PrintWriter out;

    TextReport(PrintWriter out) {
        this.out = out;
    }

    @Override
    public synchronized void unreadable(SourceList.Unreadable source, PlanColumn column) {
        out.println("failed   " + source.file() + "  " + source.problem().reason() + " "
                + source.problem().remedy());
    }

    @Override
    public synchronized void leftOut(SourceList.LeftOut left) {
        out.println("left out %s  %s (--piece \"%s\" renders it)"
                .formatted(left.file(), left.piece().name(), left.piece().name()));
        left.notices().forEach(notice -> out.println("         " + level(notice) + ": " + notice.text()));
    }

    private static String level(Notice notice) {
        return notice.matters() ? "caution" : "hint";
    }

    @Override
    public synchronized void planned(PlannedRendition rendition) {
        out.println("planned  %s  %s  about %s"
                .formatted(rendition.path(), rendition.size(), FileSize.rounded(rendition.predictedBytes())));
        findings(rendition);
    }

    @Override
    public synchronized void finished(PlannedRendition rendition, Outcome outcome) {
        if (outcome instanceof Outcome.Done done) {
            String clipped = done.clipped() < 0.001
                    ? ""
                    : String.format(Locale.ROOT, "  %.1f %% out of gamut", 100 * done.clipped());
            out.println("done     %s  %s  %s%s"
                    .formatted(rendition.path(), done.size(), FileSize.rounded(done.bytes()), clipped));
            findings(rendition);
            done.notices().forEach(notice -> out.println("         " + level(notice) + ": " + notice.text()));
        } else if (outcome instanceof Outcome.Failed failed) {
            out.println("failed   " + rendition.path() + "  " + failed.problem().reason() + " "
                    + failed.problem().remedy());
        }
    }

    private void findings(PlannedRendition rendition) {
        for (Finding finding : rendition.findings()) {
            out.println("         " + finding.level().name().toLowerCase(Locale.ROOT) + ": " + finding.message());
        }
    }

    @Override
    public void endOfPlan(Plan plan) {
        out.println(String.join(
                ", ",
                count(plan.renditions().size(), "rendition") + " of about " + FileSize.rounded(plan.predictedBytes()),
                count(plan.count(Finding.Level.BLOCKER), "blocker"),
                count(plan.count(Finding.Level.CAUTION), "caution"),
                count(plan.count(Finding.Level.HINT), "hint")));
    }

    @Override
    public void endOfRun(int done, int failed) {
        out.println(done + " done, " + failed + " failed");
    }

    private static String count(long number, String one) {
        return number + " " + one + (number == 1 ? "" : "s");
    }
}
