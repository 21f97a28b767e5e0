package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.plan.ChannelRules;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.plan.Sheet;
import app.vineparcel.core.plan.SheetLayout;
import app.vineparcel.core.source.FolderShelf;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.core.source.Taking;
import app.vineparcel.core.testing.Documents;
import app.vineparcel.core.testing.Programs;
import app.vineparcel.core.testing.Rendering;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.concurrent.ConcurrentHashMap;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Pieces of documents through recipes, opened again with other people's programs. */
class DocumentRunTest {

    private static final SourceReader READER = new SourceReader(SourceReader.USUAL_BUDGET);

    @TempDir
    Path folder;

    private List<PlanPiece> pieces(String name, byte[] content) throws Exception {
        Path file = Files.write(folder.resolve(name), content);
        SourceReader.Contents contents = READER.contents(file, Taking.PLAIN);
        List<PlanPiece> pieces = new ArrayList<>();
        for (Piece piece : contents.pieces()) {
            pieces.add(new PlanPiece(
                    "",
                    file,
                    piece.name(),
                    contents.info(),
                    Optional.empty(),
                    pieces.size() + 1,
                    new PlanPiece.Part(piece, Taking.PLAIN, contents.layers(), Optional.empty())));
        }
        return pieces;
    }

    private static Plan plan(List<PlanPiece> pieces, String clauses) {
        return new Planner("", LocalDate.EPOCH, new FolderShelf(List.of()))
                .plan(pieces, List.of(new PlanColumn("", Rendering.recipe(clauses), "", "")));
    }

    private Map<String, Outcome> run(Plan plan) {
        Map<String, Outcome> outcomes = new ConcurrentHashMap<>();
        RenditionSink sink = (path, content) -> {
            try {
                Path file = folder.resolve(path);
                content.writeTo(file);
                return new RenditionSink.Placed(Files.size(file), "");
            } catch (IOException e) {
                throw new ProblemException(new Problem.CannotWrite(path, String.valueOf(e.getMessage()), ""), e);
            }
        };
        new RenderRun(
                        READER,
                        new FolderShelf(List.of()),
                        sink,
                        (rendition, outcome) -> outcomes.put(rendition.path(), outcome),
                        () -> false)
                .render(plan, 2);
        return outcomes;
    }

    private void runWell(Plan plan) {
        run(plan)
                .forEach((path, outcome) ->
                        assertThat(outcome).as("%s: %s", path, outcome).isInstanceOf(Outcome.Done.class));
    }

    private BufferedImage picture(String name) throws IOException {
        return ImageIO.read(folder.resolve(name).toFile());
    }

    @Test
    void a_ladder_is_drawn_at_every_density() throws Exception {
        Plan plan = plan(
                pieces("jar.svg", Documents.svg()),
                "'size': {'densities': [2, 1, 3]}, 'format': {'type': 'png'}, 'name': '{piece|kebab}'");
        assertThat(plan.renditions())
                .extracting(r -> r.path())
                .containsExactly(
                        "front-label.png",
                        "front-label@2x.png",
                        "front-label@3x.png",
                        "seal.png",
                        "seal@2x.png",
                        "seal@3x.png");
        runWell(plan);
        BufferedImage seal = picture("seal@3x.png");
        assertThat(seal.getWidth()).isEqualTo(600);
        assertThat(seal.getRGB(300, 300)).isEqualTo(0xffa23b4a);
        assertThat(seal.getRGB(2, 2) >>> 24).as("clear beside the circle").isZero();
    }

    @Test
    void shapes_are_flattened_on_the_matte_of_a_format_without_transparency() throws Exception {
        Plan plan = plan(
                pieces("jar.svg", Documents.svg()).subList(1, 2),
                "'size': {'mode': 'pad', 'width': 300, 'height': 200}, 'background': '#204060', 'format': {'type': 'png', 'bits': 24}");
        runWell(plan);
        BufferedImage seal = picture("jar.png");
        assertThat(seal.getWidth()).isEqualTo(300);
        assertThat(seal.getRGB(60, 10)).isEqualTo(0xff204060);
        assertThat(seal.getRGB(5, 5)).isEqualTo(0xff204060);
    }

    @Test
    void a_likely_helper_is_found_where_it_lies_and_can_be_kept_out() throws Exception {
        List<PlanPiece> pieces = pieces("jar.svg", Documents.svg());
        Plan plan = plan(pieces, "'name': '{piece}'");
        assertThat(plan.renditions().get(0).findings())
                .extracting(Finding::code)
                .contains("helper-in");
        assertThat(plan.renditions().get(1).findings())
                .extracting(Finding::code)
                .doesNotContain("helper-in");
    }

    @ParameterizedTest
    @ValueSource(strings = {"1.4", "1.6", "1.7", "2.0"})
    void a_pdf_of_an_artboard_keeps_text_as_text(String version) throws Exception {
        runWell(plan(
                pieces("jar.svg", Documents.svg()),
                "'format': {'type': 'pdf', 'version': '" + version + "'}, 'name': '{piece|kebab}'"));
        String pdf = folder.resolve("front-label.pdf").toString();
        assertThat(Programs.run("qpdf", "--check", pdf)).contains("No syntax or stream encoding errors");
        assertThat(Programs.run("pdfinfo", pdf))
                .containsPattern("PDF version:\\s+" + version.replace(".", "\\."))
                .containsPattern("Page size:\\s+150 x 150 pts");
        assertThat(Programs.run("pdftotext", pdf, "-")).contains("Quince");
        assertThat(Programs.run("pdffonts", pdf)).contains("IBMPlexSans-SemiBold");
    }

    @Test
    void a_pdf_of_an_artboard_looks_as_it_is_drawn() throws Exception {
        runWell(plan(pieces("jar.svg", Documents.svg()), "'format': {'type': 'pdf'}, 'name': '{piece|kebab}'"));
        runWell(plan(
                pieces("jar.svg", Documents.svg()),
                "'size': {'ppi': 144}, 'format': {'type': 'png', 'bits': 24}, 'name': '{piece|kebab}'"));
        Programs.run(
                "pdftoppm",
                "-png",
                "-r",
                "144",
                folder.resolve("front-label.pdf").toString(),
                folder.resolve("poppler").toString());
        assertThat(difference(picture("front-label.png"), picture("poppler-1.png")))
                .as("mean difference of 255")
                .isLessThan(3.5);
    }

    /** The mean difference of samples. */
    private static double difference(BufferedImage a, BufferedImage b) {
        assertThat(b.getWidth()).isEqualTo(a.getWidth());
        assertThat(b.getHeight()).isEqualTo(a.getHeight());
        long sum = 0;
        for (int y = 0; y < a.getHeight(); y++) {
            for (int x = 0; x < a.getWidth(); x++) {
                for (int shift = 0; shift < 24; shift += 8) {
                    sum += Math.abs((a.getRGB(x, y) >> shift & 255) - (b.getRGB(x, y) >> shift & 255));
                }
            }
        }
        return sum / 3.0 / a.getWidth() / a.getHeight();
    }

    @Test
    void chosen_pages_go_into_one_file_in_the_chosen_order() throws Exception {
        List<PlanPiece> chosen = new ArrayList<>(pieces("list.pdf", Documents.pdf()));
        java.util.Collections.reverse(chosen);
        chosen.add(pieces("jar.svg", Documents.svg()).get(1));
        Plan plan = plan(chosen, "'format': {'type': 'pdf', 'combine': true}, 'name': 'all'");
        assertThat(plan.renditions()).hasSize(1);
        runWell(plan);
        String pdf = folder.resolve("all.pdf").toString();
        assertThat(Programs.run("qpdf", "--check", pdf)).contains("No syntax or stream encoding errors");
        assertThat(Programs.run("pdfinfo", "-f", "1", "-l", "3", pdf))
                .containsPattern("Page\\s+1 size:\\s+300 x 100 pts")
                .containsPattern("Page\\s+1 rot:\\s+90")
                .containsPattern("Page\\s+2 size:\\s+200 x 100 pts")
                .containsPattern("Page\\s+3 size:\\s+150 x 150 pts");
        assertThat(Programs.run("pdftotext", "-f", "1", "-l", "1", pdf, "-")).contains("Price list 2");
        assertThat(Programs.run("qpdf", "--json", pdf)).contains("Page 2", "seal");
    }

    @Test
    void bleed_and_crop_marks_stand_outside_the_trim() throws Exception {
        runWell(plan(
                pieces("jar.svg", Documents.svg()).subList(0, 1),
                "'size': {'mode': 'print', 'width': 100, 'height': 100, 'unit': 'mm'},"
                        + "'format': {'type': 'pdf', 'bleed': 3, 'crop-marks': true}"));
        String boxes = Programs.run("pdfinfo", "-box", folder.resolve("jar.pdf").toString());
        double[] trim = box(boxes, "TrimBox");
        double[] bleed = box(boxes, "BleedBox");
        assertThat(trim[2] - trim[0]).isCloseTo(100 / 25.4 * 72, within(0.02));
        assertThat(trim[0] - bleed[0]).isCloseTo(3 / 25.4 * 72, within(0.02));
        assertThat(bleed[0]).isGreaterThan(10);
    }

    private static double[] box(String boxes, String name) {
        var found =
                java.util.regex.Pattern.compile(name + ":((?:\\s+[\\d.]+){4})").matcher(boxes);
        assertThat(found.find()).isTrue();
        return java.util.Arrays.stream(found.group(1).strip().split("\\s+"))
                .mapToDouble(Double::parseDouble)
                .toArray();
    }

    @Test
    void a_sheet_lays_pieces_side_by_side_in_pixels_as_in_pdf() throws Exception {
        List<PlanPiece> pieces = pieces("jar.svg", Documents.svg());
        List<Extent> sizes = pieces.stream().map(p -> Sheet.natural(p.piece())).toList();
        SheetLayout.Laid laid = SheetLayout.row(2, 20, 10).lay(sizes);
        assertThat(laid.size()).isEqualTo(new Extent(440, 220));
        assertThat(laid.places().get(1)).isEqualTo(new Box(230, 10, 200, 200));
        Sheet sheet = new Sheet(
                laid.size(),
                OptionalInt.of(0xfaf7f0),
                List.of(
                        new Sheet.Laid(pieces.get(0), laid.places().get(0)),
                        new Sheet.Laid(pieces.get(1), laid.places().get(1))));
        PlanPiece first = pieces.get(0);
        PlanPiece whole = new PlanPiece(
                "",
                first.file(),
                "Pair",
                first.info(),
                Optional.empty(),
                1,
                new PlanPiece.Part(
                        Piece.drawn("sheet", "Pair", Piece.Kind.SHEET, laid.size(), Piece.CSS_PX),
                        Taking.PLAIN,
                        List.of(),
                        Optional.of(sheet)));
        runWell(plan(
                List.of(whole),
                "'size': {'mode': 'scale', 'factor': 2}, 'format': {'type': 'png'}, 'name': '{piece}'"));
        BufferedImage pair = picture("Pair.png");
        assertThat(pair.getWidth()).isEqualTo(880);
        assertThat(pair.getRGB(660, 220)).isEqualTo(0xffa23b4a);
        assertThat(pair.getRGB(5, 5)).isEqualTo(0xfffaf7f0);
        runWell(plan(List.of(whole), "'format': {'type': 'pdf'}, 'name': '{piece}'"));
        assertThat(Programs.run("pdfinfo", folder.resolve("Pair.pdf").toString()))
                .containsPattern("Page size:\\s+330 x 165 pts");
    }

    /** What the piece looks like when it is drawn, on white at 192 ppi. */
    private BufferedImage drawn(List<PlanPiece> pieces, String file) throws Exception {
        runWell(
                plan(
                        pieces,
                        "'size': {'ppi': 192}, 'background': '#ffffff', 'format': {'type': 'png', 'bits': 24}, 'name': '{piece|kebab}'"));
        return picture(file);
    }

    @ParameterizedTest
    @ValueSource(strings = {"embed", "outline"})
    void an_svg_of_a_piece_looks_like_the_piece_and_holds_only_what_it_uses(String text) throws Exception {
        List<PlanPiece> label = pieces("jar.svg", Documents.svg()).subList(0, 1);
        runWell(plan(label, "'format': {'type': 'svg', 'text': '" + text + "'}, 'name': 'cut'"));
        String svg = Files.readString(folder.resolve("cut.svg"));
        assertThat(svg).contains("front-label-sky", "Front label").doesNotContain("id=\"sky\"", "#a23b4a");
        assertThat(svg.contains("@font-face")).isEqualTo(text.equals("embed"));
        assertThat(svg.contains("<text")).isEqualTo(text.equals("embed"));
        BufferedImage cut = drawn(pieces("cut.svg", svg.getBytes(java.nio.charset.StandardCharsets.UTF_8)), "cut.png");
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
        Programs.run(
                "gs",
                "-q",
                "-dSAFER",
                "-dBATCH",
                "-dNOPAUSE",
                "-dEPSCrop",
                "-sDEVICE=png16m",
                "-r192",
                "-dTextAlphaBits=4",
                "-dGraphicsAlphaBits=4",
                "-sOutputFile=" + folder.resolve("gs.png"),
                eps);
        assertThat(difference(picture("gs.png"), direct)).isLessThan(1.5);
        assertThat(Programs.run(
                        "gs", "-q", "-dSAFER", "-dBATCH", "-dNOPAUSE", "-sDEVICE=txtwrite", "-sOutputFile=-", eps))
                .contains("Quince");
        String body = Files.readString(Path.of(eps), java.nio.charset.StandardCharsets.ISO_8859_1);
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
        ChannelRules rules = new ChannelRules(java.util.Set.of("cutter"), ChannelRules.Densities.SUFFIX);
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
}
