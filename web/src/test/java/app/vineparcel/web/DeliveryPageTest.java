package app.vineparcel.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.assertions.LocatorAssertions;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What lies in a delivery, found, looked at, compared, taken along, deleted and put back. */
class DeliveryPageTest extends RealPages {

    private static final LocatorAssertions.ContainsTextOptions SOON =
            new LocatorAssertions.ContainsTextOptions().setTimeout(30_000);

    private String name;
    private long id;
    private Path delivered;

    @BeforeEach
    void two_pictures_are_delivered() throws Exception {
        name = "looked at " + System.nanoTime();
        photo(ROOT.resolve(name).resolve("barn.jpg"), 500, 400, 6);
        photo(ROOT.resolve(name).resolve("well.jpg"), 500, 400, 7);
        id = assignment(name, name);
        delivered = FOLDER.resolve("deliveries/assignment-" + id);
        render();
    }

    private void render() {
        page.navigate("/assignments/" + id + "/plan");
        page.locator("[data-render]").click();
        assertThat(page.locator("#run-live")).containsText("done in", SOON);
        page.locator("[data-to-delivery]").click();
        assertThat(page.locator("[data-shown]")).hasText("6 files");
    }

    private Locator row(String path) {
        return page.locator("tr[data-id]").filter(new Locator.FilterOptions().setHasText(path));
    }

    @Test
    void files_are_found_selected_taken_along_deleted_and_put_back() throws Exception {
        page.locator("[data-find]").fill("well");
        assertThat(page.locator("[data-shown]")).hasText("3 files");
        page.locator("[name=channel]").selectOption("Web shop");
        assertThat(page.locator("[data-shown]")).hasText("2 files");
        page.locator("[name=sort]").selectOption("weight");
        assertThat(page.locator("tr[data-id]").first()).containsText("web/page/well-320.jpg");
        page.locator("[data-select-all]").click();
        assertThat(page.locator("[data-chosen-count]")).hasText("2 selected files");
        Download zip = page.waitForDownload(() -> page.locator("[data-zip]").click());
        try (ZipFile read = new ZipFile(zip.path().toFile())) {
            assertThat(read.stream().map(entry -> entry.getName()))
                    .containsExactlyInAnyOrder("web/page/well-320.jpg", "web/tile/well.webp");
        }
        page.locator("[data-delete]").click();
        assertThat(page.locator("[data-said]")).containsText("2 files deleted.");
        assertThat(page.locator("tr.is-deleted")).hasCount(2);
        assertThat(delivered.resolve("web/page/well-320.jpg")).doesNotExist();
        page.locator("[data-undo]").click();
        assertThat(page.locator("[data-said]")).containsText("2 files restored.");
        assertThat(page.locator("tr.is-in-place")).hasCount(2);
        assertThat(delivered.resolve("web/page/well-320.jpg")).exists();

        Files.writeString(delivered.resolve("web/tile/well.webp"), "retouched by hand");
        page.reload();
        assertThat(row("well.webp")).containsText("Changed");
        row("well.webp").locator("[data-pick]").check();
        page.locator("[data-delete]").click();
        assertThat(page.locator("[data-said]")).containsText("0 files deleted. 1 were left alone");
        assertThat(delivered.resolve("web/tile/well.webp")).hasContent("retouched by hand");
        page.navigate(page.url().replaceAll("\\?.*", "") + "?view=folders");
        page.locator("[data-folder='web']").click();
        page.locator("[data-folder='web/page']").click();
        assertThat(page.locator("tr[data-id]")).hasCount(2);
        assertThat(page.locator(".crumbs")).hasText("All folders / web / page");
        page.getByText("Thumbnails").click();
        assertThat(page.locator(".thumb img").first()).isVisible();
    }

    @Test
    void an_older_delivery_shows_what_it_delivered_beside_what_is_there_now() throws Exception {
        String first = page.url().replaceAll("\\?.*", "");
        byte[] then = Files.readAllBytes(delivered.resolve("web/page/barn-320.jpg"));
        String before = sum();
        photo(ROOT.resolve(name).resolve("barn.jpg"), 500, 400, 60);
        await().atMost(Duration.ofSeconds(20)).until(() -> sources.waiting(id) == 0 && !before.equals(sum()));
        render();
        page.locator("[name=compare]")
                .selectOption(first.replaceAll("\\D+", " ").strip().replaceAll(".* ", ""));
        assertThat(page.locator("[name=state] option[value=changed]")).hasText("Changed (3)");
        page.locator("[name=state]").selectOption("changed");
        assertThat(page.locator("[data-shown]")).hasText("3 files");
        row("web/page/barn-320.jpg").locator("[data-show]").click();
        assertThat(page.locator("[data-two] img")).hasCount(2);
        await().untilAsserted(
                        () -> { // until what was fetched has settled
                            page.locator("[data-divider]").fill("20");
                            org.assertj.core.api.Assertions.assertThat(
                                            page.locator("[data-two]").getAttribute("style"))
                                    .isEqualTo("--divider: 20%;");
                        });

        page.navigate(first);
        assertThat(page.locator("tr.is-replaced")).hasCount(3);
        row("web/page/barn-320.jpg").locator("[data-show]").click();
        assertThat(page.locator("#details")).containsText("This is the one that was delivered then.");
        String file = page.locator("#details .actions-in a").first().getAttribute("href");
        assertThat(page.request().get("http://127.0.0.1:" + port + file).body()).isEqualTo(then);
        assertThat(delivered.resolve("web/page/barn-320.jpg"))
                .satisfies(now -> assertThat(Files.readAllBytes(now)).isNotEqualTo(then));
    }

    private String sum() {
        return sql.queryForObject(
                "select coalesce(sha256, '') from source where assignment_id = ? and file_name = 'barn.jpg'",
                String.class,
                id);
    }
}
