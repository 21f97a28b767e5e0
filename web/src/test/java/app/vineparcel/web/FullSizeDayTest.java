package app.vineparcel.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.recipes.RecipeService;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.annotation.Import;

/** A day's work on 2,000 pictures by 12 recipes. */
@Import(Statements.class)
class FullSizeDayTest extends RealPages {

    private static final int MOST_STATEMENTS = 15;
    private static final String ALL = "24,000 renditions of 2,000 pieces";

    @Autowired
    private RecipeService recipes;

    @Autowired
    private ChannelService channels;

    /** Other tests count on their own channels alone. */
    @AfterEach
    void leaves_the_opening_channels() {
        sql.update("delete from hidden_channel");
        leaveOpeningChannels();
    }

    private Locator cell(int line, int column) {
        return page.locator("tr[aria-rowindex='%d'] .cell".formatted(line + 2)).nth(column);
    }

    private Locator foot() {
        return page.locator(".foot");
    }

    private void drag(Locator from, Locator to) {
        BoundingBox start = from.boundingBox();
        BoundingBox end = to.boundingBox();
        page.mouse().move(start.x + 40, start.y + 12);
        page.mouse().down();
        page.mouse().move(start.x + 60, start.y + 30);
        page.mouse().move(end.x + 40, end.y + 12, new com.microsoft.playwright.Mouse.MoveOptions().setSteps(4));
        assertThat(page.locator(".cell.in-rectangle").first()).isVisible();
        page.mouse().up();
    }

    private void undo(String label) {
        assertThat(page.locator("[data-undo]")).containsText(label);
        page.locator("[data-undo]").click();
        assertThat(page.locator("[data-redo]")).containsText(label);
    }

    @Test
    void a_days_work() throws Exception {
        FullSize.pictures(ROOT.resolve("full-size"), FullSize.PICTURES);
        FullSize.channels(recipes, channels, sql);
        long id = assignment("Full size", "full-size");
        sql.update(
                "insert into hidden_channel (assignment_id, channel_id) select ?, id from channel where id <= 2", id);
        page.navigate("/assignments/" + id + "/plan");
        assertThat(foot()).containsText(ALL);

        // few questions to the database, whatever the size
        Visitor visitor = new Visitor();
        visitor.get("/assignments/" + id + "/plan");
        page.navigate("about:blank");
        int statements = Integer.MAX_VALUE; // the least of three: what the page asked for before may still be answered
        for (int i = 0; i < 3; i++) {
            int before = Statements.count();
            visitor.get("/assignments/" + id + "/plan");
            statements = Math.min(statements, Statements.count() - before);
        }
        page.navigate("/assignments/" + id + "/plan");
        assertThat(statements).as("statements a page").isLessThanOrEqualTo(MOST_STATEMENTS);

        // filter, and turn what is left
        page.getByLabel("Filter by number, range or name").fill("jar");
        assertThat(page.getByText("20 of 2,000 shown")).isVisible();
        page.locator("[data-turn=off]").click();
        assertThat(foot()).containsText("23,760 renditions of 1,980 pieces");
        assertThat(page.locator("tr[data-piece] .cell.is-left-out").first()).isVisible();
        button("Clear").click();
        assertThat(page.getByText("bed-0001", new Page.GetByTextOptions().setExact(true)))
                .isVisible();

        // a rectangle
        drag(cell(2, 1), cell(5, 2));
        assertThat(foot()).containsText("23,752 renditions");
        assertThat(cell(3, 1)).hasClass(Pattern.compile("is-left-out"));
        assertThat(cell(3, 3)).hasClass(Pattern.compile("is-planned"));

        // a name where it is, with the file's name that follows
        page.locator("tr[aria-rowindex='3'] .piece").focus();
        page.keyboard().press("F2");
        page.locator(".name-field").fill("First row");
        page.keyboard().press("Enter");
        assertThat(page.locator("tr[aria-rowindex='3'] [data-name]")).hasText("First row");
        assertThat(cell(1, 0)).hasAttribute("title", Pattern.compile("shelf/First row-72.jpg"));

        // a crop, on the picture in the drawer
        cell(1, 1).focus();
        page.keyboard().press("Enter");
        assertThat(page.locator("[data-drawer-text] h3")).hasText("First row");
        assertThat(page.locator("[data-drawer-size]")).containsText("48 × 48");
        page.locator("[data-mode=crop]").click();
        Locator frame = page.locator(".crop-frame");
        assertThat(frame).isVisible();
        frame.focus();
        for (int i = 0; i < 40; i++) {
            page.keyboard().press("ArrowRight");
        }
        assertThat(page.locator("[data-undo]")).containsText("crop of “First row”");
        assertThat(page.locator("[data-crop-says]")).containsText("placed by hand");
        assertThat(sql.queryForObject("select x from piece_crop", Double.class)).isBetween(0.5, 1.0);
        page.locator("[data-mode=whole]").click();
        page.keyboard().press("Escape");
        assertThat(page.locator("#drawer")).isHidden();

        // twice back, and still so after a reload
        undo("crop of “First row”");
        assertThat(sql.queryForObject("select count(*) from piece_crop", Long.class))
                .isZero();
        undo("renamed");
        assertThat(page.locator("tr[aria-rowindex='3'] [data-name]")).hasText("bed-0001");
        page.reload();
        assertThat(foot()).containsText("23,752 renditions");
        assertThat(page.locator("[data-undo]")).containsText("8 cells off");
        assertThat(page.locator("[data-redo]")).containsText("renamed");
        page.locator("[data-redo]").click();
        assertThat(page.locator("tr[aria-rowindex='3'] [data-name]")).hasText("First row");

        // two of them are made, and show it
        page.locator("tr[aria-rowindex='3'] [data-pick]").check();
        page.locator("[name=where]").selectOption("Shelf 1");
        page.locator("[data-turn=only]").click();
        assertThat(foot()).containsText("1 rendition of 1 piece");
        button("Render 1").click();
        assertThat(page.getByText(Pattern.compile("^done in"))).isVisible();
        page.navigate("/assignments/" + id + "/plan?state=done");
        assertThat(page.getByText("1 of 2,000 shown")).isVisible();
        assertThat(page.locator("tr[data-piece] .cell.is-done")).hasCount(1);
        page.locator("[data-undo]").click();
        assertThat(foot()).containsText("23,752 renditions");
        assertThat(foot()).containsText("1 done");
    }
}
