package app.vineparcel.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.web.sources.PieceService;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.assertions.LocatorAssertions;
import java.net.http.HttpResponse;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Renditions looked at closely, noted about, passed and sent back; the ladder; and the question which format. */
class ProofTest extends RealPages {

    private static final LocatorAssertions.ContainsTextOptions SOON =
            new LocatorAssertions.ContainsTextOptions().setTimeout(60_000);
    private static final LocatorAssertions.HasAttributeOptions THEN =
            new LocatorAssertions.HasAttributeOptions().setTimeout(60_000);

    @Autowired
    private PieceService pieces;

    private long id;
    private long piece;

    private void delivered() throws Exception {
        String name = "proof " + System.nanoTime();
        photo(ROOT.resolve(name).resolve("barn.jpg"), 900, 700, 6);
        id = assignment(name, name);
        piece = pieces.all(id).get(0).id();
        page.navigate("/assignments/" + id + "/plan");
        page.locator("[data-render]").click();
        assertThat(page.locator("#run-live")).containsText("done in", SOON);
        page.locator("[data-to-delivery]").click();
    }

    private Locator second() {
        return page.locator("[data-column]").nth(1);
    }

    private void allTiles() {
        page.waitForFunction("() => document.querySelector('[data-panes]').dataset.waiting === '0'");
    }

    private Object picture(int pane) {
        return page.evaluate("document.querySelectorAll('[data-panes] canvas')[" + pane + "].toDataURL()");
    }

    @Test
    void a_delivered_file_is_looked_at_noted_about_and_passed() throws Exception {
        delivered();
        page.locator("[data-show]").first().click();
        page.locator("#details a[href$=proof]").click();
        assertThat(page.locator("[data-proof]")).hasAttribute("data-ready", "1", THEN);
        assertThat(page.locator("[data-panes] figure")).hasCount(2);
        Locator chosen = page.locator("[data-column].is-shown");
        assertThat(chosen.locator("[data-numbers]")).containsText(Pattern.compile("likeness \\d+ · .*SSIM 0\\.\\d{4}"));
        allTiles();

        page.keyboard().press("1");
        assertThat(page.locator("[data-zoom='1']")).hasAttribute("aria-pressed", "true");
        allTiles();
        Object still = picture(1);
        page.keyboard().press("ArrowRight");
        page.waitForFunction("was => document.querySelectorAll('[data-panes] canvas')[1].toDataURL() !== was", still);
        page.locator("[data-layer]").selectOption("difference 16");
        assertThat(chosen.locator("[data-layer-says]")).containsText("of 255 codes from the source", SOON);
        for (String layer : new String[] {"clipping", "gamut", "press", "matte"}) {
            page.locator("[data-layer]").selectOption(layer + " 1");
            assertThat(page.locator("[data-proof]")).hasAttribute("data-counted", layer + " 1", THEN);
            allTiles();
        }
        page.keyboard().press("v");
        assertThat(page.locator("[data-panes] figure")).hasCount(1);
        page.keyboard().press("b");

        // without a name nothing is decided
        chosen.locator("[data-pass]").click();
        assertThat(page.locator("[data-note]")).hasText("Write your name first.");
        page.locator("[data-author]").fill("Ida Fennel");
        chosen.locator("[data-pass]").click();
        assertThat(chosen.locator("[data-verdict]")).containsText("passed by Ida Fennel");

        page.locator("[data-panes] canvas")
                .first()
                .click(new Locator.ClickOptions()
                        .setModifiers(java.util.List.of(com.microsoft.playwright.options.KeyboardModifier.SHIFT)));
        page.locator("[data-ask-text]").fill("The door is <b>crooked</b>");
        page.locator("[data-ask] [value=yes]").click();
        Locator note = page.locator("[data-notes] li");
        assertThat(note).containsText("The door is <b>crooked</b>");
        note.locator("[data-settle]").click();
        assertThat(note).hasClass("is-settled");
        page.reload();
        assertThat(page.locator("[data-notes] li.is-settled")).containsText("crooked");

        page.navigate("/assignments/" + id + "/deliveries");
        assertThat(page.locator(".of-passed")).hasCount(1);
        assertThat(page.locator(".of-passed")).hasAttribute("title", Pattern.compile("passed by Ida Fennel, .*"));
    }

    @Test
    void a_second_rendition_lies_at_the_same_place_and_can_be_sent_back() throws Exception {
        delivered();
        page.navigate("/assignments/" + id + "/proof?piece=" + piece);
        assertThat(page.locator("[data-proof]")).hasAttribute("data-ready", "1", THEN);
        second().locator("input").check();
        assertThat(page.locator("[data-proof]")).hasAttribute("data-ready", "2", THEN);
        assertThat(page.locator("[data-panes] figcaption").last())
                .containsText(second().locator("b").textContent());
        org.assertj.core.api.Assertions.assertThat(page.url()).contains("column=");
        page.locator("[data-author]").fill("Ida Fennel");
        second().locator("[data-send-back]").click();
        page.locator("[data-ask-text]").fill("Too dark");
        page.keyboard().press("Enter");
        assertThat(second().locator("[data-verdict]")).containsText("sent back by Ida Fennel");
        assertThat(second().locator("[data-verdict]")).containsText("Too dark");

        second().locator("[data-open-ladder]").click();
        assertThat(page.locator("[data-ladder]")).hasAttribute("data-all", Pattern.compile("\\d+"), THEN);
        page.locator(".rung[data-type=webp][data-quality='50']").click();
        page.waitForURL(Pattern.compile(".*/pieces/\\d+/recipes/.*type=webp&quality=50"));
        assertThat(page.locator("[data-sentence=format]")).containsText("WebP, quality 50", SOON);
    }

    @Test
    void the_ladder_falls_with_quality_and_what_is_clicked_is_taken_over() throws Exception {
        delivered();
        page.navigate("/recipes/starters/web-2000");
        page.locator("[data-piece]").selectOption(String.valueOf(piece));
        assertThat(page.locator(".figures [data-figure=pixels]")).hasText("900 × 700");
        page.locator("[data-clause=format] summary").click();
        page.locator("[data-open-ladder]").click();
        assertThat(page.locator("[data-ladder]")).hasAttribute("data-all", Pattern.compile("\\d+"), THEN);
        for (String type : new String[] {"jpeg", "webp", "avif", "jxl"}) {
            double last = 101;
            long weight = Long.MAX_VALUE;
            for (int quality : new int[] {92, 82, 70, 50}) {
                Locator rung = page.locator(".rung[data-type=%s][data-quality='%d']".formatted(type, quality));
                double score = Double.parseDouble(rung.locator("[data-score]").textContent());
                long bytes = Long.parseLong(rung.getAttribute("data-bytes"));
                assertThat(score).as(type + quality).isLessThan(last);
                assertThat(bytes).as(type + quality).isLessThan(weight);
                last = score;
                weight = bytes;
            }
        }
        page.locator(".rung[data-type=avif][data-quality='70']").click();
        assertThat(page.locator("[data-sentence=format]")).containsText("AVIF, quality 70", SOON);

        page.locator("[name='/format/looks-like']").selectOption("seen when flickering");
        assertThat(page.locator("[data-sentence=format]"))
                .containsText("AVIF, lightest file whose difference is seen when flickering", SOON);
        assertThat(page.locator(".figures [data-figure=score]")).hasText(Pattern.compile("8\\d|9\\d"));
        page.locator("[data-open-which]").click();
        assertThat(page.locator("[data-which]")).hasAttribute("data-done", "1", THEN);
        assertThat(page.locator("tr[data-type=jpeg] [data-near]")).containsText("80 or more");
        assertThat(page.locator("tr[data-type=avif] [data-bytes]")).containsText("kB");
        page.locator("tr[data-type=jxl] [data-take]").click();
        assertThat(page.locator("[data-sentence=format]")).containsText("JPEG XL, quality", SOON);
    }

    @Test
    void what_nobody_can_have_sent_is_refused() throws Exception {
        delivered();
        Visitor visitor = new Visitor();
        org.assertj.core.api.Assertions.assertThat(
                        visitor.get("/proof/nobody/1:1/rendition/1/0/0/0.png").statusCode())
                .isEqualTo(404);
        org.assertj.core.api.Assertions.assertThat(
                        visitor.get("/proof/nobody/1:1/shine/1/0/0/0.png").statusCode())
                .isEqualTo(404);
        org.assertj.core.api.Assertions.assertThat(visitor.get("/assignments/" + id + "/proof?piece=999999")
                        .statusCode())
                .isEqualTo(404);
        HttpResponse<String> outside =
                visitor.post("/pieces/" + piece + "/notes", form("x", "7", "y", "0", "said", "a", "author", "b"));
        org.assertj.core.api.Assertions.assertThat(outside.body()).contains("outside of the piece");
        HttpResponse<String> nameless = visitor.post(
                "/assignments/" + id + "/proof/verdict",
                form("path", "a", "sha256", "0".repeat(64), "passed", "true", "author", " "));
        org.assertj.core.api.Assertions.assertThat(nameless.body()).contains("Write your name");
    }
}
