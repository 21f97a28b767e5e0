package app.vineparcel.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import app.vineparcel.core.recipe.Recipe;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.core.recipe.RecipeWriter;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.recipes.RecipeService;
import app.vineparcel.web.storage.Previews;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.WaitUntilState;
import java.net.http.HttpClient;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.annotation.Import;

/** Measures the plan in the real browser, and prints medians of five; no test, and not run with them. */
@Import(Statements.class)
class FullSizeBench extends RealPages {

    private static final int TIMES = 5;
    private static final String SCROLLED =
            """
            async to => {
              const frame = document.querySelector('.grid-frame'), began = performance.now();
              frame.scrollTop = to;
              for (;;) {
                await new Promise(done => requestAnimationFrame(done));
                const { top, height } = frame.getBoundingClientRect();
                const rows = [0.2, 0.5, 0.9].map(share => document.elementFromPoint(600, top + height * share)?.closest('tr[data-piece]'));
                if (rows.every(Boolean)) return performance.now() - began;
                if (performance.now() - began > 9000) return 9999;
              }
            }""";
    private static final String TURNED =
            """
            async what => {
              const one = document.querySelector(what), cell = document.querySelector('.cell'), count = document.querySelector('[data-count]');
              const before = count.textContent, was = cell.getAttribute('aria-pressed'), began = performance.now();
              let seen = 9999;
              one.click();
              for (;;) {
                await new Promise(done => requestAnimationFrame(done));
                if (seen === 9999 && cell.getAttribute('aria-pressed') !== was) seen = performance.now() - began;
                if (count.textContent !== before) return [seen, performance.now() - began];
                if (performance.now() - began > 9000) return [seen, 9999];
              }
            }""";
    private static final String LOOKED =
            """
            async key => {
              const cell = document.querySelector(`[data-cell="${key}"]`), drawer = document.getElementById('drawer'), began = performance.now();
              const before = drawer.dataset.glanced;
              cell.focus();
              if (drawer.hidden) cell.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
              for (;;) {
                await new Promise(done => requestAnimationFrame(done));
                if (drawer.dataset.glanced !== before && drawer.dataset.glanced?.startsWith(key + '#')) return performance.now() - began;
                if (performance.now() - began > 15000) return 15000;
              }
            }""";

    @Autowired
    private RecipeService recipes;

    @Autowired
    private ChannelService channels;

    @Autowired
    private Previews previews;

    private int quality = 60;

    private interface Measured {
        double get() throws Exception;
    }

    private static double median(Measured measured) throws Exception {
        List<Double> all = new ArrayList<>();
        for (int i = 0; i < TIMES; i++) {
            all.add(measured.get());
        }
        return all.stream().sorted().toList().get(TIMES / 2);
    }

    private static void print(String what, String value) {
        System.out.printf(Locale.ROOT, "%-58s %s%n", what, value);
    }

    private static void print(String what, double millis) {
        print(what, String.format(Locale.ROOT, "%,.0f ms", millis));
    }

    private static double since(long began) {
        return (System.nanoTime() - began) / 1e6;
    }

    @Test
    void measures() throws Exception {
        FullSize.pictures(ROOT.resolve("bench"), FullSize.PICTURES);
        FullSize.artboards(ROOT.resolve("bench-labels/labels.svg"), 400);
        photo(ROOT.resolve("bench-large/field.jpg"), 6000, 4000, 5);
        FullSize.channels(recipes, channels, sql);
        long opening = sql.queryForObject("select min(id) from assignment", Long.class);
        double small = served(opening);
        sql.update(
                "insert into hidden_channel (assignment_id, channel_id) select ?, id from channel where id <= 2",
                opening);
        long began = System.nanoTime();
        long pictures = assignment("Bench " + System.nanoTime(), "bench");
        print("2,000 small pictures imported and read", since(began));
        long labels = assignment("Labels " + System.nanoTime(), "bench-labels");
        long large = assignment("Large " + System.nanoTime(), "bench-large");
        print("2 pictures x 3 recipes: the page, on the server", small);
        for (long id : List.of(pictures, labels)) {
            sql.update("delete from hidden_channel where assignment_id = ?", id);
            sql.update(
                    "insert into hidden_channel (assignment_id, channel_id) select ?, id from channel where id <= 2",
                    id);
            System.out.println(id == pictures ? "-- 2,000 pictures x 12 recipes" : "-- 400 artboards x 12 recipes");
            long before = heldKilobytes();
            plan(id);
            print("memory held after all of this, more than before", "%,d kB".formatted(heldKilobytes() - before));
        }
        System.out.println("-- a JPEG of 24 megapixels");
        reading(ROOT.resolve("bench-large/field.jpg"));
        System.out.println("-- the drawer, a picture of 24 megapixels");
        sql.update("delete from hidden_channel where assignment_id = ?", large);
        drawer(large);
        System.out.println("-- 2,000 pictures x 12 recipes, all made");
        made(pictures);
    }

    /** What a page takes on the server alone, with what the plan is made from at hand. */
    private double served(long id) throws Exception {
        Visitor visitor = new Visitor();
        for (int i = 0; i < 30; i++) {
            visitor.get("/assignments/" + id + "/plan");
        }
        return median(() -> {
            long began = System.nanoTime();
            visitor.get("/assignments/" + id + "/plan");
            return since(began);
        });
    }

    private void plan(long id) throws Exception {
        String address = "/assignments/" + id + "/plan";
        Visitor visitor = new Visitor();
        long began = System.nanoTime();
        HttpResponse<String> first = visitor.get(address);
        print("the page, on the server, first time", since(began));
        print("the page, on the server, warm", served(id));
        print("its document", String.format(Locale.ROOT, "%,d kB", first.body().length() / 1000));
        int statements = Statements.count();
        visitor.get(address);
        print("statements a page", String.valueOf(Statements.count() - statements));
        print("first rows on screen after the click", median(() -> {
            page.navigate("/assignments/" + id + "/sources");
            assertThat(page.locator(".card").first()).isVisible();
            long click = System.nanoTime();
            page.navigate(address, new Page.NavigateOptions().setWaitUntil(WaitUntilState.DOMCONTENTLOADED));
            page.locator(".cell").first().waitFor();
            return since(click);
        }));
        page.waitForTimeout(800);
        int[] to = {3000};
        print("scrolled anywhere: its rows are there after", median(() -> {
            to[0] = (to[0] + 6100) % 15000;
            double took = ((Number) page.evaluate(SCROLLED, to[0])).doubleValue();
            page.waitForTimeout(400);
            return took;
        }));
        page.evaluate("document.querySelector('.grid-frame').scrollTop = 0");
        page.waitForTimeout(500);
        double[] seen = {0};
        print("a cell is confirmed", median(() -> {
            List<?> times = (List<?>) page.evaluate(TURNED, ".cell");
            seen[0] = Math.max(seen[0], ((Number) times.get(0)).doubleValue());
            page.waitForTimeout(250);
            return ((Number) times.get(1)).doubleValue();
        }));
        print("a cell is seen (worst)", seen[0]);
        for (String what : List.of("[data-column-toggle]", "[data-band]")) {
            print(what.equals("[data-band]") ? "a band is confirmed" : "a column is confirmed", median(() -> {
                List<?> times = (List<?>) page.evaluate(TURNED, what);
                page.waitForTimeout(250);
                return ((Number) times.get(1)).doubleValue();
            }));
        }
        print("a recipe changed, and back on the plan", changedAndBack(address));
        print("fifty pages at once, the slowest", fifty(address));
    }

    /** The first recipe of the first of our channels, at another quality each time. */
    private double changedAndBack(String address) throws Exception {
        long recipe = sql.queryForObject("select id from recipe where title = 'Shelf 1'", Long.class);
        return median(() -> {
            Recipe now = recipes.get(recipe).recipe();
            quality++;
            recipes.change(
                    recipe,
                    RecipeReader.read(
                            RecipeWriter.write(now).replaceFirst("(\"quality\"\\s*:\\s*)\\d+", "$1" + quality), ""));
            long click = System.nanoTime();
            page.navigate(address, new Page.NavigateOptions().setWaitUntil(WaitUntilState.DOMCONTENTLOADED));
            page.locator(".cell").first().waitFor();
            return since(click);
        });
    }

    /** The plan when every file was made. */
    private void made(long id) throws Exception {
        String address = "/assignments/" + id + "/plan";
        Visitor visitor = new Visitor(HttpClient.Redirect.NEVER);
        long began = System.nanoTime();
        visitor.post(address, "asked=bench");
        print("a run of all of it is planned and stored", since(began));
        String waiting = "select count(*) from run where assignment_id = ? and state in ('WAITING', 'RENDERING')";
        while (sql.queryForObject(waiting, Long.class, id) > 0) {
            page.waitForTimeout(500);
        }
        int files = sql.queryForObject(
                "select count(*) from rendition r join run on run.id = r.run_id where run.assignment_id = ? and r.state = 'DONE'",
                Integer.class,
                id);
        print("files made", String.format(Locale.ROOT, "%,d in %,.0f s", files, since(began) / 1000));
        began = System.nanoTime();
        visitor.get(address);
        print("the page, on the server, when all is made, first time", since(began));
        print("the page, on the server, when all is made, warm", served(id));
        print("a recipe changed, and back on the plan", changedAndBack(address));
    }

    private static long heldKilobytes() {
        System.gc();
        Runtime machine = Runtime.getRuntime();
        return (machine.totalMemory() - machine.freeMemory()) / 1000;
    }

    private double fifty(String address) throws Exception {
        ExecutorService people = Executors.newFixedThreadPool(50);
        try {
            List<Callable<Double>> asking = new ArrayList<>();
            for (int i = 0; i < 50; i++) {
                asking.add(() -> {
                    Visitor visitor = new Visitor();
                    long began = System.nanoTime();
                    int status = visitor.get(address).statusCode();
                    return status == 200 ? since(began) : 99_999;
                });
            }
            double worst = 0;
            for (Future<Double> answer : people.invokeAll(asking)) {
                worst = Math.max(worst, answer.get());
            }
            return worst;
        } finally {
            people.shutdown();
        }
    }

    /** What a thumbnail and all that is measured of a picture take of one core. */
    private void reading(Path file) throws Exception {
        SourceReader reader = new SourceReader(SourceReader.USUAL_BUDGET);
        Measured one = () -> {
            long began = System.nanoTime();
            previews.small(Previews.Kind.THUMBNAIL, "bench", file, reader.inspect(file));
            return since(began);
        };
        median(one);
        print("read, measured and small picture made", median(one));
    }

    private void drawer(long id) {
        page.navigate("/assignments/" + id + "/plan");
        page.locator(".cell").first().waitFor();
        page.waitForTimeout(500);
        List<?> keys = (List<?>)
                page.evaluate("[...document.querySelectorAll('tr[data-piece] .cell')].map(cell => cell.dataset.cell)");
        for (int i = 0; i < Math.min(8, keys.size()); i++) {
            String size = String.valueOf(
                    page.locator("[data-cell='%s'] span".formatted(keys.get(i))).textContent());
            print(
                    (i == 0 ? "first picture: " : "next cell: ") + size,
                    ((Number) page.evaluate(LOOKED, keys.get(i))).doubleValue());
        }
    }
}
