package app.vineparcel.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.options.ColorScheme;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Every page in both schemes, with everything on it open, before an automated check of accessibility. */
class AccessibilityTest extends RealPages {

    private static final Path AXE = Path.of("src/main/frontend/node_modules/axe-core/axe.min.js");

    @ParameterizedTest
    @EnumSource(
            value = ColorScheme.class,
            names = {"LIGHT", "DARK"})
    void no_page_has_serious_findings(ColorScheme scheme) throws Exception {
        page.emulateMedia(new com.microsoft.playwright.Page.EmulateMediaOptions().setColorScheme(scheme));
        for (String path : List.of(
                "/assignments",
                "/assignments/1/sources",
                "/assignments/1/plan",
                "/assignments/1/proof?piece=1",
                "/assignments/1/runs",
                "/assignments/1/deliveries",
                "/recipes/1",
                "/recipes/starters/look-see",
                "/recipes/1/versions",
                "/recipes/1/versions/1",
                "/channels/1",
                "/destinations/new",
                "/marks",
                "/settings",
                "/pieces/1/recipes/1.1")) {
            page.navigate(path);
            assertThat(page.locator("h1").first()).isAttached();
            page.evaluate("document.querySelectorAll('details').forEach(part => { part.open = true; })");
            assertThat(found("serious|critical")).as(path).isEmpty();
        }
    }

    /** On a small screen as on a large one, and enlarged twice; the plan with its drawer open. */
    @ParameterizedTest
    @CsvSource({"1280, 800", "768, 1024", "640, 400"})
    void the_working_pages_have_no_findings_at_any_size(int width, int height) throws Exception {
        page.setViewportSize(width, height);
        for (String path : List.of("/assignments", "/assignments/1/sources", "/assignments/1/plan?group=folder")) {
            page.navigate(path);
            assertThat(page.locator("h1").first()).isAttached();
            if (path.contains("plan")) {
                page.locator(".cell:not([disabled])").first().focus();
                page.keyboard().press("Enter");
                assertThat(page.locator("[data-drawer-text] h3")).isVisible();
                assertThat(page.locator("[data-drawer-size]")).containsText("kB");
                page.locator("[data-pick]").first().check();
                assertThat(page.locator("[data-meant]")).hasText("1 selected piece");
            }
            assertThat(found("minor|moderate|serious|critical")).as(path).isEmpty();
            Object wide = page.evaluate("document.documentElement.scrollWidth - document.documentElement.clientWidth");
            assertThat(((Number) wide).intValue())
                    .as(path + " scrolls sideways")
                    .isLessThanOrEqualTo(1);
        }
    }

    @SuppressWarnings("unchecked")
    private List<String> found(String impacts) throws Exception {
        page.evaluate(Files.readString(AXE));
        return (List<String>) page.evaluate(
                """
                impacts => axe.run(document, { resultTypes: ['violations'] }).then(({ violations }) => violations
                  .filter(({ impact }) => new RegExp(impacts).test(impact))
                  .map(({ id, nodes }) => `${id}: ${nodes.slice(0, 3).map(node => node.html).join(' ')}`))""",
                impacts);
    }
}
