package app.vineparcel.core.deliver.enclosures;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.Rights;
import app.vineparcel.core.source.FileContent;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class EnclosuresTest {

    private static final Instant NOON = Instant.parse("2026-09-01T12:00:00Z");
    private static final Rights OURS = new Rights(
            Optional.of("=SUM(A1), Harrow Lane Growers"),
            Optional.of("Harrow Lane Growers 2026"),
            Optional.empty(),
            Optional.of("One \"use\" only"),
            Optional.empty());

    @TempDir
    Path folder;

    private static Delivered file(String path, int width, int height, double density, String type) {
        return new Delivered(
                path,
                "Terraces",
                "terraces.jpg",
                type.equals("image/webp") ? "Light" : "Page",
                3,
                new PixelSize(width, height),
                density,
                300,
                Optional.of("sRGB"),
                type,
                100L * width,
                "0".repeat(64),
                OURS,
                Optional.of("Terraces at \"noon\""),
                Optional.of(new Delivered.Passed("Ida Fennel", NOON)),
                NOON);
    }

    /** 1200 px at 300 ppi are 4 inches, 101.6 mm. */
    @Test
    void a_manifest_says_all_of_every_file_in_csv_and_json() throws ProblemException {
        Manifest manifest =
                new Manifest("Autumn", "Press", 4, NOON, List.of(file("large/a,b.jpg", 1200, 800, 1, "image/jpeg")));
        String[] lines = manifest.csv().split("\r\n");
        assertThat(lines[0]).startsWith("path,piece,source,recipe,recipe version,width px");
        assertThat(lines[1])
                .isEqualTo(
                        "\"large/a,b.jpg\",Terraces,terraces.jpg,Page,3,1200,800,101.6,67.7,sRGB,120000,"
                                + "0".repeat(64) + ",\"'=SUM(A1), Harrow Lane Growers\",Harrow Lane Growers 2026,"
                                + "\"One \"\"use\"\" only\",\"Terraces at \"\"noon\"\"\",Ida Fennel,2026-09-01T12:00:00Z,2026-09-01T12:00:00Z");
        assertThat(manifest.json())
                .contains(
                        "\"print-width-mm\" : 101.6",
                        "\"passed-by\" : \"Ida Fennel\"",
                        "\"creator\" : \"=SUM(A1), Harrow");
        assertThat(Manifest.read(manifest.json(), "m"))
                .containsExactly(new Manifest.Entry("large/a,b.jpg", 120_000, "0".repeat(64)));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "nothing",
                "[]",
                "{\"manifest\": 2, \"files\": []}",
                "{\"manifest\": 1, \"files\": [{\"path\": \"a\", \"bytes\": 1, \"sha256\": \"x\"}]}",
                "{\"manifest\": 1, \"files\": {}}",
            })
    void what_is_no_manifest_is_refused(String text) {
        assertThat(catchThrowableOfType(ProblemException.class, () -> Manifest.read(text, "manifest.json"))
                        .problem())
                .isInstanceOf(Problem.Unreadable.class);
    }

    @Test
    void a_manifest_does_not_lead_out_of_its_folder() {
        String text = "{\"manifest\": 1, \"files\": [{\"path\": \"../a\", \"bytes\": 1, \"sha256\": \"" + "0".repeat(64)
                + "\"}]}";
        assertThat(catchThrowableOfType(ProblemException.class, () -> Manifest.read(text, "manifest.json"))
                        .problem())
                .isInstanceOf(Problem.BadRequest.class);
    }

    private String put(String path, String text) throws IOException {
        Path file = folder.resolve(path);
        Files.createDirectories(file.getParent());
        return FileContent.sum(Files.writeString(file, text));
    }

    private static Delivered known(String path, String sum, long bytes) {
        Delivered of = file(path, 10, 10, 1, "image/jpeg");
        return new Delivered(
                path,
                of.piece(),
                of.source(),
                of.recipe(),
                1,
                of.size(),
                1,
                72,
                Optional.empty(),
                of.mediaType(),
                bytes,
                sum,
                Rights.NONE,
                Optional.empty(),
                Optional.empty(),
                NOON);
    }

    @Test
    void a_folder_is_checked_file_by_file_and_sha256sum_agrees() throws Exception {
        List<Delivered> files = List.of(
                known("a b.txt", put("press/a b.txt", "one"), 3),
                known("deep/c.txt", put("press/deep/c.txt", "two"), 3),
                known("gone.txt", put("press/gone.txt", "three"), 5));
        put("press/manifest.json", new Manifest("A", "B", 1, NOON, files).json());
        String usage = put("press/usage.txt", "as you like");
        StringBuilder sums = new StringBuilder();
        files.forEach(one -> sums.append(Manifest.sumLine(one.sha256(), one.path())));
        put("press/manifest.sha256", sums + Manifest.sumLine(usage, "usage.txt"));
        Process independent = new ProcessBuilder("sha256sum", "-c", "--strict", "manifest.sha256")
                .directory(folder.resolve("press").toFile())
                .start();
        assertThat(new String(independent.getInputStream().readAllBytes())).contains("a b.txt: OK", "usage.txt: OK");
        assertThat(independent.waitFor()).isZero();

        put("press/deep/c.txt", "TWO");
        Files.delete(folder.resolve("press/gone.txt"));
        put("press/theirs.txt", "x");
        put(".vine-parcel/written/00.tsv", "x");
        assertThat(Verification.of(folder))
                .containsExactly(
                        new Verification.Checked("press/a b.txt", Verification.State.AS_DELIVERED),
                        new Verification.Checked("press/deep/c.txt", Verification.State.CHANGED),
                        new Verification.Checked("press/gone.txt", Verification.State.MISSING),
                        new Verification.Checked("press/manifest.json", Verification.State.NOT_OURS),
                        new Verification.Checked("press/manifest.sha256", Verification.State.AS_DELIVERED),
                        new Verification.Checked("press/theirs.txt", Verification.State.NOT_OURS),
                        new Verification.Checked("press/usage.txt", Verification.State.AS_DELIVERED));
        assertThat(catchThrowableOfType(ProblemException.class, () -> Verification.of(folder.resolve("press/deep")))
                        .problem()
                        .reason())
                .contains("no manifest.json");
    }

    @Test
    void rights_that_are_the_same_are_said_once() {
        Delivered silent = known("silent.jpg", "0".repeat(64), 1);
        String text = UsageText.of(
                "Autumn",
                List.of("Ask before you print."),
                List.of(file("a.jpg", 10, 10, 1, "image/jpeg"), file("b.jpg", 20, 20, 1, "image/jpeg"), silent));
        assertThat(text)
                .startsWith("Autumn\n======\n\nAsk before you print.\n\n")
                .contains("Licence:     One \"use\" only\n  a.jpg\n  b.jpg\n")
                .contains("say nothing about their rights; ask before you use them:\n  silent.jpg\n")
                .doesNotContain("\r");
    }

    @Test
    void densities_and_formats_of_a_piece_become_one_picture_and_another_crop_another() {
        List<PageSnippet.Picture> pictures = PageSnippet.pictures(List.of(
                file("1x/a b.jpg", 400, 300, 1, "image/jpeg"),
                file("2x/a b.jpg", 800, 600, 2, "image/jpeg"),
                file("1x/a.webp", 400, 300, 1, "image/webp"),
                file("2x/a.webp", 800, 600, 2, "image/webp"),
                file("print.tif", 800, 600, 2, "image/tiff"),
                file("square.jpg", 300, 300, 1, "image/jpeg")));
        assertThat(pictures).hasSize(2);
        String html = PageSnippet.html(
                "Autumn",
                "en",
                pictures,
                Map.of("1x/a b.jpg", new PageSnippet.Sketch("#336633", "data:image/webp;base64,AA")));
        assertThat(html)
                .contains("<source type=\"image/webp\" srcset=\"1x/a.webp 1x, 2x/a.webp 2x\">")
                .contains(
                        "<img src=\"1x/a%20b.jpg\" srcset=\"1x/a%20b.jpg 1x, 2x/a%20b.jpg 2x\" width=\"400\" height=\"300\""
                                + " alt=\"Terraces at &quot;noon&quot;\" loading=\"lazy\" style=\"background: #336633 url(")
                .contains("width=\"300\" height=\"300\"");
        assertThat(PageSnippet.json(pictures, Map.of())).contains("\"srcset\" : \"1x/a.webp 1x, 2x/a.webp 2x\"");
    }

    /** Two thirds, rounded to whole pixels: 0.6656, 0.6672 and 0.6667. */
    @Test
    void densities_that_rounding_made_a_little_different_stay_together() {
        assertThat(PageSnippet.pictures(List.of(
                        file("1x/a.png", 213, 320, 1, "image/png"),
                        file("2x/a.png", 427, 640, 2, "image/png"),
                        file("3x/a.png", 640, 960, 3, "image/png"),
                        file("wide.png", 640, 930, 1, "image/png"))))
                .extracting(picture -> picture.files().size())
                .containsExactly(3, 1);
    }

    @Test
    void recipes_of_several_widths_become_one_picture_by_width() {
        Delivered small = file("small.jpg", 400, 300, 1, "image/jpeg");
        Delivered large = file("large.jpg", 1600, 1200, 1, "image/jpeg");
        PageSnippet.Picture picture =
                PageSnippet.pictures(List.of(large, small)).get(0);
        assertThat(PageSnippet.html("A", "en", List.of(picture), Map.of()))
                .contains("<img src=\"large.jpg\" srcset=\"small.jpg 400w, large.jpg 1600w\""
                        + " sizes=\"(max-width: 1600px) 100vw, 1600px\" width=\"1600\"");
    }

    @Test
    void a_contact_sheet_has_every_name_and_takes_pages_over_as_shapes() throws Exception {
        Path page = folder.resolve("page.pdf");
        try (OutputStream out = Files.newOutputStream(page)) {
            new ContactSheet("A label", 1)
                    .write(1, i -> new ContactSheet.Entry("Label text", "", Optional.empty()), out);
        }
        Path sheet = folder.resolve("sheet.pdf");
        try (OutputStream out = Files.newOutputStream(sheet)) {
            new ContactSheet("Autumn catalogue", 4)
                    .write(
                            23,
                            i -> new ContactSheet.Entry(
                                    i == 0
                                            ? "a-very-long-name-that-does-not-fit-into-its-cell-0001.jpg"
                                            : "file-" + i + " \u6f22",
                                    "400 × 300",
                                    i == 1 ? Optional.of(new ContactSheet.Thumbnail.Page(page)) : Optional.empty()),
                            out);
        }
        Process independent = new ProcessBuilder("qpdf", "--check", sheet.toString()).start();
        assertThat(independent.waitFor()).isZero();
        try (PDDocument written = Loader.loadPDF(sheet.toFile())) {
            String text = new PDFTextStripper().getText(written);
            assertThat(text).contains("Autumn catalogue", "file-22 ?", "1 / 2", "2 / 2", "400 × 300", "Label text");
            assertThat(text).contains("a-very-lo", "-0001.jpg", "…");
            assertThat(written.getNumberOfPages()).isEqualTo(2);
            Set<String> fonts = new java.util.HashSet<>();
            written.getPage(0).getResources().getFontNames().forEach(name -> fonts.add(name.getName()));
            assertThat(fonts).hasSize(2);
        }
    }
}
