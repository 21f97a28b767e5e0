package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.awaitility.Awaitility.await;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.source.process.ReaderProcess;
import app.vineparcel.web.sources.PieceService;
import app.vineparcel.web.sources.Source;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.Socket;
import java.net.http.HttpClient;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.ApplicationContext;
import org.springframework.test.util.ReflectionTestUtils;

/** Requests made to hold threads, fill memory or reach what is not theirs. */
@Timeout(60)
class UnkindRequestsTest extends Workbench {

    private final Visitor visitor = new Visitor(HttpClient.Redirect.NEVER);

    @Autowired
    private PieceService pieces;

    @Autowired
    private ApplicationContext context;

    private String raw(String line) throws IOException {
        try (Socket socket = new Socket("127.0.0.1", port)) {
            socket.getOutputStream()
                    .write((line + " HTTP/1.1\r\nHost: 127.0.0.1:" + port + "\r\nConnection: close\r\n\r\n")
                            .getBytes(StandardCharsets.US_ASCII));
            InputStream in = socket.getInputStream();
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "TRACE /assignments",
                "GET //assignments",
                "GET /assignments;a=b",
                "GET /assignments/%2e%2e/x",
                "GET /assignments%00",
                "GET /assignments/99999999999999999999999999/plan",
                "PROPFIND /assignments"
            })
    void what_nothing_here_has_is_refused_in_a_sentence(String line) throws IOException {
        assertThat(raw(line)).matches("(?s)HTTP/1.1 4\\d\\d.*").doesNotContain("Exception", "\tat ");
    }

    @Test
    void numbers_and_cells_that_are_not_there_are_no_faults_of_the_program() throws Exception {
        photo(ROOT.resolve("unkind/plums.png"), 60, 40, 8);
        long id = assignment("Unkind", "unkind");
        assertThat(raw("GET /assignments/%s/plan".formatted("9".repeat(900)))).startsWith("HTTP/1.1 404");
        long piece = pieces.all(id).get(0).id();
        assertThat(visitor.post("/assignments/%d/plan/choice".formatted(id), form("off", piece + ":999999.999999"))
                        .statusCode())
                .isBetween(400, 499);
        assertThat(visitor.post("/assignments/%d/plan".formatted(id), form("cells", "1.1=" + "9".repeat(900)))
                        .body())
                .contains("sent something unreadable");
    }

    @Test
    void patterns_and_templates_take_no_longer_than_they_are() throws Exception {
        photo(ROOT.resolve("unkind/plums.png"), 60, 40, 8);
        long id = assignment("Unkind patterns", "unkind");
        sql.update("update piece set given_name = ? where assignment_id = ?", "a".repeat(200), id);
        String pick = "/assignments/%d/plan/many".formatted(id);
        assertThat(visitor.post(pick, form("how", "off", "which", "*a".repeat(90) + "b"))
                        .body())
                .contains("No pieces are selected");
        assertThat(visitor.post(pick, form("how", "off", "which", "*a*".repeat(60)))
                        .body())
                .contains("0 renditions");
        assertThat(visitor.post(pick, form("how", "off", "which", ",".repeat(500_000)))
                        .body())
                .contains("longer than 2,000 letters");
        String rename = "/assignments/%d/pieces/names".formatted(id);
        String piece = String.valueOf(pieces.all(id).get(0).id());
        for (String template :
                List.of("x".repeat(1_000_000), "{date:" + "y".repeat(900_000) + "}", "{".repeat(300_000))) {
            HttpResponse<String> answer = visitor.post(rename, form("piece", piece, "template", template));
            assertThat(answer.statusCode()).as(answer.body()).isBetween(200, 499);
            assertThat(answer.body()).contains("up to");
        }
    }

    @Test
    void a_zip_that_unpacks_to_gigabytes_is_refused_as_it_comes() throws Exception {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            byte[] blank = new byte[1 << 20];
            zip.putNextEntry(new ZipEntry(".passed-over"));
            for (int i = 0; i < 2_000; i++) {
                zip.write(blank);
            }
        }
        assertThat(visitor.send("/recipes/files?name=recipes.zip", bytes.toByteArray())
                        .body())
                .contains("unpacks to more than");
    }

    @Test
    void private_pictures_are_kept_nowhere() throws Exception {
        photo(ROOT.resolve("unkind/plums.png"), 60, 40, 8);
        long id = assignment("Unkind to caches", "unkind");
        for (String page : List.of("/assignments", "/assignments/%d/sources".formatted(id), "/settings")) {
            assertThat(visitor.get(page).headers().firstValue("Cache-Control")).contains("no-store");
        }
        assertThat(raw("GET /css/app.css")).contains("max-age=3600");
    }

    @Test
    void the_same_plan_sent_three_times_at_once_is_one_run_and_a_waiting_run_is_stopped_at_once() throws Exception {
        photo(ROOT.resolve("unkind/plums.png"), 60, 40, 8);
        photo(ROOT.resolve("unkind-slow/large.png"), 5000, 4000, 8);
        long slow = assignment("Unkind and slow", "unkind-slow");
        long id = assignment("Unkind and quick", "unkind");
        String large = String.valueOf(pieces.all(slow).get(0).id());
        visitor.post("/assignments/%d/plan".formatted(slow), form("cells", "1.1=" + large + ";1.2=" + large));
        String cells = form(
                "asked", "this page", "cells", "1.1=" + pieces.all(id).get(0).id());
        ExecutorService clickers = Executors.newFixedThreadPool(3);
        Callable<String> click = () -> visitor.post("/assignments/%d/plan".formatted(id), cells)
                .headers()
                .firstValue("Location")
                .orElse("nowhere");
        Set<String> runs = clickers.invokeAll(List.of(click, click, click)).stream()
                .map(UnkindRequestsTest::got)
                .collect(Collectors.toSet());
        clickers.shutdown();
        assertThat(runs).hasSize(1).allMatch(run -> run.contains("/runs/"));
        long run = Long.parseLong(runs.iterator().next().replaceAll(".*/", ""));
        String state = sql.queryForObject("select state from run where id = ?", String.class, run);
        visitor.post("/runs/%d/stop".formatted(run), "");
        if ("WAITING".equals(state)) {
            assertThat(sql.queryForObject("select state from run where id = ?", String.class, run))
                    .isIn("STOPPED", "DONE");
        }
        await().atMost(Duration.ofSeconds(40))
                .until(() -> sql.queryForObject(
                                "select count(*) from run where state in ('WAITING', 'RENDERING')", Long.class)
                        == 0);
    }

    private static String got(Future<String> future) {
        try {
            return future.get();
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void a_region_is_removed_only_by_the_piece_that_it_lies_on() throws Exception {
        photo(ROOT.resolve("unkind/plums.png"), 60, 40, 8);
        long mine = assignment("Unkind to mine", "unkind");
        long others = assignment("Unkind to others", "unkind");
        long base = pieces.all(others).get(0).id();
        visitor.post(
                "/pieces/%d/regions".formatted(base),
                form("name", "Part", "x", "1", "y", "1", "width", "9", "height", "9"));
        long region = pieces.all(others).get(1).id();
        String from = "/pieces/%d/regions/%d/remove";
        assertThat(visitor.post(from.formatted(pieces.all(mine).get(0).id(), region), "")
                        .statusCode())
                .isEqualTo(400);
        assertThat(pieces.all(others)).hasSize(2);
        assertThat(visitor.post(from.formatted(base, region), "").statusCode()).isEqualTo(302);
        assertThat(pieces.all(others)).hasSize(1);
    }

    @Test
    void a_source_that_ended_the_program_twice_is_refused_tried_again_by_a_person_and_removed() throws Exception {
        photo(ROOT.resolve("unkind-source/plums.png"), 60, 40, 8);
        long id = assignment("Unkind source", "unkind-source");
        Source source = sources.all(id).get(0);
        // as two starts leave it that did not come back
        sql.update("update source set state = 'WAITING', attempts = 2 where id = ?", source.id());
        ReflectionTestUtils.invokeMethod(context.getBean("sourceIntake"), "goOn");
        await().until(() -> sources.get(source.id()).state() == Source.State.UNREADABLE);
        assertThat(visitor.get("/assignments/%d/sources".formatted(id)).body())
                .contains("tried twice", "Try again", "Remove");
        visitor.post("/sources/%d/again".formatted(source.id()), "");
        await().until(() -> sources.get(source.id()).isReady());
        assertThat(sql.queryForObject("select attempts from source where id = ?", Integer.class, source.id()))
                .isZero();
        assertThat(visitor.post("/sources/%d/remove".formatted(source.id()), "").statusCode())
                .isEqualTo(302);
        assertThat(sources.all(id)).isEmpty();
        assertThat(pieces.all(id)).isEmpty();
        assertThat(visitor.get("/assignments/%d/plan".formatted(id)).statusCode())
                .isEqualTo(200);
        sources.addFolder(id, "unkind-source");
        await().until(() -> sources.all(id).get(0).isReady());
        assertThat(pieces.all(id)).hasSize(1);
    }

    @Test
    void a_source_of_a_kind_that_is_not_trusted_is_read_by_another_process() throws Exception {
        Path file = ROOT.resolve("unkind-drawing/star.svg");
        Files.createDirectories(file.getParent());
        Files.writeString(
                file,
                "<svg xmlns='http://www.w3.org/2000/svg' width='40' height='30'><rect width='9' height='9'/></svg>");
        ReaderProcess process = context.getBean(ReaderProcess.class);
        SourceReader reader = context.getBean(SourceReader.class);
        assertThat(process.contents(file, SourceOptions.PLAIN)).isEqualTo(reader.contents(file, SourceOptions.PLAIN));
        Files.writeString(file, "<svg");
        assertThatThrownBy(() -> process.contents(file, SourceOptions.PLAIN))
                .isInstanceOfSatisfying(
                        ProblemException.class,
                        e -> assertThat(e.problem().reason()).contains("its XML is damaged"));
    }
}
