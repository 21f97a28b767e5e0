package app.vineparcel.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Path;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Choosing many cells at once, treating one piece otherwise, and carrying that to others. */
class ChoosingTest extends RealPages {

    private static final LocatorAssertions.IsVisibleOptions SOON =
            new LocatorAssertions.IsVisibleOptions().setTimeout(60_000);

    private Locator cell(int row, int column) {
        return page.locator("tbody tr").nth(row).locator(".cell").nth(column);
    }

    private void plan(String assignment) throws Exception {
        makeAssignment(assignment);
        Path[] pictures = new Path[3];
        for (int i = 0; i < pictures.length; i++) {
            pictures[i] = photo(FOLDER.resolve(assignment + "/bed " + (i + 1) + ".png"), 500, 400, 70 + i);
        }
        drop(pictures);
        assertThat(page.getByText("3 sources read")).isVisible(SOON);
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("^Plan")))
                .click();
        assertThat(page.locator(".foot")).containsText("9 renditions of 3 pieces");
        answering();
    }

    /** Copies the choices of the first piece to those that a filter leaves, then shows all again. */
    private void copyFirstTo(String filter, int shown) {
        page.getByLabel("Filter by number, range or name").fill(filter);
        assertThat(page.getByText(shown + " of 3 shown")).isVisible();
        page.getByLabel("Copy settings from").fill("1");
        button("Copy").click();
        button("Clear").click();
        assertThat(page.locator("tr[data-piece]")).hasCount(3);
    }

    /** Opens the page of what is overridden in the first cell of a row. */
    private void override(int row) {
        answering();
        cell(row, 0).focus();
        page.keyboard().press("e");
        assertThat(page.locator(".otherwise-list")).isVisible();
    }

    @Test
    void a_piece_is_treated_otherwise_and_that_is_carried_and_taken_back() throws Exception {
        plan("Otherwise");
        cell(0, 0).focus();
        page.keyboard().press("e");
        assertThat(page.getByText("For “bed 1” in Web shop only.")).isVisible();
        page.locator("[data-clause=crop] summary").click();
        page.locator("[data-aspect='1:1']").click();
        assertThat(page.locator("[data-changed]")).hasText("Not saved: Crop");
        button("Save for this piece").click();
        assertThat(cell(0, 0)).containsText("320 × 320");
        assertThat(cell(0, 0)).containsText("Overridden for this piece: crop");
        assertThat(cell(1, 0)).containsText("320 × 256");

        answering();
        cell(0, 1).click();
        copyFirstTo("2-3", 2);
        assertThat(cell(2, 0)).containsText("320 × 320");
        assertThat(cell(2, 1)).hasAttribute("aria-pressed", "false");
        assertThat(page.locator(".foot")).containsText("6 renditions of 3 pieces");

        override(2);
        assertThat(page.locator(".otherwise-list")).hasText("Crop is overridden; the recipe says “No crop”. Reset");
        button("Reset Crop to the recipe").click();
        assertThat(cell(2, 0)).containsText("320 × 256");
        assertThat(cell(1, 0)).containsText("320 × 320");

        button("Render 6").click();
        assertThat(page.getByText(Pattern.compile("^done in"))).isVisible(SOON);
        assertThat(page.locator("tr.is-done")).hasText(new Pattern[] {
            Pattern.compile("bed 1-320.*320 × 320", Pattern.DOTALL),
            Pattern.compile("press.*320 × 256", Pattern.DOTALL),
            Pattern.compile("bed 2-320.*320 × 320", Pattern.DOTALL),
            Pattern.compile("press.*320 × 256", Pattern.DOTALL),
            Pattern.compile("bed 3-320.*320 × 256", Pattern.DOTALL),
            Pattern.compile("press.*320 × 256", Pattern.DOTALL),
        });

        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("View delivery"))
                .click();
        page.locator(".file:has-text('bed 1-320.jpg')").nth(1).click();
        assertThat(page.locator("#details .path")).hasText("web/page/bed 1-320.jpg");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Page, version"))
                .click();
        assertThat(page.getByText("Crop to 1:1 around the focal point")).isVisible();
    }

    /** One clause goes back to the recipe, the others stay; a key that sends a form keeps and never gives back. */
    @Test
    void of_several_clauses_one_is_given_back() throws Exception {
        plan("Given back");
        cell(0, 0).focus();
        page.keyboard().press("e");
        page.waitForURL(Pattern.compile("/pieces/"));
        page.locator("[data-clause=crop] summary").click();
        page.locator("[data-aspect='1:1']").click();
        page.locator("[data-clause=name] summary").click();
        page.locator("[name='/name']").fill("{stem}-square");
        assertThat(page.locator("[data-changed]")).hasText("Not saved: Crop, name");
        page.locator("[name='/name']").press("Enter");
        assertThat(cell(0, 0)).containsText("Overridden for this piece: crop, name");

        override(0);
        assertThat(page.locator(".otherwise-list li")).hasCount(2);
        assertThat(page.locator("[data-changed]")).hasText("");
        assertThat(button("Save for this piece")).isDisabled();
        button("Reset Name to the recipe").click();
        assertThat(page.locator(".otherwise-list")).containsText("Crop is overridden");
        assertThat(page.locator(".otherwise-list li")).hasCount(1);
        assertThat(page.locator("[data-clause=name] .sentence")).hasText("{stem}-{width}");
        page.getByText("Back to the plan").click();
        assertThat(cell(0, 0)).containsText("Overridden for this piece: crop");
        override(0);
        button("Reset all").click();
        assertThat(cell(0, 0)).not().containsText("Overridden");
        assertThat(cell(0, 0)).containsText("320 × 256");
    }

    /** Nobody waits for a page to have kept something before going on. */
    @Test
    void a_choice_is_kept_by_who_leaves_at_once() throws Exception {
        plan("Leaving");
        cell(1, 1).click();
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("^Sources")))
                .click();
        assertThat(page.getByText("3 sources read")).isVisible(SOON);
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("^Plan")))
                .click();
        assertThat(cell(1, 1)).hasAttribute("aria-pressed", "false");
        assertThat(cell(1, 0)).hasAttribute("aria-pressed", "true");
    }

    @Test
    void choices_are_kept_and_files_in_each_others_way_are_marked_as_one_chooses() throws Exception {
        plan("Kept choices");
        cell(0, 1).focus();
        page.keyboard().press("e");
        page.waitForURL(Pattern.compile("/pieces/"));
        page.locator("[data-clause=name] summary").click();
        page.locator("[name='/name']").fill("one name");
        button("Save for this piece").click();
        page.waitForURL(Pattern.compile("/plan$"));
        copyFirstTo("bed*", 3);
        assertThat(cell(1, 1)).hasClass(Pattern.compile("has-blocker"));
        assertThat(cell(1, 1)).hasAttribute("title", Pattern.compile("already goes to web/tile/one name"));
        assertThat(page.locator(".foot")).containsText("7 renditions of 3 pieces");
        assertThat(page.locator(".foot")).containsText("2 blockers");
        cell(0, 1).click();
        assertThat(cell(1, 1)).not().hasClass(Pattern.compile("has-blocker"));
        assertThat(cell(2, 1)).hasClass(Pattern.compile("has-blocker"));
        page.waitForResponse(Pattern.compile("/plan/choice$"), () -> cell(2, 1).click());
        assertThat(page.locator(".foot")).containsText("7 renditions of 3 pieces");
        assertThat(page.locator(".foot")).not().containsText("blocker");
        page.reload();
        assertThat(cell(0, 1)).hasAttribute("aria-pressed", "false");
        assertThat(cell(1, 1)).hasAttribute("aria-pressed", "true");
        assertThat(page.locator(".foot")).containsText("7 renditions of 3 pieces");
    }
}
