package app.vineparcel.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.web.recipes.RecipeService;
import app.vineparcel.web.recipes.StoredRecipe;
import app.vineparcel.web.runs.Run;
import app.vineparcel.web.runs.RunService;
import app.vineparcel.web.storage.DeliveryFolders;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.assertions.PageAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.net.ServerSocket;
import java.net.http.HttpClient;
import java.nio.file.Files;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/** Runs that wait for each other, and plans of which most is made already. */
class RunQueueTest extends RealPages {

    private static final double SOON = 60_000;

    @Autowired
    private RunService runs;

    @Autowired
    private RecipeService recipes;

    @Autowired
    private DeliveryFolders folders;

    @BeforeEach
    void openingChannels() {
        leaveOpeningChannels();
    }

    private long started(String name, int pictures, String more) throws Exception {
        for (int i = 0; i < pictures; i++) {
            photo(ROOT.resolve(name + "/picture-" + i + ".jpg"), 1200, 800, i);
        }
        String page = new Visitor(HttpClient.Redirect.NEVER)
                .post("/assignments/" + assignment(name, name) + "/plan", more)
                .headers()
                .firstValue("Location")
                .orElseThrow();
        return Long.parseLong(page.substring(page.lastIndexOf('/') + 1));
    }

    private Locator row(long run) {
        return page.locator("[data-run-row='" + run + "']");
    }

    private Locator in(Locator row, String name) {
        return row.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(Pattern.compile("^" + name)));
    }

    private static String[] addresses(List<Long> runs) {
        return runs.stream().map(run -> "/runs/" + run).toArray(String[]::new);
    }

    /** Serves pages of the same database and folders; what works is the test's own. */
    private static ConfigurableApplicationContext server(int port) {
        return SpringApplication.run(
                VineParcelApplication.class,
                "--server.port=" + port,
                "--vine-parcel.work.role=pages",
                "--vine-parcel.data-folder=" + FOLDER.resolve("data"),
                "--vine-parcel.delivery-root=" + FOLDER.resolve("deliveries"),
                "--vine-parcel.source-roots=" + ROOT);
    }

    @Test
    void runs_are_paused_moved_and_stopped_and_a_server_that_starts_anew_knows() throws Exception {
        int other;
        try (ServerSocket free = new ServerSocket(0)) {
            other = free.getLocalPort();
        }
        ConfigurableApplicationContext server = server(other); // first, since it takes as long as a run
        try {
            long first = started("queue first", 90, "");
            long second = started("queue second", 4, "at=" + "03:07");
            long third = started("queue third", 4, "at=" + "03:08");
            String list = "http://127.0.0.1:" + other + "/assignments/"
                    + runs.get(first).assignmentId() + "/runs";
            page.navigate(list);
            in(row(first), "Pause").click();
            assertThat(row(first)).containsText("paused");
            assertThat(row(second)).containsText("03:07");
            in(row(third), "Move run 1 up").click();
            Locator order = page.locator("[data-run-row] > td:first-child > a");
            assertThat(order.nth(1)).hasAttribute("href", "/runs/" + third);
            long waiting = runs.summary(first).over();

            server.close();
            server = server(other);
            page.navigate(list);
            for (int i = 0; i < 3; i++) {
                assertThat(order.nth(i)).hasAttribute("href", addresses(List.of(first, third, second))[i]);
            }
            assertThat(row(first)).containsText("paused");
            assertThat(runs.summary(first).over())
                    .as("what was begun was ended, and nothing else")
                    .isLessThanOrEqualTo(waiting + 4);
            in(row(third), "Start").click();
            await().atMost(Duration.ofSeconds(60))
                    .until(() -> runs.get(third).state().isOver());
            in(row(second), "Stop").click();
            assertThat(row(second)).hasCount(0);
            in(row(first), "Resume").click();
            manyWindows("http://127.0.0.1:" + other + "/runs/" + first);
            await().atMost(Duration.ofSeconds(90))
                    .until(() -> runs.get(first).state().isOver());
            assertThat(runs.summary(first).done()).isEqualTo(270);
            assertThat(runs.get(second).state()).isEqualTo(Run.State.STOPPED);

            page.navigate("http://127.0.0.1:" + other + "/runs/" + second);
            assertThat(page.locator("#run-head")).containsText("stopped; finished files are kept");
            button("Continue with 12").click();
            assertThat(page.getByText(Pattern.compile("^done in")))
                    .isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(SOON));
            assertThat(page)
                    .hasTitle(Pattern.compile("^✓ Run 1"), new PageAssertions.HasTitleOptions().setTimeout(SOON));
            assertThat(page.locator("tr.is-done")).hasCount(12);
        } finally {
            page.navigate("about:blank");
            server.close();
        }
        complaints.removeIf(
                words -> words.contains("ERR_CONNECTION_REFUSED") || words.contains("ERR_INCOMPLETE_CHUNKED"));
    }

    /** A browser holds six connections to a server; ten windows on the same run are all told. */
    private void manyWindows(String address) {
        List<Page> windows = new ArrayList<>();
        for (int i = 0; i < 10; i++) {
            windows.add(context.newPage());
            windows.get(i).navigate(address);
        }
        for (Page window : windows) {
            assertThat(window.locator("#run-head .run-figure")).containsText("of 270 renditions");
            assertThat(window)
                    .hasTitle(Pattern.compile("^(\\d+ %|✓)"), new PageAssertions.HasTitleOptions().setTimeout(SOON));
            window.close();
        }
    }

    @Test
    void the_plan_offers_what_changed_and_a_file_that_is_gone_is_noticed() throws Exception {
        long run = started("queue again", 3, "");
        await().atMost(Duration.ofSeconds(60)).until(() -> runs.get(run).state().isOver());
        long id = runs.get(run).assignmentId();
        page.navigate("/assignments/" + id + "/plan");
        assertThat(button("Nothing changed")).isDisabled();
        assertThat(button("All 9 again")).isVisible();

        Files.delete(folders.of(id).resolve("web/tile/picture-1.webp"));
        assertThat(button("Render 1 that changed")).isEnabled();
        assertThat(page.locator(".cell[title*='the file is gone']")).hasCount(1);

        StoredRecipe tile = recipes.all().stream()
                .filter(recipe -> recipe.title().equals("Tile"))
                .findFirst()
                .orElseThrow();
        String before = tile.body();
        try {
            recipes.change(tile.id(), RecipeReader.read(before.replace("100", "90"), ""));
            assertThat(button("Render 3 that changed")).isEnabled();
            answering();
            button("Render 3 that changed").click();
            assertThat(page.getByText(Pattern.compile("^done in")))
                    .isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(SOON));
            assertThat(page.locator("#run-head")).containsText("6 unchanged");
            assertThat(page.locator("tr.is-done")).hasCount(3);
            assertThat(page.locator("tr.is-unchanged")).hasCount(6);
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Unchanged"))
                    .click();
            assertThat(page.locator("tr.is-unchanged")).hasCount(6);
            assertThat(page.locator("tr.is-done")).hasCount(0);
        } finally {
            recipes.change(tile.id(), RecipeReader.read(before, ""));
        }
    }

    /** Failures are told by their cause, and tried again together once that is away. */
    @Test
    void failures_are_grouped_and_tried_again() throws Exception {
        for (int i = 0; i < 3; i++) {
            photo(ROOT.resolve("queue failed/picture-" + i + ".jpg"), 600, 400, i);
        }
        long id = assignment("queue failed", "queue failed");
        for (int i = 0; i < 2; i++) {
            Files.createDirectories(folders.of(id).resolve("web/tile"));
            Files.writeString(folders.of(id).resolve("web/tile/picture-" + i + ".webp"), "somebody's own");
        }
        page.navigate("/assignments/" + id + "/plan");
        answering();
        button("Render 9").click();
        assertThat(page.getByText(Pattern.compile("^done in")))
                .isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(SOON));
        assertThat(page.locator("#run-causes li")).hasCount(1);
        assertThat(page.locator("#run-causes li")).containsText("2 files");
        for (int i = 0; i < 2; i++) {
            Files.delete(folders.of(id).resolve("web/tile/picture-" + i + ".webp"));
        }
        answering();
        button("Try these again").click();
        assertThat(page.locator("#run-causes li")).hasCount(0);
        assertThat(page.locator("#run-head .run-figure")).containsText("9 of 9 renditions");
        assertThat(page.locator("tr.is-done")).hasCount(9);
    }
}
