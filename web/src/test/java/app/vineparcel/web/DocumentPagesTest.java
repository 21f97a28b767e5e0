package app.vineparcel.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.plan.Placement;
import app.vineparcel.core.recipe.ChannelReader;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.recipes.RecipeService;
import app.vineparcel.web.recipes.StoredRecipe;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Documents on the real pages: pieces, their names, regions, sheets, files of several pages, paper. */
class DocumentPagesTest extends RealPages {

    private static final LocatorAssertions.IsVisibleOptions SOON =
            new LocatorAssertions.IsVisibleOptions().setTimeout(30_000);

    @Autowired
    private ChannelService channels;

    @Autowired
    private RecipeService recipes;

    private Path labels;

    @BeforeEach
    void makes_documents_and_a_channel() throws Exception {
        labels = Files.writeString(
                FOLDER.resolve("labels.svg"),
                """
                <svg xmlns="http://www.w3.org/2000/svg" width="320" height="100" viewBox="0 0 320 100">
                <view id="pear" viewBox="0 0 100 100"/><view id="plum" viewBox="110 0 100 100"/><view id="apple" viewBox="220 0 100 100"/>
                <g id="fruit"><rect width="100" height="100" fill="#b5b04a"/><rect x="110" width="100" height="100" fill="#6d2f58"/>
                <rect x="220" width="100" height="100" fill="#c23a2c"/></g>
                <rect id="die-line" x="2" y="2" width="96" height="96" fill="none" stroke="#f0f"/></svg>""");
        if (channels.bands().size() < 3) {
            StoredRecipe ladder = recipes.add(RecipeReader.read(
                    """
                            {"recipe": 1, "title": "Ladder", "size": {"densities": [1, 2]}, "format": {"type": "png"}, "name": "{piece}"}""",
                    ""));
            StoredRecipe one = recipes.add(RecipeReader.read(
                    """
                            {"recipe": 1, "title": "One file", "format": {"type": "pdf", "combine": true}, "name": "all"}""",
                    ""));
            channels.add(
                    ChannelReader.read("{\"channel\": 1, \"name\": \"Documents\", \"folder\": \"documents\"}"),
                    List.of(
                            new ChannelService.Use(ladder, Placement.USUAL),
                            new ChannelService.Use(one, Placement.USUAL)));
        }
    }

    /** Other tests count on their own channels alone. */
    @AfterEach
    void takes_the_channel_away() {
        sql.update("delete from channel_recipe where channel_id in (select id from channel where name = 'Documents')");
        sql.update("delete from channel where name = 'Documents'");
    }

    private static Page.GetByLabelOptions exactly() {
        return new Page.GetByLabelOptions().setExact(true);
    }

    private void bringIn(String assignment, Path file) throws Exception {
        makeAssignment(assignment);
        drop(file);
        assertThat(page.locator("section.document")).isVisible(SOON);
        assertThat(page.locator("section.document .card")).hasCount(4); // three artboards, and all of it
        assertThat(page.locator("section.document .card").last()).containsText("off by default");
    }

    private void newVersion(String name, String content) throws Exception {
        Path file = Files.writeString(
                Files.createDirectories(FOLDER.resolve("next")).resolve(name), content);
        look(0, "pear");
        page.waitForFileChooser(() -> button("New version …").click()).setFiles(file);
        assertThat(page.locator("section.document h2"))
                .containsText(name, new LocatorAssertions.ContainsTextOptions().setTimeout(30_000));
    }

    private static LocatorAssertions.HasCountOptions soon() {
        return new LocatorAssertions.HasCountOptions().setTimeout(30_000);
    }

    private void look(int card, String name) {
        page.locator("section.document .look").nth(card).click();
        assertThat(page.locator("#details h2")).hasText(name);
    }

    private Locator names() {
        return page.locator("section.document .rename");
    }

    @Test
    void many_pieces_are_renamed_by_a_template_and_keep_their_names_in_a_new_version() throws Exception {
        bringIn("Renaming", labels);
        names().nth(2).fill("Windfall");
        names().nth(2).press("Enter");
        page.getByLabel("Filter by number, range or name").fill("1-2");
        assertThat(page.getByText("2 of 4 shown")).isVisible();
        button("Select all").click();
        assertThat(page.locator("#chosen")).containsText("2 pieces");
        button("Rename …").click();
        page.locator("#template").fill("{stem}-{n:2}-{piece|upper");
        assertThat(page.locator("#rename-dialog .fault")).containsText("never closed");
        page.locator("#template").fill("{stem}-{n:2}-{piece|upper}");
        assertThat(page.locator("[data-preview] tr").nth(1)).containsText("labels-02-PLUM");
        button("Rename").click();
        assertThat(names().nth(0)).hasValue("labels-01-PEAR");
        assertThat(names().nth(1)).hasValue("labels-02-PLUM");
        assertThat(names().nth(2)).hasValue("Windfall");

        Path next = Files.writeString(
                FOLDER.resolve("labels-2.svg"),
                Files.readString(labels).replace("#6d2f58", "#113311").replace("id=\"apple\"", "id=\"quince\""));
        look(0, "labels-01-PEAR");
        page.waitForFileChooser(() -> button("New version …").click()).setFiles(next);
        assertThat(page.getByText("labels-2.svg").first()).isVisible(SOON);
        assertThat(names().nth(0)).hasValue("labels-01-PEAR");
        assertThat(names().nth(1)).hasValue("labels-02-PLUM");
        assertThat(names().nth(2)).hasValue("quince");
    }

    @Test
    void a_region_is_drawn_to_exact_numbers_and_moved_by_keys() throws Exception {
        bringIn("Regions", labels);
        look(1, "plum");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Draw a region"))
                .click();
        Locator canvas = page.locator("[data-canvas]");
        assertThat(canvas).isVisible();
        BoundingBox box = canvas.boundingBox();
        double unit = Math.min(box.width, box.height) / 100;
        double left = box.x + (box.width - 100 * unit) / 2;
        double top = box.y + (box.height - 100 * unit) / 2;
        page.mouse().move(left + 20 * unit, top + 30 * unit);
        page.mouse().down();
        page.mouse().move(left + 50.4 * unit, top + 70 * unit);
        page.mouse().up();
        Locator x = page.getByLabel("x", exactly());
        Locator width = page.getByLabel("Width");
        assertThat(x).hasValue("20");
        assertThat(width).hasValue("30"); // the edge snaps to the middle
        canvas.press("ArrowRight");
        canvas.press("Shift+ArrowUp");
        assertThat(x).hasValue("21");
        assertThat(page.getByLabel("y", exactly())).hasValue("20");
        width.fill("33.5");
        page.getByLabel("Name").fill("Seal");
        button("Save region").click();
        assertThat(page.locator(".region-list")).containsText("Seal");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Back to sources"))
                .click();
        assertThat(page.locator("section.document .card")).hasCount(5);
        assertThat(page.locator("section.document")).containsText("34 × 40 · 9 × 11 mm · region");

        look(1, "plum");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Regions (1)"))
                .click();
        width.fill("300");
        x.fill("5");
        page.getByLabel("Height").fill("10");
        button("Save region").click();
        assertThat(page.locator(".problem")).containsText("extends beyond");

        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Back to sources"))
                .click();
        newVersion("labels-same.svg", Files.readString(labels).replace("#b5b04a", "#113311"));
        assertThat(page.locator("section.document .card")).hasCount(5, soon()); // of the same size: the region stays
        newVersion("labels-other.svg", Files.readString(labels).replace("110 0 100 100", "110 0 100 90"));
        assertThat(page.locator("section.document .card")).hasCount(4, soon());
    }

    @Test
    void pieces_are_laid_on_a_sheet_and_change_places() throws Exception {
        bringIn("Sheets", labels);
        button("Select all").click();
        button("Combine on a sheet").click();
        assertThat(page.locator(".side")).containsText("364 × 132");
        assertThat(page.locator("[data-order] li").nth(0)).containsText("pear");
        page.getByLabel("Move pear down").click();
        page.getByLabel("Remove apple from the sheet").click();
        page.locator("[name=layout]").selectOption("column");
        page.getByLabel("Gap, px").fill("10");
        page.getByLabel("Margin, px").fill("0");
        page.getByLabel("Background").fill("#faf7f0");
        button("Save sheet").click();
        assertThat(page.locator(".side")).containsText("100 × 210");
        assertThat(page.locator("[data-order] li").nth(0)).containsText("plum");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Back to sources"))
                .click();
        assertThat(page.getByText("1 sheet")).isVisible();
    }

    @Test
    void a_click_that_is_earlier_than_the_script_of_the_page_is_not_lost() throws Exception {
        bringIn("Early", labels);
        button("Select all").click();
        List<Route> held = new ArrayList<>();
        page.route("**/js/sheet*.js", held::add);
        button("Combine on a sheet").click();
        page.getByLabel("Move pear down").click();
        assertThat(page.locator("[data-order] li").nth(0)).containsText("pear");
        assertThat(held).hasSize(1);
        held.get(0).resume();
        assertThat(page.locator("[data-order] li").nth(0)).containsText("plum");
        assertThat(page.locator("[data-order] li").nth(1)).containsText("pear");
    }

    @Test
    void one_pdf_of_chosen_pages_in_a_chosen_order_beside_a_ladder() throws Exception {
        bringIn("Ordered", labels);
        page.navigate(page.url().replace("/sources", "/plan"));
        Locator column = page.locator(".cell.is-page");
        assertThat(column).hasCount(4);
        button("Web shop").click();
        button("Press").click();
        assertThat(page.locator(".foot")).containsText("7 renditions of 3 pieces");
        button("Pages …").click();
        page.getByLabel("apple: Move up").click();
        page.getByLabel("apple: Move up").click();
        page.getByLabel("pear: Leave out").click();
        button("Done").click();
        assertThat(page.locator(".foot")).containsText("7 renditions of 3 pieces");
        button("Render 7").click();
        assertThat(page.getByText("7 of 7").first()).isVisible(SOON);
        Path delivered;
        try (Stream<Path> files = Files.walk(FOLDER.resolve("deliveries"))) {
            delivered = files.filter(file -> file.endsWith("documents/all.pdf"))
                    .findFirst()
                    .orElseThrow();
        }
        try (PDDocument pdf = Loader.loadPDF(delivered.toFile())) {
            assertThat(pdf.getNumberOfPages()).isEqualTo(2);
            var first = pdf.getDocumentCatalog().getDocumentOutline().getFirstChild();
            assertThat(first.getTitle()).isEqualTo("apple");
            assertThat(first.getNextSibling().getTitle()).isEqualTo("plum");
        }
        assertThat(delivered.resolveSibling("plum@2x.png")).exists();
    }

    @Test
    void a_likely_helper_is_kept_out() throws Exception {
        bringIn("Kept out", labels);
        page.navigate(page.url().replace("/sources", "/plan"));
        assertThat(page.locator(".cell.has-caution")).not().hasCount(0);
        page.navigate(page.url().replace("/plan", "/sources"));
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Layers and pages …"))
                .click();
        assertThat(page.locator(".keep-out li").first()).containsText("likely a helper");
        page.getByLabel("die-line").check();
        button("Save").click();
        assertThat(page.getByText("Layers and pages (1 left out)")).isVisible();
        page.navigate(page.url().replace("/sources", "/plan"));
        assertThat(page.locator(".cell.has-caution")).hasCount(0);
    }

    @Test
    void a_locked_pdf_asks_for_its_password() throws Exception {
        Path locked = FOLDER.resolve("locked.pdf");
        try (PDDocument pdf = new PDDocument()) {
            pdf.addPage(new PDPage(PDRectangle.A6));
            pdf.protect(new StandardProtectionPolicy("owner", "larder", new AccessPermission()));
            pdf.save(locked.toFile());
        }
        makeAssignment("Locked");
        drop(locked);
        Locator password = page.getByLabel("Password of locked.pdf");
        assertThat(password).isVisible(SOON);
        password.fill("cellar");
        button("Open").click();
        assertThat(page.locator(".problem")).containsText("this password does not open it");
        page.getByLabel("Password").fill("larder");
        button("Open").click();
        assertThat(page.locator("section.document .card"))
                .hasCount(1, new LocatorAssertions.HasCountOptions().setTimeout(30_000));
    }

    @Test
    void pieces_go_on_paper_and_to_the_simulated_printer() throws Exception {
        bringIn("Printed", labels);
        button("Select all").click();
        button("Print …").click();
        assertThat(page.locator("figure")).hasCount(3);
        page.getByLabel("Per page").fill("2");
        page.getByLabel("Per page").blur();
        assertThat(page.locator("figure")).hasCount(2);
        page.locator("[name=paper]").selectOption("A3");
        assertThat(page.locator("figure .paper").first())
                .hasAttribute("viewBox", java.util.regex.Pattern.compile("0 0 841\\.8.* 1190\\.5.*"));
        page.locator("aside")
                .getByRole(
                        AriaRole.BUTTON,
                        new Locator.GetByRoleOptions().setName("Print").setExact(true))
                .click();
        assertThat(page.locator("aside [role=status]")).hasText("Sent to the printer as job 1.");
        assertThat(page.locator("figure")).hasCount(2);
        Path printed;
        try (Stream<Path> files = Files.list(FOLDER.resolve("printed"))) {
            printed = files.findFirst().orElseThrow();
        }
        try (PDDocument pdf = Loader.loadPDF(printed.toFile())) {
            assertThat(pdf.getNumberOfPages()).isEqualTo(2);
            assertThat(pdf.getPage(0).getMediaBox().getHeight()).isBetween(1190f, 1191f);
        }
    }
}
