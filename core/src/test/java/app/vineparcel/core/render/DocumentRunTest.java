package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.Sheet;
import app.vineparcel.core.plan.SheetLayout;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.testing.DocumentRuns;
import app.vineparcel.core.testing.Documents;
import app.vineparcel.core.testing.Programs;
import java.awt.image.BufferedImage;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Pieces of documents through recipes, opened again with other people's programs. */
class DocumentRunTest extends DocumentRuns {

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
        SheetLayout.Arrangement items = SheetLayout.row(2, 20, 10).lay(sizes);
        assertThat(items.size()).isEqualTo(new Extent(440, 220));
        assertThat(items.places().get(1)).isEqualTo(new Box(230, 10, 200, 200));
        Sheet sheet = new Sheet(
                items.size(),
                OptionalInt.of(0xfaf7f0),
                List.of(
                        new Sheet.Item(pieces.get(0), items.places().get(0)),
                        new Sheet.Item(pieces.get(1), items.places().get(1))));
        PlanPiece first = pieces.get(0);
        PlanPiece whole = new PlanPiece(
                "",
                first.file(),
                "Pair",
                first.info(),
                Optional.empty(),
                1,
                new PlanPiece.Part(
                        Piece.drawn("sheet", "Pair", Piece.Kind.SHEET, items.size(), Piece.CSS_PX),
                        SourceOptions.PLAIN,
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
}
