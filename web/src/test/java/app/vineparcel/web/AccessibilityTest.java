package app.vineparcel.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.options.ColorScheme;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Every page in both schemes, with everything on it open, before an automated check of accessibility. */
class AccessibilityTest extends RealPages {

    private static final Path AXE = Path.of("src/main/frontend/node_modules/axe-core/axe.min.js");

    @ParameterizedTest
    @EnumSource(
            value = ColorScheme.class,
            names = {"LIGHT", "DARK"})
    @SuppressWarnings("unchecked")
    void no_page_has_serious_findings(ColorScheme scheme) throws Exception {
        page.emulateMedia(new com.microsoft.playwright.Page.EmulateMediaOptions().setColorScheme(scheme));
        String axe = Files.readString(AXE);
        for (String path : List.of(
                "/assignments",
                "/assignments/1/sources",
                "/assignments/1/plan",
                "/assignments/1/runs",
                "/assignments/1/deliveries",
                "/recipes/1",
                "/recipes/starters/look-see",
                "/recipes/1/versions",
                "/recipes/1/versions/1",
                "/channels/1",
                "/marks",
                "/settings",
                "/pieces/1/recipes/1.1")) {
            page.navigate(path);
            assertThat(page.locator("h1").first()).isAttached();
            page.evaluate("document.querySelectorAll('details').forEach(part => { part.open = true; })");
            page.evaluate(axe);
            List<String> found = (List<String>)
                    page.evaluate(
                            """
                    axe.run(document, { resultTypes: ['violations'] }).then(({ violations }) => violations
                      .filter(({ impact }) => impact === 'serious' || impact === 'critical')
                      .map(({ id, nodes }) => `${id}: ${nodes.slice(0, 3).map(node => node.html).join(' ')}`))""");
            assertThat(found).as(path).isEmpty();
        }
    }
}
