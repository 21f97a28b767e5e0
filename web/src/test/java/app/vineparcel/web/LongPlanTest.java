package app.vineparcel.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A plan of more rows than a page holds at once, and of the channels that serve it. */
class LongPlanTest extends RealPages {

    private static final int PIECES = 90;

    private long id;

    @BeforeEach
    void brings_in_many() throws Exception {
        for (int i = 1; i <= PIECES; i++) {
            photo(ROOT.resolve("long/bed-%03d.png".formatted(i)), 30, 20, i);
        }
        id = assignment("Long " + System.nanoTime(), "long");
        page.navigate("/assignments/" + id + "/plan");
        assertThat(page.locator(".foot")).containsText("270 renditions of 90 pieces");
    }

    /** An assignment that is made later begins with the channels of this one. */
    @AfterEach
    void leaves_all_channels() {
        sql.update("delete from hidden_channel");
    }

    private Locator rows() {
        return page.locator("tbody tr[aria-rowindex]");
    }

    @Test
    void rows_are_there_where_one_looks_and_all_of_them_are_turned() {
        assertThat(rows().count()).isLessThan(60);
        page.locator(".grid-frame").evaluate("frame => { frame.scrollTop = frame.scrollHeight; }");
        assertThat(page.getByText("bed-090", new com.microsoft.playwright.Page.GetByTextOptions().setExact(true)))
                .isVisible();
        assertThat(rows().count()).isLessThan(60);
        page.locator("[data-column-toggle]").first().click();
        assertThat(page.locator(".foot")).containsText("180 renditions of 90 pieces");
        Locator last = page.locator("tr[aria-rowindex='92'] .cell").first();
        assertThat(last).hasAttribute("aria-pressed", "false");
        last.click();
        assertThat(page.locator(".foot")).containsText("181 renditions");
        page.locator(".grid-frame").evaluate("frame => { frame.scrollTop = 0; }");
        assertThat(page.locator("tr[aria-rowindex='3'] .cell").first()).hasAttribute("aria-pressed", "false");
        page.reload();
        assertThat(page.locator(".foot")).containsText("181 renditions of 90 pieces");
        assertThat(page.locator("[aria-current=page] b")).hasText("181");
    }

    @Test
    void the_grid_is_one_stop_of_the_tab_key_and_arrows_go_to_its_end() {
        Object stops = page.evaluate(
                "() => document.querySelectorAll('tbody button:not([tabindex=\"-1\"]), tbody a:not([tabindex=\"-1\"])').length");
        assertThat(stops).isEqualTo(1);
        page.locator("tbody [tabindex='0']").focus();
        for (int i = 0; i < PIECES / 10; i++) {
            page.keyboard().press("PageDown");
            assertThat(page.locator("tr[aria-rowindex='%d'] .cell:focus".formatted(Math.min(PIECES + 2, 13 + 10 * i))))
                    .isVisible();
        }
        page.keyboard().press("Space");
        assertThat(page.locator(".foot")).containsText("269 renditions");
    }

    @Test
    void channels_that_do_not_serve_an_assignment_are_out_of_its_way_and_of_the_next_ones() throws Exception {
        button("Channels: all 2").click();
        page.locator("#channels-dialog").getByLabel("Press").uncheck();
        page.locator("#channels-dialog").getByText("Save").click();
        assertThat(page.locator(".foot")).containsText("180 renditions of 90 pieces");
        assertThat(page.locator("[data-band]")).hasText(new String[] {"Web shop"});
        long next = assignment("After " + System.nanoTime(), "long");
        page.navigate("/assignments/" + next + "/plan");
        assertThat(page.locator(".foot")).containsText("180 renditions of 90 pieces");
        button("Channels: 1 of 2").click();
        page.locator("#channels-dialog").getByLabel("Press").check();
        page.locator("#channels-dialog").getByText("Save").click();
        assertThat(page.locator(".foot")).containsText(Pattern.compile("270 renditions"));
    }
}
