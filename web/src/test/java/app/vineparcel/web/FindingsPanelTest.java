package app.vineparcel.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import app.vineparcel.core.plan.Placement;
import app.vineparcel.core.recipe.ChannelReader;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.recipes.RecipeService;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.assertions.LocatorAssertions;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Labels in white ink go into JPEG on white: found, gone to, mended with one click, undone, accepted. */
class FindingsPanelTest extends RealPages {

    private static final String LABELS =
            """
            <svg xmlns="http://www.w3.org/2000/svg" width="640" height="200" viewBox="0 0 640 200">
            <view id="white-one" viewBox="0 0 200 200"/><view id="white-two" viewBox="220 0 200 200"/><view id="full" viewBox="440 0 200 200"/>
            <circle cx="100" cy="100" r="70" fill="#fff"/><rect x="250" y="40" width="140" height="110" fill="#fff"/>
            <rect x="440" y="0" width="200" height="200" fill="#2e6a4a"/><circle cx="540" cy="100" r="60" fill="#fff"/></svg>""";

    private static final LocatorAssertions.HasTextOptions SOON =
            new LocatorAssertions.HasTextOptions().setTimeout(20_000);

    @Autowired
    private RecipeService recipes;

    @Autowired
    private ChannelService channels;

    private long id;

    @BeforeEach
    void opens_a_plan_of_labels() throws Exception {
        String name = "labels-" + System.nanoTime();
        Path file = ROOT.resolve(name).resolve("labels.svg");
        Files.createDirectories(file.getParent());
        Files.writeString(file, LABELS);
        id = assignment(name, name);
        await().atMost(Duration.ofSeconds(20))
                .until(() ->
                        new Visitor().get("/assignments/" + id + "/plan").body().contains("white-two"));
        await().atMost(Duration.ofSeconds(20))
                .until(() -> sql.queryForObject(
                                "select count(*) from piece_facts f join piece p on p.id = f.piece_id where p.assignment_id = ?",
                                Integer.class,
                                id)
                        == 4);
        page.navigate("/assignments/" + id + "/plan");
        page.locator("[data-findings]").click();
    }

    private Locator kind(String code) {
        return page.locator("[data-findings-panel] [data-code='" + code + "']");
    }

    private Locator count(String code) {
        return kind(code).locator(".count");
    }

    @Test
    void what_would_get_lost_is_found_and_mended_for_all_at_once() throws Exception {
        assertThat(count("lost-on-matte")).hasText("4", SOON);
        assertThat(kind("lost-on-matte")).containsText("of the artwork would disappear against the matte #ffffff");
        assertThat(kind("lost-on-matte")).not().containsText("white matte for");
        String foot = page.locator("[data-findings]").textContent();

        kind("lost-on-matte").getByText("Show").click();
        assertThat(page.locator("[data-shown]")).hasText("2 of 4 shown");
        page.locator("[data-clear]").click();
        kind("lost-on-matte").getByText("Next").click();
        assertThat(page.locator("[data-drawer-text] h3")).hasText("white-one");
        assertThat(page.locator(".drawer-findings")).containsText("Lost on the matte");
        page.keyboard().press("n");
        assertThat(page.locator("[data-drawer-text]")).containsText("Press");
        page.keyboard().press("f");

        kind("lost-on-matte").getByText("Use a dark matte for these pieces").click();
        assertThat(kind("lost-on-matte")).hasCount(0);
        assertThat(count("flattened")).hasText("4");
        assertThat(page.locator("[data-undo]")).containsText("lost on the matte: 4 overrides");
        assertThat(page.locator(".cell.is-overridden")).hasCount(4);

        page.locator("[data-undo]").click();
        assertThat(count("lost-on-matte")).hasText("4");
        assertThat(page.locator("[data-findings]")).hasText(foot);

        kind("lost-on-matte").getByText("Next").click();
        page.locator("[data-accept-piece]").first().click();
        assertThat(page.locator("[data-drawer-text]")).containsText("Accepted: Lost on the matte");
        page.keyboard().press("f");
        assertThat(count("lost-on-matte")).hasText("2");
        page.reload();
        page.locator("[data-findings]").click();
        assertThat(count("lost-on-matte")).hasText("2");
        page.getByText("Accepted: 1").click();
        page.getByText("Report again").click();
        assertThat(count("lost-on-matte")).hasText("4");

        kind("lost-on-matte").getByText("Turn these off").click();
        assertThat(kind("lost-on-matte")).hasCount(0);
        assertThat(page.locator("[data-undo]")).containsText("4 cells off: lost on the matte");
    }

    @Test
    void words_for_those_who_cannot_see_it_go_into_the_files_and_can_be_undone() throws Exception {
        page.locator(".cell:not([disabled])").first().click(new Locator.ClickOptions().setTimeout(5_000));
        page.locator(".cell:not([disabled])").nth(1).focus();
        page.keyboard().press("Enter");
        Locator words = page.getByLabel("Alternative text");
        words.fill("A round label in white ink");
        long other = sql.queryForObject(
                "select id from piece where assignment_id = ? and own_name = 'white-two'", Long.class, id);
        new Visitor()
                .post("/assignments/" + id + "/plan/name", "piece=" + other + "&name=renamed"); // in another window
        page.waitForResponse(answer -> answer.url().endsWith("/state"), () -> {});
        page.waitForTimeout(500);
        assertThat(words).isFocused();
        assertThat(words).hasValue("A round label in white ink");
        words.press("Tab");
        assertThat(page.locator("[data-undo]")).containsText("alternative text of “white-one”");
        assertThat(sql.queryForObject(
                        "select alt_text from piece where assignment_id = ? and own_name = 'white-one'",
                        String.class,
                        id))
                .isEqualTo("A round label in white ink");
        page.locator("[data-undo]").click();
        assertThat(page.getByLabel("Alternative text")).hasValue("");
    }

    @Test
    void names_that_are_the_same_are_told_apart_in_exactly_those_recipes() throws Exception {
        long recipe = recipes.add(RecipeReader.read(
                        "{\"recipe\": 1, \"title\": \"Flat\", \"name\": \"{piece}\", \"format\": {\"type\": \"png\"}}",
                        ""))
                .id();
        channels.add(
                ChannelReader.read("{\"channel\": 1, \"name\": \"Flat ones\", \"folder\": \"flat\"}"),
                List.of(new ChannelService.Use(recipes.get(recipe), Placement.USUAL)));
        try {
            String name = "twice-" + System.nanoTime();
            photo(ROOT.resolve(name).resolve("a/bed.png"), 40, 30, 1);
            photo(ROOT.resolve(name).resolve("b/bed.png"), 40, 30, 2);
            long twice = assignment(name, name + "/a", name + "/b");
            sql.update("delete from hidden_channel where assignment_id = ?", twice);
            sql.update(
                    "insert into hidden_channel (assignment_id, channel_id) select ?, id from channel where name <> 'Flat ones'",
                    twice);
            page.navigate("/assignments/" + twice + "/plan");
            page.locator("[data-findings]").click();
            assertThat(count("same-path")).hasText("1");
            kind("same-path").getByText("Make names unique").click();
            assertThat(page.locator(".name-fix").first()).containsText("Add the piece number");
            assertThat(page.locator(".name-fix").first()).containsText("flat/bed.png");
            assertThat(page.locator(".name-fix").first()).containsText("flat/bed-002.png");
            page.locator("[data-way]").first().click();
            assertThat(kind("same-path")).hasCount(0);
            assertThat(recipes.get(recipe).recipe().name()).isEqualTo("{piece}-{n:3}");
            assertThat(recipes.get(recipe).version()).isEqualTo(2);
        } finally {
            sql.update("delete from hidden_channel");
            leaveOpeningChannels();
        }
    }
}
