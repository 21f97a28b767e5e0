package app.vineparcel.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/**
 * What holds for runs whatever happens to processes, database and destination. Takes too long to be run with the tests: {@code ./parcel torture} builds
 * the application, starts a database and runs it.
 */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class Torture {

    private static final long SEED = 20261129;
    private static final int KILLS = 20;
    private static final int RECIPES = 5;
    private static final int PICTURES = 200;

    private static Path folder;
    private static TortureRig rig;
    private Process pages;
    private final List<Process> workers = new ArrayList<>();

    @BeforeAll
    static void prepare() throws IOException {
        folder = Path.of(System.getProperty("torture.folder")).toAbsolutePath();
        rig = new TortureRig(folder);
        Path recipes = Files.createDirectories(folder.resolve("recipes"));
        String[] clauses = {
            "'size': {'mode': 'long-edge', 'px': 1000}, 'format': {'type': 'jpeg', 'quality': 82}",
            "'size': {'mode': 'long-edge', 'px': 500}, 'format': {'type': 'jpeg', 'quality': 75}",
            "'size': {'mode': 'fill', 'width': 300, 'height': 300}, 'format': {'type': 'webp', 'quality': 75}",
            "'size': {'mode': 'long-edge', 'px': 240}, 'format': {'type': 'png'}",
            "'size': {'mode': 'long-edge', 'px': 700}, 'format': {'type': 'tiff'}"
        };
        List<String> files = new ArrayList<>();
        for (int i = 0; i < RECIPES; i++) {
            Files.writeString(
                    recipes.resolve("r" + i + ".recipe.json"),
                    "{\"recipe\": 1, \"title\": \"R%d\", %s, \"folder\": \"r%d\"}"
                            .formatted(i, clauses[i].replace('\'', '"'), i));
            files.add("{\"file\": \"r%d.recipe.json\"}".formatted(i));
        }
        Files.writeString(
                folder.resolve("opening.json"),
                """
                {"assignment": "Opening", "folders": [], "channels": [
                 {"channel": 1, "name": "All", "colour": "sky", "folder": "all", "recipes": [%s]}]}"""
                        .formatted(String.join(", ", files)));
        for (int i = 0; i < PICTURES; i++) {
            Workbench.photo(folder.resolve("photos/some/bed-%03d.jpg".formatted(i)), 1500, 1000, i);
        }
        Workbench.photo(folder.resolve("photos/one/single.jpg"), 3000, 2000, 7);
    }

    @AfterAll
    static void end() throws InterruptedException {
        rig.end();
    }

    @BeforeEach
    void start() throws Exception {
        pages = rig.pages();
    }

    @AfterEach
    void stop() throws InterruptedException {
        TortureRig.kill(pages);
        for (Process worker : workers) {
            TortureRig.kill(worker);
        }
    }

    private Process worker(boolean elsewhere) throws IOException {
        Process worker = rig.worker(elsewhere);
        workers.add(worker);
        return worker;
    }

    private static void say(String line, Object... values) {
        System.out.println("torture: " + line.formatted(values));
    }

    private static double seconds(long began) {
        return (System.nanoTime() - began) / 1e9;
    }

    private static void pause(double seconds) throws InterruptedException {
        Thread.sleep((long) (seconds * 1000));
    }

    @Test
    @Order(1)
    void twenty_kills() throws Exception {
        Random random = new Random(SEED);
        Process worker = worker(false);
        long id = rig.assignment("Kills", "some");
        long run = rig.run(id, "");
        Map<Long, String> kept = new HashMap<>();
        int ofPages = 0;
        long runs = 1;
        for (int kill = 0; kill < KILLS; kill++) {
            long before = rig.done(run);
            long current = run;
            await().atMost(Duration.ofSeconds(120))
                    .until(() ->
                            rig.done(current) > before || rig.state(current).equals("DONE"));
            pause(random.nextDouble() * 2.5);
            boolean first = random.nextInt(4) == 0;
            TortureRig.kill(first ? pages : worker);
            Map<Long, String> now = rig.made(run);
            kept.forEach(
                    (key, made) -> assertThat(now).as("was finished before").containsEntry(key, made));
            kept.putAll(now);
            if (first) {
                ofPages++;
                pages = rig.pages();
            } else {
                worker = worker(false);
            }
            if (rig.state(run).equals("DONE")) {
                rig.requireWhole(run, (long) PICTURES * RECIPES);
                kept.clear();
                run = rig.run(id, "afresh=true");
                runs++;
            }
        }
        long last = run;
        long began = System.nanoTime();
        rig.awaitEnd(last, Duration.ofMinutes(5));
        Map<Long, String> now = rig.made(last);
        kept.forEach((key, made) -> assertThat(now).containsEntry(key, made));
        rig.requireWhole(last, (long) PICTURES * RECIPES);
        say(
                "%d kills at random points, %d of the pages and %d of the worker, in %d runs of %d files: all ended by themselves, the last %.0f s after the last kill; every file once, none half, none made twice that was written down",
                KILLS, ofPages, KILLS - ofPages, runs, PICTURES * RECIPES, seconds(began));
    }

    @Test
    @Order(2)
    void one_of_two_workers_is_killed() throws Exception {
        for (boolean elsewhere : new boolean[] {false, true}) {
            Process stays = worker(false);
            Process goes = worker(elsewhere);
            long id = rig.assignment(elsewhere ? "Elsewhere" : "Beside", "some");
            await().atMost(Duration.ofSeconds(120))
                    .until(() -> rig.one("select count(*) from worker where seen_at > now() - interval '8 s'") == 2);
            long run = rig.run(id, "");
            await().atMost(Duration.ofSeconds(120))
                    .until(() -> rig.done(run) > 40
                            && rig.one("select count(distinct picked_by) from task_bulk where picked") == 2);
            TortureRig.kill(goes);
            long began = System.nanoTime();
            List<String> takers =
                    rig.sql.queryForList("select distinct picked_by from task_bulk where picked", String.class);
            List<Long> open = rig.sql.queryForList(
                    "select id from rendition where state = 'RENDERING' and run_id = ?", Long.class, run);
            rig.awaitEnd(run, Duration.ofMinutes(3));
            double all = seconds(began);
            rig.requireWhole(run, (long) PICTURES * RECIPES);
            say(
                    "one of two workers %s killed in the middle (%d had work, %d renditions under way): the run ended by itself %.0f s later, whole",
                    elsewhere ? "of another machine" : "of one machine", takers.size(), open.size(), all);
            assertThat(rig.one(
                            "select coalesce(extract(epoch from max(changed_at) - min(changed_at)), 0) from rendition where id in (%s)"
                                    .formatted(
                                            open.isEmpty()
                                                    ? "0"
                                                    : String.join(
                                                            ",",
                                                            open.stream()
                                                                    .map(String::valueOf)
                                                                    .toList()))))
                    .isLessThan(60);
            TortureRig.kill(stays);
        }
    }

    @Test
    @Order(3)
    void the_database_is_away_for_half_a_minute() throws Exception {
        worker(false);
        long id = rig.assignment("Away", "some");
        long run = rig.run(id, "");
        await().atMost(Duration.ofSeconds(120)).until(() -> rig.done(run) > 30);
        TortureRig.shell(TortureRig.env("VINE_PARCEL_PG_STOP"));
        long began = System.nanoTime();
        pause(5);
        HttpResponse<String> answer = rig.get("/runs/" + run);
        assertThat(answer.statusCode()).isEqualTo(503);
        assertThat(answer.body()).contains("database does not answer");
        pause(25);
        TortureRig.shell(TortureRig.env("VINE_PARCEL_PG_START"));
        double away = seconds(began);
        long back = System.nanoTime();
        rig.awaitEnd(run, Duration.ofMinutes(4));
        rig.requireWhole(run, (long) PICTURES * RECIPES);
        assertThat(rig.get("/runs/" + run).statusCode()).isEqualTo(200);
        say(
                "PostgreSQL stopped for %.0f s in the middle: pages said so (503, in words), the run went on by itself and ended %.0f s after it was back, whole",
                away, seconds(back));
    }

    @Test
    @Order(4)
    void the_destination_is_gone_and_full_for_a_while() throws Exception {
        worker(false);
        long id = rig.assignment("Gone", "some");
        long run = rig.run(id, "");
        await().atMost(Duration.ofSeconds(120)).until(() -> rig.done(run) > 30);
        Path there = rig.delivered(run);
        Path away = there.resolveSibling("away");
        Files.move(there, away);
        await().atMost(Duration.ofSeconds(60))
                .until(() ->
                        rig.one("select count(*) from rendition where again_at is not null and run_id = " + run) > 0);
        assertThat(rig.get("/runs/" + run).body()).contains("The destination folder is gone.", "retried automatically");
        pause(6);
        assertThat(Files.exists(there)).isFalse();
        Files.move(away, there);
        long back = System.nanoTime();
        rig.awaitEnd(run, Duration.ofMinutes(5));
        rig.requireWhole(run, (long) PICTURES * RECIPES);
        say(
                "the destination gone for a while: files waited, the run ended %.0f s after it was back, whole",
                seconds(back));

        long full = rig.assignment("Full", "some");
        Path small = Files.createDirectories(folder.resolve("deliveries/assignment-" + full));
        TortureRig.shell("mount -t tmpfs -o size=900m tmpfs " + small);
        try {
            long second = rig.run(full, "");
            await().atMost(Duration.ofSeconds(120)).until(() -> rig.done(second) > 30);
            TortureRig.shell("cat /dev/zero >" + small + "/filler 2>/dev/null || true");
            await().atMost(Duration.ofSeconds(120))
                    .until(() -> rig.one(
                                    "select count(*) from rendition where reason like 'The disk is full%' and state = 'WAITING' and run_id = "
                                            + second)
                            > 0);
            pause(4);
            Files.delete(small.resolve("filler"));
            long room = System.nanoTime();
            rig.awaitEnd(second, Duration.ofMinutes(5));
            rig.requireWhole(second, (long) PICTURES * RECIPES);
            say(
                    "the destination full for a while: files waited, the run ended %.0f s after there was room, whole",
                    seconds(room));
        } finally {
            TortureRig.shell("umount -l " + small);
        }
    }

    /** A run of one picture, started while a large one goes. */
    @Test
    @Order(5)
    void small_work_goes_beside_a_large_run() throws Exception {
        worker(false);
        long large = rig.assignment("Large", "some");
        long small = rig.assignment("Small", "one");
        long run = rig.run(large, "");
        await().atMost(Duration.ofSeconds(120)).until(() -> rig.done(run) > 30);
        long quick = rig.run(small, "");
        await().atMost(Duration.ofSeconds(30))
                .pollInterval(Duration.ofMillis(50))
                .until(() -> rig.state(quick).equals("DONE"));
        Map<String, Object> times = rig.sql.queryForMap(
                "select extract(epoch from started_at - created_at) waited, extract(epoch from ended_at - created_at) took from run where id = ?",
                quick);
        say(
                "one picture of 6 MP through 5 recipes, started while 1,000 files are made: begun after %.2f s, done after %.2f s",
                ((Number) times.get("waited")).doubleValue(), ((Number) times.get("took")).doubleValue());
        assertThat(((Number) times.get("waited")).doubleValue()).isLessThan(1);
        rig.awaitEnd(run, Duration.ofMinutes(4));
    }

    /** The same files by a run and by the command line. */
    @Test
    @Order(6)
    void beside_the_command_line() throws Exception {
        worker(false);
        long id = rig.assignment("Speed", "some");
        rig.awaitEnd(rig.run(id, ""), Duration.ofMinutes(5));
        long run = rig.run(id, "afresh=true");
        rig.awaitEnd(run, Duration.ofMinutes(5));
        double web =
                rig.one("select cast(1000 * extract(epoch from ended_at - started_at) as bigint) from run where id = "
                                + run)
                        / 1000.0;
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:+UseParallelGC",
                "-Djava.awt.headless=true",
                "-Djava.library.path=" + System.getProperty("native.path", ""),
                "-cp",
                System.getProperty("torture.cli"),
                "app.vineparcel.cli.RenderCommand"));
        for (int i = 0; i < RECIPES; i++) {
            command.addAll(List.of(
                    "--recipe", folder.resolve("recipes/r" + i + ".recipe.json").toString()));
        }
        command.addAll(List.of(
                "--into",
                folder.resolve("cli").toString(),
                folder.resolve("photos/some").toString()));
        TortureRig.kill(workers.get(0));
        long began = System.nanoTime();
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("cli.log").toFile())
                .start();
        assertThat(process.waitFor()).isZero();
        double line = seconds(began);
        double files = (double) PICTURES * RECIPES;
        say(
                "the same %.0f files by a run %.1f s, %.1f files/s; by the command line %.1f s, %.1f files/s: %.2f of it",
                files, web, files / web, line, files / line, line / web);
    }

    @Test
    @Order(7)
    void two_thousand_pictures() throws Exception {
        for (int i = 0; i < 2_000; i++) {
            Workbench.photo(folder.resolve("photos/many/bed-%04d.jpg".formatted(i)), 600, 400, i);
        }
        Process worker = worker(false);
        long id = rig.assignment("Many", "many");
        String plan = "/assignments/" + id + "/plan";
        long recipe = rig.one("select min(id) from recipe");
        rig.millis(plan);
        long planBefore = rig.millis(plan);
        long recipeBefore = rig.millis("/recipes/" + recipe);
        long began = System.nanoTime();
        long run = rig.run(id, "");
        double stored = seconds(began);
        List<Long> memory = new ArrayList<>();
        List<Long> counts = new ArrayList<>();
        List<Double> whole = new ArrayList<>();
        long total = 2_000L * RECIPES;
        long planMeanwhile = 0;
        long recipeMeanwhile = 0;
        while (!rig.state(run).equals("DONE")) {
            pause(2);
            counts.add(rig.done(run));
            rig.secondsLeft(run).ifPresent(seconds -> {
                if (rig.done(run) > total / 20) {
                    whole.add(seconds(began) + seconds);
                }
            });
            memory.add(TortureRig.megabytes(worker.pid()));
            if (counts.size() % 15 == 10) {
                planMeanwhile = Math.max(planMeanwhile, rig.millis(plan));
                recipeMeanwhile = Math.max(recipeMeanwhile, rig.millis("/recipes/" + recipe));
            }
        }
        double took = seconds(began);
        double first = rate(run, 0, total / 10);
        double last = rate(run, total - total / 10, total);
        double second = mean(memory, 0.25, 0.5);
        double end = mean(memory, 0.75, 1);
        say(
                "2,000 pictures x 5 recipes: stored in %.1f s, %.0f s in all, %.1f files/s; first tenth %.1f, last tenth %.1f files/s; worker's memory %.0f MB in the second quarter, %.0f MB in the last; plan page %d ms before and %d ms meanwhile, recipe page %d and %d ms",
                stored,
                took,
                total / took,
                first,
                last,
                second,
                end,
                planBefore,
                planMeanwhile,
                recipeBefore,
                recipeMeanwhile);
        say(
                "after the first twentieth the run was said to take %.0f to %.0f s in all; it took %.0f s",
                whole.stream().min(Double::compare).orElse(0.0),
                whole.stream().max(Double::compare).orElse(0.0),
                took);
        assertThat(rig.done(run)).isEqualTo(total);
        assertThat(end).isLessThan(second * 1.1);
        assertThat(last).isGreaterThan(first * 0.9);
    }

    private static double rate(long run, long from, long to) {
        List<Map<String, Object>> ends = rig.sql.queryForList(
                "select extract(epoch from changed_at) at from rendition where run_id = ? and state = 'DONE' order by changed_at offset ? limit ?",
                run,
                from,
                to - from);
        double span = ((Number) ends.get(ends.size() - 1).get("at")).doubleValue()
                - ((Number) ends.get(0).get("at")).doubleValue();
        return (to - from - 1) / span;
    }

    private static double mean(List<Long> values, double from, double to) {
        return values.subList((int) (values.size() * from), (int) (values.size() * to)).stream()
                .mapToLong(Long::longValue)
                .average()
                .orElse(0);
    }
}
