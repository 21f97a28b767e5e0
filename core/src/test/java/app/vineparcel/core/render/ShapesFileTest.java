package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.naming.FolderScheme;
import app.vineparcel.core.plan.ChannelRules;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.source.FolderShelf;
import app.vineparcel.core.testing.DocumentRuns;
import app.vineparcel.core.testing.Documents;
import app.vineparcel.core.testing.Programs;
import app.vineparcel.core.testing.Rendering;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.graphics.state.PDExtendedGraphicsState;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Shapes that stay shapes: SVG, EPS and PDF of pieces beside the pieces themselves. */
class ShapesFileTest extends DocumentRuns {

    @ParameterizedTest
    @ValueSource(strings = {"embed", "outline"})
    void an_svg_of_a_piece_looks_like_the_piece_and_holds_only_what_it_uses(String text) throws Exception {
        List<PlanPiece> label = pieces("jar.svg", Documents.svg()).subList(0, 1);
        runWell(plan(label, "'format': {'type': 'svg', 'text': '" + text + "'}, 'name': 'cut'"));
        String svg = Files.readString(folder.resolve("cut.svg"));
        assertThat(svg).contains("front-label-sky", "Front label").doesNotContain("id=\"sky\"", "#a23b4a");
        assertThat(svg.contains("@font-face")).isEqualTo(text.equals("embed"));
        assertThat(svg.contains("<text")).isEqualTo(text.equals("embed"));
        BufferedImage cut = drawn(pieces("cut.svg", svg.getBytes(StandardCharsets.UTF_8)), "cut.png");
        assertThat(difference(cut, drawn(label, "front-label.png"))).isLessThan(0.6);
    }

    @Test
    void an_svg_of_a_page_looks_like_the_page() throws Exception {
        List<PlanPiece> pages = pieces("list.pdf", Documents.pdf());
        BufferedImage page = drawn(pages.subList(1, 2), "page-2.png");
        runWell(plan(pages, "'format': {'type': 'svg'}, 'name': '{piece|kebab}'"));
        byte[] svg = Files.readAllBytes(folder.resolve("page-2.svg"));
        BufferedImage cut = drawn(pieces("again.svg", svg), "again.png");
        assertThat(cut.getWidth()).isEqualTo(page.getWidth());
        assertThat(difference(cut, page)).isLessThan(0.6);
    }

    @Test
    void an_eps_keeps_text_and_flattens_only_what_is_soft() throws Exception {
        List<PlanPiece> label = pieces("jar.svg", Documents.svg()).subList(0, 1);
        BufferedImage direct = drawn(label, "front-label.png");
        runWell(plan(label, "'format': {'type': 'eps'}, 'name': 'label'"));
        String eps = folder.resolve("label.eps").toString();
        assertThat(Files.size(Path.of(eps))).isLessThan(200_000);
        Programs.ghostscript(Path.of(eps), folder.resolve("gs.png"), 192, "-dEPSCrop");
        assertThat(difference(picture("gs.png"), direct)).isLessThan(1.5);
        assertThat(Programs.run(
                        "gs", "-q", "-dSAFER", "-dBATCH", "-dNOPAUSE", "-sDEVICE=txtwrite", "-sOutputFile=-", eps))
                .contains("Quince");
        String body = Files.readString(Path.of(eps), StandardCharsets.ISO_8859_1);
        assertThat(body).containsOnlyOnce("/ImageType 3").containsOnlyOnce("/ShadingType 2");
    }

    @Test
    void a_picture_can_be_a_page_but_no_drawing() throws Exception {
        List<PlanPiece> pictures = pieces("poster.ora", Documents.openRaster());
        assertThat(plan(pictures, "'format': {'type': 'svg'}")
                        .renditions()
                        .get(0)
                        .canBeMade())
                .isFalse();
        runWell(plan(pictures, "'size': {'ppi': 72}, 'format': {'type': 'pdf'}"));
        assertThat(Programs.run("pdfinfo", folder.resolve("poster.pdf").toString()))
                .containsPattern("Page size:\\s+64 x 48 pts");
        assertThat(Programs.run(
                        "pdfimages", "-list", folder.resolve("poster.pdf").toString()))
                .contains("64    48");
    }

    @ParameterizedTest
    @ValueSource(strings = {"png", "pdf", "eps", "svg"})
    void hidden_layers_and_kept_out_inks_are_in_no_kind_of_file(String type) throws Exception {
        List<PlanPiece> pages = pieces("die.pdf", Documents.layeredPdf());
        assertThat(plan(pages, "'format': {'type': 'png'}").renditions().get(0).findings())
                .extracting(Finding::message)
                .anyMatch(message -> message.contains("“Cutter” overprints"));
        ChannelRules rules = new ChannelRules(
                java.util.Set.of("cutter"), FolderScheme.RECIPES, java.util.OptionalLong.empty(), false);
        Plan clean = new Planner("", LocalDate.EPOCH, new FolderShelf(List.of()))
                .plan(
                        pages,
                        List.of(new PlanColumn(
                                "", Rendering.recipe("'format': {'type': '" + type + "'}"), "", "", rules)));
        assertThat(clean.renditions().get(0).findings())
                .extracting(Finding::code)
                .doesNotContain("helper-in");
        runWell(clean);
        BufferedImage seen = looked(folder.resolve("die." + type), type);
        assertThat(seen.getRGB(15, 50) & 0xffffff).as("the layer that is off").isEqualTo(0xffffff);
        assertThat(seen.getRGB(45, 50) & 0xffffff).as("the layer that is on").isEqualTo(0x0000ff);
        assertThat(seen.getRGB(75, 50) & 0xffffff).as("the cutter").isEqualTo(0xffffff);
    }

    /** A file at 72 ppi on white, by another program where there is one. */
    private BufferedImage looked(Path file, String type) throws Exception {
        Path png = folder.resolve("looked.png");
        switch (type) {
            case "pdf" ->
                Programs.run(
                        "pdftoppm",
                        "-png",
                        "-r",
                        "72",
                        "-singlefile",
                        file.toString(),
                        png.toString().replace(".png", ""));
            case "eps" ->
                Programs.run(
                        "gs",
                        "-q",
                        "-dSAFER",
                        "-dBATCH",
                        "-dNOPAUSE",
                        "-dEPSCrop",
                        "-sDEVICE=png16m",
                        "-r72",
                        "-sOutputFile=" + png,
                        file.toString());
            case "svg" -> {
                runWell(
                        plan(
                                pieces("svg-again.svg", Files.readAllBytes(file)),
                                "'size': {'ppi': 72}, 'background': '#ffffff', 'format': {'type': 'png', 'bits': 24}, 'name': 'looked'"));
            }
            default -> {
                BufferedImage clear = ImageIO.read(file.toFile());
                BufferedImage flat = new BufferedImage(clear.getWidth(), clear.getHeight(), BufferedImage.TYPE_INT_RGB);
                flat.createGraphics().drawImage(clear, 0, 0, java.awt.Color.WHITE, null);
                return flat;
            }
        }
        return ImageIO.read(png.toFile());
    }

    /** A page with what PostScript has words for and what it has none for. */
    private List<PlanPiece> inks() throws Exception {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(new PDRectangle(120, 60));
            document.addPage(page);
            try (PDPageContentStream out = new PDPageContentStream(document, page)) {
                out.setNonStrokingColor(0f, 0.5f, 1f, 0f);
                out.addRect(0, 0, 30, 60);
                out.fill();
                out.setNonStrokingColor(0.4f);
                out.addRect(30, 0, 30, 60);
                out.fill();
                PDExtendedGraphicsState half = new PDExtendedGraphicsState();
                half.setNonStrokingAlphaConstant(0.5f);
                out.setGraphicsStateParameters(half);
                out.setNonStrokingColor(0.2f, 0.4f, 0.8f);
                out.addRect(50, 20, 40, 20);
                out.fill();
            }
            document.save(bytes);
        }
        return pieces("inks.pdf", bytes.toByteArray());
    }

    @Test
    void inks_stay_inks_in_eps_and_only_the_transparent_part_becomes_pixels() throws Exception {
        runWell(plan(inks(), "'size': {'ppi': 144}, 'format': {'type': 'eps'}"));
        String eps = Files.readString(folder.resolve("inks.eps"), StandardCharsets.ISO_8859_1);
        assertThat(eps).contains("0 0.5 1 0 setcmykcolor", "0.4 setgray", "%%BoundingBox: 0 0 120 60");
        // 40 by 20 points at 144 ppi, and one pixel of room on every side
        assertThat(eps).containsOnlyOnce("/ImageType 3").contains("/Width 82 /Height 42");
    }

    @Test
    void the_resolution_of_what_becomes_pixels_is_the_recipes() throws Exception {
        runWell(plan(inks(), "'size': {'ppi': 72}, 'format': {'type': 'eps'}"));
        assertThat(Files.readString(folder.resolve("inks.eps"), StandardCharsets.ISO_8859_1))
                .contains("/Width 42 /Height 22");
    }

    @Test
    void gradients_masks_and_patterns_stay_shapes_in_pdf_and_look_the_same() throws Exception {
        byte[] svg =
                """
                <svg xmlns="http://www.w3.org/2000/svg" width="200" height="100" viewBox="0 0 200 100"><defs>
                <radialGradient id="r"><stop offset="0" stop-color="#fff"/><stop offset="1" stop-color="#a23b4a"/></radialGradient>
                <linearGradient id="f"><stop offset="0" stop-color="#2e6a4a"/><stop offset="1" stop-color="#2e6a4a" stop-opacity="0"/></linearGradient>
                <pattern id="p" width="10" height="10" patternUnits="userSpaceOnUse"><rect width="5" height="5" fill="#6a2e5b"/></pattern>
                <mask id="m"><rect x="100" width="50" height="100" fill="#888"/></mask>
                <clipPath id="c"><circle cx="175" cy="50" r="22"/></clipPath></defs>
                <rect width="50" height="100" fill="url(#r)"/><rect x="50" width="50" height="100" fill="url(#f)"/>
                <rect x="100" width="50" height="100" fill="#2f6690" mask="url(#m)"/>
                <rect x="150" width="50" height="100" fill="url(#p)" clip-path="url(#c)"/></svg>"""
                        .getBytes(StandardCharsets.UTF_8);
        List<PlanPiece> art = pieces("soft.svg", svg);
        BufferedImage direct = drawn(art, "soft.png");
        runWell(plan(art, "'background': '#ffffff', 'format': {'type': 'pdf'}"));
        String pdf = folder.resolve("soft.pdf").toString();
        assertThat(Programs.run("pdfimages", "-list", pdf)
                        .lines()
                        .filter(line -> line.contains("image"))
                        .count())
                .as("no picture stands for a shape: the heading only")
                .isLessThanOrEqualTo(1);
        Programs.run(
                "pdftoppm",
                "-png",
                "-r",
                "192",
                "-singlefile",
                pdf,
                folder.resolve("poppler").toString());
        assertThat(difference(direct, picture("poppler.png"))).isLessThan(3);
    }

    @Test
    void the_printing_condition_goes_along_as_output_intent() throws Exception {
        runWell(plan(
                pieces("jar.svg", Documents.svg()).subList(0, 1),
                "'colour': {'profile': 'fogra39-coated'}, 'format': {'type': 'pdf', 'version': '1.6'}"));
        try (PDDocument document = Loader.loadPDF(folder.resolve("jar.pdf").toFile())) {
            var intents = document.getDocumentCatalog().getOutputIntents();
            assertThat(intents).hasSize(1);
            assertThat(intents.get(0).getDestOutputIntent().getLength()).isGreaterThan(10_000);
            assertThat(document.getDocumentInformation().getTitle()).isEqualTo("Front label");
        }
    }
}
