package app.vineparcel.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import app.vineparcel.web.sources.SourceService;
import com.microsoft.playwright.Page;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A folder of more pictures than a page holds: windows, what changes on the disk, what is removed and brought back. */
class SourcesAtSizeTest extends RealPages {

    private static final int PICTURES = 300;

    private Path folder;
    private long id;

    @BeforeEach
    void imports_a_folder() throws Exception {
        String name = "sized-" + System.nanoTime();
        folder = ROOT.resolve(name);
        for (int i = 1; i <= PICTURES; i++) {
            photo(folder.resolve("bed-%03d.png".formatted(i)), 30, i % 2 == 0 ? 20 : 45, i);
        }
        id = assignment(name, name);
        page.navigate("/assignments/" + id + "/sources");
        assertThat(page.locator("#reading")).hasText(PICTURES + " sources read");
    }

    @Test
    void cards_are_there_where_one_looks_and_selected_ones_stay_so_out_of_sight() throws Exception {
        assertThat(new Visitor().get("/assignments/" + id + "/sources").body().length())
                .isLessThan(100_000);
        assertThat(page.locator(".card.is-ready").count()).isLessThan(90);
        page.locator("[data-pick]").first().check();
        page.locator("[data-list-frame]").evaluate("frame => { frame.scrollTop = frame.scrollHeight; }");
        assertThat(page.locator("input.name[value=bed-300]")).isVisible();
        assertThat(page.locator("input.name[value=bed-001]")).hasCount(0);
        page.locator("[data-pick]").last().check();
        assertThat(page.locator("[data-chosen]")).hasText("2 pieces");
        page.getByLabel("Filter by number, range or name").fill("bed-1, 7-9");
        assertThat(page.getByText("103 of 300 shown")).isVisible();
        page.getByLabel("Group by").selectOption("orientation");
        assertThat(page.locator(".folder h2").first()).containsText("landscape");
        button("Select all").click();
        assertThat(page.locator("[data-chosen]")).hasText("105 pieces");
        page.reload();
        assertThat(page.locator(".folder h2").first()).containsText("landscape");
    }

    @Test
    void what_is_removed_can_be_brought_back_with_its_names() throws Exception {
        page.locator("input.name").first().fill("First bed");
        page.locator("input.name").first().press("Enter");
        page.getByLabel("Filter by number, range or name").fill("1-20");
        assertThat(page.getByText("20 of 300 shown")).isVisible();
        button("Select all").click();
        button("Remove").click();
        assertThat(page.getByText("20 sources removed; the files stay where they are."))
                .isVisible();
        assertThat(page.locator("#reading")).hasText("280 sources read");
        assertThat(folder.resolve("bed-001.png")).exists();
        button("Undo").click();
        assertThat(page.getByText("20 sources restored.")).isVisible();
        assertThat(page.locator("#reading")).hasText("300 sources read");
        assertThat(page.locator("input.name").first()).hasValue("First bed");
        page.navigate("/assignments/" + id + "/plan");
        assertThat(page.locator(".foot")).containsText("900 renditions of 300 pieces");
        assertThat(page.locator("[data-undo]")).containsText("1 piece renamed");
    }

    @Test
    void files_that_change_or_go_show_themselves_and_a_folder_imported_again_takes_what_is_new() throws Exception {
        page.navigate("/assignments/" + id + "/plan");
        assertThat(page.locator("tr[aria-rowindex='3'] .cell").first()).containsText("30 × 45");
        Path first = folder.resolve("bed-001.png");
        photo(first, 60, 60, 9);
        Files.setLastModifiedTime(first, FileTime.from(Instant.now().plusSeconds(5)));
        Files.delete(folder.resolve("bed-002.png"));
        assertThat(page.locator("tr[aria-rowindex='3'] .cell").first()).containsText("60 × 60");
        assertThat(page.locator("tr[aria-rowindex='4']")).containsText("file is missing");
        page.navigate("/assignments/" + id + "/sources?state=missing");
        assertThat(page.locator(".card")).hasCount(1);

        photo(folder.resolve("bed-002.png"), 44, 22, 3);
        photo(folder.resolve("bed-301.png"), 30, 20, 4);
        Files.delete(folder.resolve("bed-003.png"));
        SourceService.Imported again =
                sources.addFolder(id, folder.getFileName().toString());
        assertThat(again.added()).isEqualTo(1);
        await().atMost(Duration.ofSeconds(30)).until(() -> sources.waiting(id) == 0);
        page.navigate("/assignments/" + id + "/sources");
        assertThat(page.locator("#reading")).hasText("301 sources read");
        page.getByLabel("State of sources").selectOption("missing");
        assertThat(page.locator(".card")).hasCount(1);
        assertThat(page.locator(".card input.name")).hasValue("bed-003");
    }

    @Test
    void assignments_are_a_working_list() {
        String name = folder.getFileName().toString();
        page.navigate("/assignments");
        assertThat(page.locator(".assignments li").first()).containsText(name);
        assertThat(page.locator(".assignments li").first().locator("img")).hasCount(5);
        page.locator(".assignments li").first().locator("summary").click();
        page.getByLabel("New name of " + name).fill(name + " in autumn");
        button("Rename").click();
        page.locator(".assignments li:has-text('%s in autumn') summary".formatted(name))
                .click();
        button("Duplicate").click();
        assertThat(page.locator("h1")).hasText(name + " in autumn copy");
        assertThat(page.getByText("No sources yet.")).isVisible();
        page.navigate("/assignments");
        page.locator(".assignments li:has-text('in autumn copy') summary").click();
        button("Archive").click();
        assertThat(page.locator(".assignments")).not().containsText("in autumn copy");
        page.getByText("Archived (1)").click();
        page.getByLabel("Restore " + name + " in autumn copy").click();
        assertThat(page.getByText(name + " in autumn copy", new Page.GetByTextOptions().setExact(true)))
                .isVisible();
    }
}
