package app.vineparcel.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.web.sources.PieceService;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.assertions.LocatorAssertions;
import java.net.URLEncoder;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** The preview beside a recipe: its keys, what comes back, and what happens to requests that were overtaken. */
class RecipePreviewTest extends RealPages {

    private static final LocatorAssertions.IsVisibleOptions SOON =
            new LocatorAssertions.IsVisibleOptions().setTimeout(60_000);

    @Autowired
    private PieceService pieces;

    private long piece() throws Exception {
        makeAssignment("Trial " + System.nanoTime());
        drop(photo(FOLDER.resolve("preview/wide bed.png"), 1400, 900, 91));
        assertThat(page.getByText("1 source read")).isVisible(SOON);
        return pieces.all(assignments.all().get(0).id()).get(0).id();
    }

    @Test
    void the_preview_is_moved_by_keys_and_what_was_typed_comes_back() throws Exception {
        long piece = piece();
        page.navigate("/recipes/starters/retouching-wide-gamut");
        page.locator("[data-piece]").selectOption(String.valueOf(piece));
        assertThat(page.locator(".figures [data-figure=pixels]")).hasText("1400 × 900");
        assertThat(page.locator(".figures [data-figure=profile]")).hasText(Pattern.compile("ROMM"));
        assertThat(page.locator(".figures [data-figure=similarity]")).hasText("SSIM 1.0000");

        Locator divider = page.locator("[data-divider]");
        divider.focus();
        page.keyboard().press("ArrowRight");
        assertThat(divider).hasAttribute("aria-valuenow", "55");
        page.keyboard().press("Home");
        assertThat(divider).hasAttribute("aria-valuenow", "0");
        Object still = picture();
        page.locator("[data-picture]").focus();
        page.keyboard().press("ArrowRight");
        page.waitForFunction("was => document.querySelector('[data-picture]').toDataURL() !== was", still);
        page.keyboard().press("0");
        assertThat(page.locator("[data-view=whole]")).hasAttribute("aria-pressed", "true");
        page.keyboard().press("1");
        assertThat(page.locator("[data-view=one]")).hasAttribute("aria-pressed", "true");

        page.locator("[data-clause=metadata] summary").click();
        page.getByLabel("Creator").fill("Ida Fennel");
        page.getByLabel("nothing").check();
        assertThat(page.locator("[data-sentence=metadata]")).hasText("Keep nothing; set creator");
        page.navigate("/recipes/starters/web-2000");
        page.navigate("/recipes/starters/retouching-wide-gamut");
        assertThat(page.getByText("Your unsaved changes are still here.")).isVisible();
        assertThat(page.locator("[data-sentence=metadata]")).hasText("Keep nothing; set creator");
        page.locator("[data-clause=folder] summary").click();
        page.locator("[name='/folder']").fill("x/");
        page.locator("[data-clause=name] summary").first().click();
        page.locator("[data-into='/name']").nth(5).click();
        assertThat(page.locator("[data-sentence=name]")).hasText("{stem}{width}");
    }

    private Object picture() {
        return page.evaluate("document.querySelector('[data-picture]').toDataURL()");
    }

    private static String form(long piece, int number, int px) {
        StringBuilder form = new StringBuilder("piece=" + piece + "&session=test-session&number=" + number);
        for (String field : new String[] {
            "/title=T",
            "/size/mode=long-edge",
            "/size/px=" + px,
            "/name={stem}",
            "/format/type=jpeg",
            "/format/quality=80"
        }) {
            String[] sides = field.split("=", 2);
            form.append('&')
                    .append(URLEncoder.encode(sides[0], StandardCharsets.UTF_8))
                    .append('=')
                    .append(URLEncoder.encode(sides[1], StandardCharsets.UTF_8));
        }
        return form.toString();
    }

    @Test
    void a_later_request_overtakes_an_earlier_one() throws Exception {
        long piece = piece();
        Visitor visitor = new Visitor();
        HttpResponse<String> second = visitor.post("/recipes/preview", form(piece, 2, 700));
        assertThat(second.body()).contains("\"pixels\":\"700 × 450\"");
        assertThat(visitor.get("/recipes/preview/test-session/2/difference").body())
                .contains("\"similarity\":0.", "\"score\":\"", "\"seen\":\"");
        assertThat(visitor.get("/recipes/preview/test-session/1/difference").statusCode())
                .isEqualTo(204);
        assertThat(visitor.post("/recipes/preview", form(piece, 1, 300)).statusCode())
                .as("overtaken")
                .isEqualTo(204);
        String window = "?x=0&y=0&width=20&height=10&across=20&down=10";
        HttpResponse<String> seen = visitor.get("/recipes/preview/test-session/2/after" + window);
        assertThat(seen.headers().firstValue("X-Width")).contains("20");
        assertThat(seen.headers().firstValueAsLong("Content-Length")).hasValue(800);
        assertThat(visitor.get("/recipes/preview/test-session/1/after" + window).statusCode())
                .isEqualTo(204);
        assertThat(visitor.get("/recipes/preview/nobody/2/after" + window).statusCode())
                .isEqualTo(204);
        assertThat(visitor.get("/recipes/preview/test-session/2/after?x=0&y=0&width=9&height=9&across=99999&down=9")
                        .statusCode())
                .isEqualTo(400);
        assertThat(visitor.post("/recipes/preview", form(999_999, 3, 300)).body())
                .contains("This piece no longer exists. Choose another.");
        assertThat(visitor.post("/recipes/preview", form(piece, 4, 0)).statusCode())
                .as("what is wrong is said by the check")
                .isEqualTo(204);
    }
}
