package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.plan.Rehearsal;
import app.vineparcel.web.runs.Rendition;
import app.vineparcel.web.runs.Run;
import app.vineparcel.web.runs.RunControl;
import app.vineparcel.web.runs.RunService;
import app.vineparcel.web.runs.RunSummary;
import app.vineparcel.web.sources.PieceService;
import app.vineparcel.web.storage.DeliveryFolders;
import app.vineparcel.web.work.Job;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Runs that do not end by themselves, and what pages hear of them. */
class RunEndsTest extends Workbench {

    @Autowired
    private ChannelService channels;

    @Autowired
    private RunService runs;

    @Autowired
    private DeliveryFolders folders;

    @Autowired
    private RunControl control;

    @Autowired
    private PieceService pieces;

    @Autowired
    private Rehearsal rehearsal;

    @Autowired
    private List<Job> jobs;

    private long started(String name, int pictures) throws Exception {
        HttpResponse<String> page = send(new Visitor(), photographed(name, pictures));
        return Long.parseLong(page.uri().getPath().substring("/runs/".length()));
    }

    /** Without the page that follows, which takes longer than a short run. */
    private long startedWithoutLooking(String name, int pictures) throws Exception {
        HttpResponse<String> answer = send(new Visitor(HttpClient.Redirect.NEVER), photographed(name, pictures));
        String page = answer.headers().firstValue("Location").orElseThrow();
        return Long.parseLong(page.substring(page.lastIndexOf('/') + 1));
    }

    private HttpResponse<String> send(Visitor visitor, long assignment) throws Exception {
        return visitor.post("/assignments/" + assignment + "/plan", "cells=" + cells(assignment));
    }

    private long photographed(String name, int pictures) throws Exception {
        for (int i = 0; i < pictures; i++) {
            photo(ROOT.resolve(name + "/picture-" + i + ".jpg"), 1500, 1000, i);
        }
        return assignment(name, name);
    }

    private String cells(long assignment) {
        String keys =
                pieces.all(assignment).stream().map(p -> String.valueOf(p.id())).collect(Collectors.joining(","));
        ChannelService.Band band = channels.bands().get(0);
        return band.channel().id() + "." + band.uses().get(0).recipe().id() + "=" + keys;
    }

    private RunSummary over(long runId) throws Exception {
        await().atMost(Duration.ofSeconds(60))
                .until(() -> runs.get(runId).state().isOver());
        return runs.summary(runId);
    }

    /** What a process goes through before anybody clicks leaves nothing behind, and the first click is run 1. */
    @Test
    void a_rehearsed_run_was_never_there() throws Exception {
        long assignment = photographed("rehearsed", 2);
        rehearsal.rehearse(assignments.get(assignment), port);
        assertThat(sql.queryForObject("select count(*) from run where assignment_id = ?", Long.class, assignment))
                .isZero();
        assertThat(sql.queryForObject(
                        "select count(*) from work_unit where run_id not in (select id from run)", Long.class))
                .isZero();
        HttpResponse<String> page = send(new Visitor(), assignment);
        long runId = Long.parseLong(page.uri().getPath().substring("/runs/".length()));
        assertThat(over(runId).run().number()).isEqualTo(1);
        assertThat(runs.summary(runId).done()).isEqualTo(2);
    }

    /** A worker that goes through its statements once before it works touches no run, not even one that stands still halfway. */
    @Test
    void a_worker_that_rehearses_changes_nothing() throws Exception {
        long runId = startedWithoutLooking("untouched", 3);
        control.pause(runId);
        await().atMost(Duration.ofSeconds(60)).until(() -> rendering() == 0);
        String before = everything();
        jobs.forEach(Job::rehearse);
        assertThat(everything()).isEqualTo(before);
        control.resume(runId);
        assertThat(over(runId).done()).isEqualTo(3);
    }

    private long rendering() {
        return sql.queryForObject("select count(*) from rendition where state = 'RENDERING'", Long.class);
    }

    private String everything() {
        return sql.queryForObject(
                """
                select md5((select string_agg(cast(r as text), ';' order by id) from run r)
                    || (select string_agg(cast(r as text), ';' order by id) from rendition r))""",
                String.class);
    }

    /** Stopped when its first file is there, long before the last could be. */
    @Test
    void a_stopped_run_keeps_what_was_done_and_leaves_the_rest_out() throws Exception {
        long runId = startedWithoutLooking("stopped", 60);
        await().atMost(Duration.ofSeconds(60))
                .pollInterval(Duration.ofMillis(10))
                .until(() -> runs.summary(runId).done() > 0);
        control.stop(runId);
        RunSummary summary = over(runId);
        assertThat(summary.run().state()).isEqualTo(Run.State.STOPPED);
        assertThat(summary.leftOut()).isPositive();
        assertThat(summary.over()).isEqualTo(60);
        assertThat(new Visitor().get("/runs/" + runId).body()).contains("stopped; finished files are kept");
    }

    /** Nobody is told that a run was stopped of which nothing is missing. */
    @Test
    void a_run_that_is_over_can_no_longer_be_stopped() throws Exception {
        long runId = started("too-late", 1);
        over(runId);
        HttpResponse<String> page = new Visitor().post("/runs/" + runId + "/stop", "");
        assertThat(page.uri().getPath()).isEqualTo("/runs/" + runId);
        assertThat(over(runId).run().state()).isEqualTo(Run.State.DONE);
    }

    @Test
    void events_tell_how_it_stands_to_who_comes_late() throws Exception {
        long runId = started("told", 3);
        over(runId);
        HttpRequest request = HttpRequest.newBuilder(
                        URI.create("http://127.0.0.1:" + port + "/runs/" + runId + "/events"))
                .build();
        HttpResponse<Stream<String>> answer =
                HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofLines());
        assertThat(answer.headers().firstValue("Content-Type").orElse("")).startsWith("text/event-stream");
        try (Stream<String> lines = answer.body()) {
            String told =
                    lines.filter(line -> line.startsWith("data:")).findFirst().orElseThrow();
            assertThat(told).contains("of 3 renditions", "\"state\":\"DONE\"", "\"share\":100", "\"all\":true");
        }
    }

    /** Its process was killed while it made one of two: the run is not closed, and what was done is not done again. */
    @Test
    void a_run_cut_short_by_the_end_of_the_program_goes_on_by_itself() throws Exception {
        long runId = started("cut-short", 2);
        over(runId);
        Map<String, Object> kept = sql.queryForMap("select * from rendition where run_id = ? and position = 1", runId);
        sql.update("update run set state = 'RENDERING', ended_at = null where id = ?", runId);
        sql.update("update rendition set state = 'RENDERING', attempts = 1 where run_id = ? and position = 2", runId);
        RunSummary summary = over(runId);
        assertThat(summary.run().state()).isEqualTo(Run.State.DONE);
        assertThat(summary.done()).isEqualTo(2);
        assertThat(sql.queryForMap("select * from rendition where run_id = ? and position = 1", runId))
                .isEqualTo(kept);
        sql.update("update run set state = 'RENDERING', ended_at = null where id = ?", runId);
        sql.update("update rendition set state = 'RENDERING', attempts = 3 where run_id = ? and position = 2", runId);
        assertThat(over(runId).failed()).isEqualTo(1);
        assertThat(runs.renditions(runId).get(1).reason()).contains("tried 3 times");
    }

    @Test
    void a_rendition_that_was_moved_away_is_said_to_be_gone() throws Exception {
        long runId = started("moved", 1);
        over(runId);
        Rendition rendition = runs.renditions(runId).get(0);
        Visitor visitor = new Visitor();
        assertThat(visitor.get("/renditions/" + rendition.id() + "/file").statusCode())
                .isEqualTo(200);
        Files.delete(folders.of(runs.get(runId).assignmentId()).resolve(rendition.path()));
        HttpResponse<String> gone = visitor.get("/renditions/" + rendition.id() + "/file");
        assertThat(gone.statusCode()).isEqualTo(404);
        assertThat(gone.body()).contains("The file is missing.");
    }
}
