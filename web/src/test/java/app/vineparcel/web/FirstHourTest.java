package app.vineparcel.web;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.source.SourceInfo;
import app.vineparcel.core.source.SourceReader;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** From a recipe to start from to files in their folders, as somebody does it for the first time. */
class FirstHourTest extends RealPages {

    private static final LocatorAssertions.IsVisibleOptions SOON =
            new LocatorAssertions.IsVisibleOptions().setTimeout(60_000);

    /** Other tests count on their own channels alone. */
    @AfterEach
    void takes_the_channel_away() {
        sql.update(
                "delete from channel_recipe where channel_id in (select id from channel where name like 'Partners%')");
        sql.update("delete from channel where name like 'Partners%'");
    }

    private Locator clause(String word) {
        return page.locator("[data-clause=" + word + "]");
    }

    private void open(String word) {
        clause(word).locator("summary").click();
    }

    private Locator field(String pointer) {
        return page.locator("[name='" + pointer + "']:not(:disabled)");
    }

    private Locator figure(String name) {
        return page.locator(".figures [data-figure=" + name + "]");
    }

    private Locator said(String word) {
        return page.locator("[data-sentence=" + word + "]");
    }

    @Test
    void a_first_hour() throws Exception {
        makeAssignment("First hour");
        Path[] pictures = new Path[6];
        for (int i = 0; i < pictures.length; i++) {
            pictures[i] = photo(FOLDER.resolve("first/Plot " + (i + 1) + ".png"), 900, 600, 40 + i);
        }
        drop(pictures);
        assertThat(page.getByText("6 sources read")).isVisible(SOON);

        copiesAStarterAndChangesIt();
        placesAWatermarkByDragging();
        button("Save as version 2").click();
        assertThat(page.getByText("Saved as version 2.")).isVisible();
        makesAChannel();
        Path archive = exportsAndDeletes();
        page.locator(".list input[type=file]").setInputFiles(archive);
        assertThat(page.locator(".title-field")).hasValue("Partners");
        assertThat(page.locator("[data-recipes] li")).hasCount(3);
        assertThat(page.locator("[name='/scheme']:checked")).hasValue("scale");
        assertThat(page.locator("[name^='suffix-']").nth(1)).hasValue("-b");
        runsOnPiecesTwoToFive();
        everyFileIsRight();
    }

    private void copiesAStarterAndChangesIt() {
        page.navigate("/recipes");
        page.getByLabel("Find a recipe").fill("2,000");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("^Web, 2,000 px")))
                .click();
        assertThat(page.getByText("Template: copy it to change it.")).isVisible();
        page.getByLabel("Title").fill("Partner page");
        button("Copy to your recipes").click();
        assertThat(button("Save as version 2")).isVisible();
        page.locator("[data-piece]").selectOption("Plot 2");
        assertThat(figure("pixels")).hasText("900 × 600");

        open("size");
        field("/size/px").fill("30o");
        assertThat(clause("size").locator("[data-fault='/size/px']"))
                .containsText("Found \"30o\"; a whole number from 1");
        assertThat(page.locator("[data-keep]")).isDisabled();
        assertThat(page.getByText("1 field to correct")).isVisible();
        field("/size/px").fill("300");
        assertThat(said("size")).hasText("Long edge 300 px, never enlarge");
        assertThat(figure("pixels")).hasText("300 × 200");
        String before = figure("weight").getAttribute("title");

        open("format");
        field("/format/max-bytes").fill("4.5");
        assertThat(said("format")).containsText("at most 4.5 kB");
        assertThat(figure("weight")).not().hasAttribute("title", before);
        assertThat(Long.parseLong(figure("weight").getAttribute("title").replaceAll("\\D", "")))
                .isLessThanOrEqualTo(4500);
        assertThat(figure("similarity")).hasText(Pattern.compile("SSIM 0\\.\\d{4}"));

        open("name");
        field("/name").fill("{stme}");
        assertThat(clause("name").locator("[data-fault='/name']")).containsText("{stme} is not a field");
        field("/name").fill("{stem|kebab}-{width}");
        assertThat(clause("name").locator("[data-names] .mono"))
                .hasText(new String[] {"web/plot-2-300.jpg", "web/plot-3-300.jpg", "web/plot-4-300.jpg"});
        assertThat(page.locator("[data-changed]")).containsText("Size, format, name");
    }

    private void placesAWatermarkByDragging() {
        open("watermark");
        page.getByLabel("text", new Page.GetByLabelOptions().setExact(true)).check();
        field("/watermark/text").fill("Harrow Lane");
        Locator canvas = page.locator("[data-picture]");
        assertThat(canvas).hasAttribute("data-mark", Pattern.compile("\\d+ \\d+ [1-9]\\d* [1-9]\\d*"));
        assertThat(said("watermark")).containsText("bottom right");
        String[] mark = canvas.getAttribute("data-mark").split(" ");
        var box = canvas.boundingBox();
        double x = box.x + Integer.parseInt(mark[0]) + Integer.parseInt(mark[2]) / 2.0;
        double y = box.y + Integer.parseInt(mark[1]) + Integer.parseInt(mark[3]) / 2.0;
        page.mouse().move(x, y);
        page.mouse().down();
        page.mouse().move(x - 100, y - 60);
        page.mouse().move(x - 205, y - 145);
        page.mouse().up();
        assertThat(said("watermark")).containsText("top left");
        assertThat(page.getByLabel("top left")).isChecked();
        assertThat(canvas).not().hasAttribute("data-mark", String.join(" ", mark));
    }

    private void makesAChannel() {
        page.navigate("/channels");
        button("New channel").click();
        page.locator(".title-field").fill("Partners");
        for (String recipe : List.of("Partner page", "Page", "Tile")) {
            String value = page.locator("[data-add] option[data-title='" + recipe + "']")
                    .first()
                    .getAttribute("value");
            page.locator("[data-add]").selectOption(value);
        }
        page.locator("[name='/folder']").fill("partners/../up");
        assertThat(page.locator("[data-fault='/folder']")).containsText("would lead out of the destination");
        page.locator("[name='/folder']").fill("partners");
        page.getByLabel("by scale").check();
        page.locator("[name^='suffix-']").nth(1).fill("-b");
        page.getByText("no location").click();
        assertThat(page.locator("[data-files]")).containsText("partners/1x/");
        assertThat(page.locator("[data-files]")).containsText("plot-1-300.jpg");
        button("Save").click();
        assertThat(page.getByText("Saved.")).isVisible();
    }

    private Path exportsAndDeletes() {
        Download download =
                page.waitForDownload(() -> page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Export"))
                        .click());
        assertThat(download.suggestedFilename()).isEqualTo("partners.channel.zip");
        Path archive = FOLDER.resolve("partners.channel.zip");
        download.saveAs(archive);
        button("Delete").click();
        assertThat(page.getByText("“Partners” was deleted.")).isVisible();
        return archive;
    }

    private void runsOnPiecesTwoToFive() {
        page.navigate("/assignments");
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("First hour")))
                .first()
                .click();
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(Pattern.compile("^Plan")))
                .click();
        page.getByLabel("Filter by number, range or name").fill("5-2");
        assertThat(page.locator("[data-fault]")).containsText("from a lower number");
        page.getByLabel("Filter by number, range or name").fill("2-4, plot 5");
        assertThat(page.locator("[data-meant]")).hasText("4 shown pieces");
        page.locator("[name=where]").selectOption("all of Partners");
        button("Only these").click();
        assertThat(page.locator(".foot")).containsText("12 renditions of 4 pieces");
        button("Files …").click();
        assertThat(page.locator("#files-dialog")).containsText("12 files to be");
        assertThat(page.locator("#files-dialog li").nth(1)).hasText("Plot 2-320-b.jpg");
        page.keyboard().press("Escape");
        button("Render 12").click();
        assertThat(page.getByText(Pattern.compile("^done in"))).isVisible(SOON);
        assertThat(page.locator("tr.is-done")).hasCount(12);
    }

    private static void everyFileIsRight() throws Exception {
        Path folder;
        try (Stream<Path> all = Files.walk(FOLDER.resolve("deliveries"))) {
            folder =
                    all.filter(path -> path.endsWith("partners/1x")).findFirst().orElseThrow();
        }
        try (Stream<Path> files = Files.list(folder)) {
            assertThat(files.map(file -> file.getFileName().toString()).sorted())
                    .containsExactly(
                            "Plot 2-320-b.jpg",
                            "Plot 2.webp",
                            "Plot 3-320-b.jpg",
                            "Plot 3.webp",
                            "Plot 4-320-b.jpg",
                            "Plot 4.webp",
                            "Plot 5-320-b.jpg",
                            "Plot 5.webp",
                            "plot-2-300.jpg",
                            "plot-3-300.jpg",
                            "plot-4-300.jpg",
                            "plot-5-300.jpg");
        }
        for (int i = 2; i <= 5; i++) {
            SourceInfo info =
                    new SourceReader(SourceReader.USUAL_BUDGET).inspect(folder.resolve("plot-" + i + "-300.jpg"));
            assertThat(info.size().toString()).isEqualTo("300 × 200");
            assertThat(info.profileTitle()).contains("sRGB");
            assertThat(info.bytes()).isLessThanOrEqualTo(4500);
        }
    }
}
