package app.vineparcel.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Pictures from bringing them in to the delivery, on the real pages. */
class BrowserTest extends RealPages {

    private static final LocatorAssertions.IsVisibleOptions SOON =
            new LocatorAssertions.IsVisibleOptions().setTimeout(30_000);

    @Test
    void from_dropping_files_to_opening_the_finished_rendition() throws Exception {
        makeAssignment("Dropped");
        assertThat(page.getByText("No sources yet.")).isVisible();
        Path broken = Files.writeString(FOLDER.resolve("broken.png"), "no picture");
        drop(
                photo(FOLDER.resolve("pears.jpg"), 800, 600, 11),
                photo(FOLDER.resolve("plums.png"), 500, 700, 12),
                broken);
        assertThat(page.getByText("3 sources read")).isVisible(SOON);
        assertThat(page.locator(".card.is-ready")).hasCount(2);
        assertThat(page.locator(".card input.name")).hasCount(2);
        assertThat(page.locator(".card input.name").nth(0)).hasValue("pears");
        assertThat(page.locator(".card input.name").nth(1)).hasValue("plums");
        assertThat(page.locator(".card.is-unreadable"))
                .containsText("not a picture or document of a kind that can be read");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Show plums"))
                .click();
        assertThat(page.locator("#details h2")).hasText("plums");
        assertThat(page.locator("#details")).containsText("500 × 700");

        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("^Plan")))
                .click();
        assertThat(page.locator(".foot")).containsText("6 renditions of 2 pieces");
        button("Press").click();
        assertThat(page.locator(".foot")).containsText("4 renditions of 2 pieces");
        page.locator("[data-row-toggle]").nth(1).click();
        assertThat(page.locator(".foot")).containsText("5 renditions of 2 pieces");
        page.locator(".cell").nth(0).click();
        assertThat(page.locator(".foot")).containsText("4 renditions");
        button("Render 4").click();

        assertThat(page.getByText(Pattern.compile("^done in"))).isVisible(SOON);
        assertThat(page.locator("tr.is-done")).hasCount(4);
        page.reload();
        assertThat(page.getByText(Pattern.compile("^done in"))).isVisible();
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("View delivery"))
                .click();

        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("plums-229.jpg")))
                .first()
                .click();
        assertThat(page.locator("#details h2")).hasText("plums-229.jpg");
        Object width = page.locator("#details img")
                .evaluate("async image => { await image.decode(); return image.naturalWidth; }");
        assertThat(width).isEqualTo(229);
        Page opened = context.waitForPage(() -> page.getByRole(
                        AriaRole.LINK,
                        new Page.GetByRoleOptions().setName("Open").setExact(true))
                .click());
        assertThat(opened.locator("img").evaluate("image => image.naturalWidth + ' ' + image.naturalHeight"))
                .isEqualTo("229 320");
        Download archive =
                page.waitForDownload(() -> page.getByText("Download all as ZIP").click());
        assertThat(archive.suggestedFilename()).isEqualTo("Dropped, run 1.zip");
    }

    @Test
    void progress_is_live_and_right_after_coming_back() throws Exception {
        for (int i = 0; i < 8; i++) {
            photo(ROOT.resolve("many/field-%d.jpg".formatted(i)), 2400, 1600, 20 + i);
        }
        makeAssignment("Many");
        button("Import a folder …").click();
        page.getByLabel("Folder, below a source root").fill("many");
        button("Import").click();
        assertThat(page.getByText("8 sources read")).isVisible(SOON);
        page.keyboard().press("2");
        button("Render 24").click();
        assertThat(page.locator("tr.is-done").first()).isVisible(SOON);
        String run = page.url();
        page.navigate("/recipes");
        page.navigate(run);
        assertThat(page.getByText(Pattern.compile("^done in"))).isVisible(SOON);
        assertThat(page.locator("tr.is-done")).hasCount(24);
        assertThat(page.locator(".run-figure")).hasText(Pattern.compile("24\\s+of 24 renditions"));
        assertThat(button("Stop the run")).hasCount(0);
    }

    @Test
    void everything_has_a_key_and_the_scheme_can_be_switched() {
        page.navigate("/assignments/1/plan");
        page.keyboard().press("?");
        assertThat(page.locator("#keys")).isVisible();
        page.keyboard().press("Escape");
        page.locator(".cell").first().focus();
        page.keyboard().press("Space");
        assertThat(page.locator(".cell").first()).hasAttribute("aria-pressed", "false");
        page.keyboard().press("Space");
        page.keyboard().press("ArrowDown");
        assertThat(page.locator("tbody tr").nth(1).locator(".cell").first()).isFocused();
        String light = (String) page.evaluate("getComputedStyle(document.documentElement).backgroundColor");
        button("Dark").click();
        assertThat(page.evaluate("getComputedStyle(document.documentElement).backgroundColor"))
                .isNotEqualTo(light);
        page.reload();
        assertThat(page.evaluate("getComputedStyle(document.documentElement).backgroundColor"))
                .isNotEqualTo(light);
        page.keyboard().press("g");
        page.keyboard().press("c");
        assertThat(page).hasURL(Pattern.compile("/channels/\\d+$"));
    }

    @Test
    void nothing_is_wider_than_a_narrow_window() {
        page.setViewportSize(768, 800);
        for (String path : List.of(
                "/assignments",
                "/assignments/1/sources",
                "/assignments/1/plan",
                "/recipes/1",
                "/recipes/1/versions",
                "/channels/1",
                "/marks",
                "/settings")) {
            page.navigate(path);
            assertThat((Integer) page.evaluate("document.documentElement.scrollWidth"))
                    .as(path)
                    .isLessThanOrEqualTo(768);
        }
    }

    @Test
    void a_focal_point_decides_what_a_square_crop_keeps() throws Exception {
        makeAssignment("Focal point");
        drop(photo(FOLDER.resolve("wide.jpg"), 1200, 400, 21));
        assertThat(page.getByText("1 source read")).isVisible(SOON);
        page.reload();
        Locator frame = page.locator("[data-focus]");
        var box = frame.boundingBox();
        frame.click(new Locator.ClickOptions().setPosition(box.width * 0.9, box.height * 0.5));
        assertThat(page.locator("#details")).containsText("set by hand");
        page.keyboard().press("ArrowRight");
        assertThat(page.locator("[data-focus] line").nth(2)).hasAttribute("x1", Pattern.compile("9[01]\\..*"));
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Suggest focal point"))
                .click();
        assertThat(page.locator("#details")).containsText("Suggested focal point");
    }

    @Test
    void a_mark_is_brought_in_and_offered_in_recipes() throws Exception {
        Path leaf = Files.writeString(
                FOLDER.resolve("offered-leaf.svg"),
                "<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'><path d='M0 0h9v9z'/></svg>");
        page.navigate("/marks");
        page.locator("input[type=file]").setInputFiles(leaf);
        assertThat(page.locator(".marks")).containsText("offered-leaf.svg");
        page.locator("input[type=file]").setInputFiles(Files.writeString(FOLDER.resolve("bad.png"), "no picture"));
        assertThat(page.locator("[data-refused]")).containsText("Use a PNG with transparency or an SVG of shapes.");
        page.getByLabel("New text watermark").fill("Harrow Lane, autumn");
        page.getByLabel("Font").selectOption("IBM Plex Sans");
        button("Create").click();
        assertThat(page.locator(".mark-card .on-dark img[alt='Harrow Lane, autumn on dark ground']"))
                .hasAttribute("src", "/marks/files/harrow-lane-autumn-light.svg");
        button("Remove Harrow Lane, autumn").click();
        assertThat(page.locator(".marks code").getByText("harrow-lane-autumn.svg"))
                .hasCount(0);
        button("Undo").click();
        assertThat(page.locator(".marks code").getByText("harrow-lane-autumn.svg"))
                .isVisible();
        page.navigate("/settings");
        page.locator("#profile-choice").setInputFiles(Files.writeString(FOLDER.resolve("bad.icc"), "no profile"));
        assertThat(page.locator("#profiles-refused")).containsText("The profile is damaged");
        page.navigate("/recipes/2");
        assertThat(page.locator("select[name='/watermark/mark'] option[value='offered-leaf.svg']"))
                .hasCount(1);
        assertThat(page.locator("select[name='/watermark/mark-on-dark'] option[value='harrow-lane-autumn-light.svg']"))
                .hasCount(1);
        complaints.removeIf(said -> said.contains("400"));
    }
}
