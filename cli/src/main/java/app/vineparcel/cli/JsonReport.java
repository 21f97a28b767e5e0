package app.vineparcel.cli;

import app.vineparcel.core.Notice;
import app.vineparcel.core.Problem;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.render.Outcome;
import java.io.PrintWriter;
import java.util.List;
import java.util.Locale;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** For programs: one JSON object a line and nothing else on standard output. Every key is always there; what is not known is null. */
final class JsonReport implements Report {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final PrintWriter out;

    JsonReport(PrintWriter out) {
        this.out = out;
    }

    @Override
    public void unreadable(SourceList.Unreadable source, PlanColumn column) {
        ObjectNode line = JSON.createObjectNode();
        line.put("source", source.file().toString())
                .putNull("piece")
                .put("recipe", column.recipe().title());
        line.putNull("path").put("status", "failed").putNull("width").putNull("height");
        result(line, null, null, null, 0, source.problem());
        line.putArray("findings");
        print(line);
    }

    @Override
    public void leftOut(SourceList.LeftOut left) {
        if (!left.isMissed()) {
            return;
        }
        ObjectNode line = JSON.createObjectNode();
        line.put("source", left.file().toString())
                .put("piece", left.piece().name())
                .putNull("recipe");
        line.putNull("path").put("status", "left-out").putNull("width").putNull("height");
        result(line, null, null, null, 0, null);
        notices(left.notices(), line.putArray("findings"));
        print(line);
    }

    @Override
    public void planned(PlannedRendition rendition) {
        ObjectNode line = start(rendition, "planned");
        result(line, rendition.predictedBytes(), rendition.predictedBytes(), null, 0, null);
        findings(rendition, line);
        print(line);
    }

    @Override
    public void finished(PlannedRendition rendition, Outcome outcome) {
        if (outcome instanceof Outcome.Done done) {
            ObjectNode line = start(rendition, "done");
            result(line, done.bytes(), rendition.predictedBytes(), done.sha256(), done.millis(), null);
            line.put("clipped", Math.round(done.clipped() * 1e5) / 1e5);
            notices(done.notices(), findings(rendition, line));
            print(line);
        } else if (outcome instanceof Outcome.Failed failed) {
            ObjectNode line = start(rendition, "failed");
            result(line, null, rendition.predictedBytes(), null, failed.millis(), failed.problem());
            findings(rendition, line);
            print(line);
        }
    }

    private static ObjectNode start(PlannedRendition rendition, String status) {
        return JSON.createObjectNode()
                .put("source", rendition.piece().file().toString())
                .put("piece", rendition.piece().name())
                .put("recipe", rendition.column().recipe().title())
                .put("path", rendition.path())
                .put("status", status)
                .put("width", rendition.size().width())
                .put("height", rendition.size().height());
    }

    private static void result(
            ObjectNode line,
            @org.jspecify.annotations.Nullable Long bytes,
            @org.jspecify.annotations.Nullable Long predicted,
            @org.jspecify.annotations.Nullable String sha256,
            long millis,
            @org.jspecify.annotations.Nullable Problem problem) {
        line.put("bytes", bytes)
                .put("predicted", predicted)
                .put("sha256", sha256)
                .put("millis", millis)
                .put("reason", problem == null ? null : problem.reason() + " " + problem.remedy())
                .putNull("clipped");
    }

    private static void notices(List<Notice> notices, ArrayNode findings) {
        notices.forEach(notice -> findings.addObject()
                .put("level", notice.matters() ? "caution" : "hint")
                .put("code", notice.code())
                .put("message", notice.text()));
    }

    private static ArrayNode findings(PlannedRendition rendition, ObjectNode line) {
        ArrayNode findings = line.putArray("findings");
        rendition.findings().forEach(finding -> findings.addObject()
                .put("level", finding.level().name().toLowerCase(Locale.ROOT))
                .put("code", finding.code())
                .put("message", finding.message()));
        return findings;
    }

    private synchronized void print(ObjectNode line) {
        out.println(JSON.writeValueAsString(line));
    }

    @Override
    public void endOfPlan(Plan plan) {
        // programs count the lines
    }

    @Override
    public void endOfRun(int done, int failed) {
        // programs count the lines
    }
}
