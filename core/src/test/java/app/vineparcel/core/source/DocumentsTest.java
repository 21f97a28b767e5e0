package app.vineparcel.core.source;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.testing.Documents;
import app.vineparcel.core.testing.Pictures;
import app.vineparcel.core.testing.Programs;
import java.awt.image.BufferedImage;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What documents are made of, what their pieces look like, and what is refused. */
class DocumentsTest {

    private static final SourceReader READER = new SourceReader(SourceReader.USUAL_BUDGET);

    @TempDir
    Path folder;

    private Path file(String name, byte[] content) throws Exception {
        return Files.write(folder.resolve(name), content);
    }

    private Path svg(String inner) throws Exception {
        return file("art.svg", inner.getBytes(StandardCharsets.UTF_8));
    }

    private static Pixels drawn(Path file, String piece, SourceOptions options, int width, int height)
            throws Exception {
        try (Document document = READER.document(file, options)) {
            Piece wanted = document.pieces().stream()
                    .filter(p -> p.name().equals(piece))
                    .findFirst()
                    .orElseThrow();
            return READER.draw(
                    file,
                    (DrawnDocument) document,
                    wanted,
                    wanted.size().box(),
                    new PixelSize(width, height),
                    OptionalInt.of(0xffffff));
        }
    }

    private static int rgb(Pixels pixels, int x, int y) {
        return pixels.sample(x, y, 0) << 16 | pixels.sample(x, y, 1) << 8 | pixels.sample(x, y, 2);
    }

    @Test
    void views_of_an_svg_are_its_artboards() throws Exception {
        Path file = file("jar.svg", Documents.svg());
        SourceReader.Contents contents = READER.contents(file, SourceOptions.PLAIN);
        assertThat(contents.pieces()).extracting(Piece::name).containsExactly("Front label", "seal", "All of jar");
        assertThat(contents.pieces()).extracting(Piece::key).containsExactly("label", "seal", Piece.WHOLE);
        assertThat(contents.pieces()).extracting(Piece::offered).containsExactly(true, true, false);
        assertThat(contents.pieces().get(0).pixels()).isEqualTo(new PixelSize(200, 200));
        assertThat(contents.layers())
                .filteredOn(layer -> layer.helper().isPresent())
                .extracting(Layer::name)
                .containsExactly("die-line");
    }

    @Test
    void a_piece_is_drawn_at_its_size_from_its_own_corner() throws Exception {
        Path file = file("jar.svg", Documents.svg());
        Pixels seal = drawn(file, "seal", SourceOptions.PLAIN, 800, 800);
        assertThat(rgb(seal, 400, 400)).isEqualTo(0xa23b4a);
        assertThat(rgb(seal, 5, 5)).isEqualTo(0xffffff);
        long between = java.util.stream.IntStream.range(0, 800)
                .map(x -> seal.sample(x, 150, 1))
                .filter(g -> g > 0x3b && g < 0xff)
                .count();
        assertThat(between)
                .as("soft steps where a row cuts the circle's outline")
                .isBetween(2L, 8L);
    }

    @Test
    void what_is_kept_out_is_not_drawn() throws Exception {
        Path file = file("jar.svg", Documents.svg());
        assertThat(rgb(drawn(file, "Front label", SourceOptions.PLAIN, 200, 200), 2, 100))
                .isEqualTo(0xff00ff);
        SourceOptions clean = new SourceOptions(PageBox.CROP, Set.of("Die-Line"));
        assertThat(rgb(drawn(file, "Front label", clean, 200, 200), 2, 100)).isNotEqualTo(0xff00ff);
    }

    @Test
    void a_nested_svg_in_millimetres_is_an_artboard() throws Exception {
        Path file = svg(
                """
                <svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="50mm" viewBox="0 0 200 100">
                <svg id="one" x="10" y="10" width="50" height="50" viewBox="0 0 5 5"><rect width="5" height="5"/></svg></svg>""");
        Piece one = READER.contents(file, SourceOptions.PLAIN).pieces().get(0);
        assertThat(one.name()).isEqualTo("one");
        assertThat(one.size().width()).isCloseTo(25 / 25.4 * 96, within(0.001));
    }

    @Test
    void named_objects_are_found_on_demand_groups_first() throws Exception {
        Path file = file("jar.svg", Documents.svg());
        assertThat(READER.objects(file, SourceOptions.PLAIN))
                .extracting(Piece::name)
                .containsExactly("front", "round", "die-line");
    }

    @Test
    void pages_are_seen_as_they_are_turned() throws Exception {
        Path file = file("list.pdf", Documents.pdf());
        SourceReader.Contents contents = READER.contents(file, SourceOptions.PLAIN);
        assertThat(contents.pieces()).extracting(Piece::name).containsExactly("Page 1", "Page 2");
        assertThat(contents.pieces())
                .extracting(Piece::pixels)
                .containsExactly(new PixelSize(200, 100), new PixelSize(100, 300));
        Pixels second = drawn(file, "Page 2", SourceOptions.PLAIN, 200, 600);
        assertThat(rgb(second, 10, 10))
                .as("the lower left corner is upper left after a quarter turn")
                .isEqualTo(0xcc331a);
        assertThat(rgb(second, 10, 590)).isEqualTo(0xffffff);
    }

    @Test
    void layers_of_an_openraster_are_blended() throws Exception {
        Path file = file("poster.ora", Documents.openRaster());
        try (Document document = READER.document(file, SourceOptions.PLAIN)) {
            Pixels merged = READER.open(
                            file, (PixelDocument) document, document.pieces().get(0), READER.inspect(file))
                    .pixels();
            assertThat(rgb(merged, 2, 2)).isEqualTo(0xffffff);
            assertThat(merged.sample(15, 15, 0))
                    .as("half of 255 and half of 128")
                    .isCloseTo(192, within(1));
            assertThat(document.objects()).extracting(Piece::name).containsExactly("Die-line", "Square", "Photo");
        }
    }

    @Test
    void a_region_is_a_part_of_its_piece() throws Exception {
        Path file = file("jar.svg", Documents.svg());
        try (Document document = READER.document(file, SourceOptions.PLAIN)) {
            Piece region = document.pieces().get(1).region("middle", new Box(90, 90, 20, 20));
            Pixels middle = READER.draw(
                    file,
                    (DrawnDocument) document,
                    region,
                    region.onWhole(region.size().box()),
                    new PixelSize(40, 40),
                    OptionalInt.empty());
            assertThat(rgb(middle, 0, 0)).isEqualTo(0xa23b4a);
            assertThat(rgb(middle, 39, 39)).isEqualTo(0xa23b4a);
        }
    }

    @Test
    @Timeout(60)
    void hostile_files_are_refused_in_words() throws Exception {
        StringBuilder bomb = new StringBuilder("<!DOCTYPE svg [<!ENTITY a0 'ha'>");
        for (int i = 1; i < 12; i++) {
            bomb.append("<!ENTITY a").append(i).append(" '");
            bomb.append(("&a" + (i - 1) + ";").repeat(10)).append("'>");
        }
        bomb.append("]><svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'><text>&a11;</text></svg>");
        refused(file("bomb.svg", bomb.toString().getBytes(StandardCharsets.UTF_8)), "beyond any sensible size");

        String path = "<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'><path d='"
                + "M1 1L2 2 ".repeat(1_200_000) + "'/></svg>";
        refused(svg(path), "10 million characters");

        refused(
                svg("<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'>"
                        + "<g id='a'><use href='#b'/></g><g id='b'><use href='#a'/></g></svg>"),
                "refers to itself");

        refused(
                svg("<svg xmlns='http://www.w3.org/2000/svg' width='9' height='9'>" + "<g>".repeat(900)
                        + "</g>".repeat(900) + "</svg>"),
                "deep");

        byte[] pdf = Documents.pdf();
        refused(file("cut.pdf", java.util.Arrays.copyOf(pdf, 200)), "damaged");

        refused(
                file(
                        "out.ora",
                        Documents.zip(Map.of(
                                "../evil.png",
                                new byte[10],
                                "stack.xml",
                                "<image/>".getBytes(StandardCharsets.UTF_8)))),
                "leads out of it");

        refused(file("bomb.ora", Documents.zip(Map.of("stack.xml", new byte[40_000_000]))), "stack.xml");
    }

    private static void refused(Path file, String words) {
        assertThatThrownBy(() -> READER.contents(file, SourceOptions.PLAIN))
                .as(file.getFileName().toString())
                .isInstanceOfSatisfying(
                        ProblemException.class, e -> assertThat(e.problem().sentence())
                                .startsWith(file.getFileName() + ": ")
                                .contains(words));
    }

    @ParameterizedTest
    @CsvSource({
        // on #804020, #c08040: worked out by hand from the formulas of the recommendation
        "multiply, 602008",
        "screen, e0a058",
        "overlay, c04010",
        "darken, 804020",
        "difference, 404020",
        "exclusion, 808050",
        "hard-light, c14010"
    })
    void blend_modes_mix_as_the_recommendation_says(String mode, String wanted) throws Exception {
        Path file = svg(
                """
                <svg xmlns="http://www.w3.org/2000/svg" width="20" height="10"><rect width="20" height="10" fill="#804020"/>
                <rect width="10" height="10" fill="#c08040" style="mix-blend-mode: %s"/></svg>"""
                        .formatted(mode));
        Pixels mixed = drawn(file, "art", SourceOptions.PLAIN, 20, 10);
        int expected = Integer.parseInt(wanted, 16);
        for (int band = 0; band < 3; band++) {
            assertThat(mixed.sample(5, 5, band))
                    .as("band " + band)
                    .isCloseTo(expected >> 16 - 8 * band & 255, within(1));
        }
        assertThat(rgb(mixed, 15, 5)).isEqualTo(0x804020);
    }

    @Test
    void a_stroke_can_lie_beneath_its_fill() throws Exception {
        Path file = svg(
                """
                <svg xmlns="http://www.w3.org/2000/svg" width="40" height="40"><rect x="10" y="10" width="20" height="20" fill="#ffffff"
                stroke="#a23b4a" stroke-width="8" paint-order="stroke"/></svg>""");
        Pixels drawn = drawn(file, "art", SourceOptions.PLAIN, 40, 40);
        assertThat(rgb(drawn, 8, 20)).isEqualTo(0xa23b4a);
        assertThat(rgb(drawn, 12, 20)).isEqualTo(0xffffff);
    }

    @Test
    void every_page_of_a_tiff_is_a_piece() throws Exception {
        Path file = folder.resolve("scan.tif");
        ImageWriter writer = ImageIO.getImageWritersByFormatName("tiff").next();
        try (ImageOutputStream out = ImageIO.createImageOutputStream(file.toFile())) {
            writer.setOutput(out);
            writer.prepareWriteSequence(null);
            for (int i = 1; i <= 3; i++) {
                int red = 60 * i << 16;
                writer.writeToSequence(
                        new IIOImage(Pictures.image(Pictures.rgb(10 * i, 8, (x, y) -> red)), null, null), null);
            }
            writer.endWriteSequence();
        }
        SourceReader.Contents contents = READER.contents(file, SourceOptions.PLAIN);
        assertThat(contents.pieces()).extracting(Piece::name).containsExactly("scan 1", "scan 2", "scan 3");
        try (Document document = READER.document(file, SourceOptions.PLAIN)) {
            Pixels third = READER.open(
                            file, (PixelDocument) document, contents.pieces().get(2), contents.info())
                    .pixels();
            assertThat(third.size()).isEqualTo(new PixelSize(30, 8));
            assertThat(rgb(third, 4, 4)).isEqualTo(0xb40000);
        }
    }

    /** Pages with boxes that do not begin at the origin, each turned differently. */
    private Path turnedPages() throws Exception {
        Path file = folder.resolve("turned.pdf");
        try (PDDocument document = new PDDocument()) {
            for (int turn = 0; turn < 360; turn += 90) {
                PDPage page = new PDPage(new PDRectangle(300, 200));
                page.setCropBox(new PDRectangle(20, 10, 240, 150));
                page.setTrimBox(new PDRectangle(40, 30, 200, 110));
                page.setRotation(turn);
                document.addPage(page);
                try (PDPageContentStream out = new PDPageContentStream(document, page)) {
                    out.setNonStrokingColor(0.2f, 0.4f, 0.8f);
                    out.addRect(30, 20, 60, 40);
                    out.fill();
                    out.setNonStrokingColor(0.8f, 0.6f, 0.2f);
                    out.addRect(180, 90, 70, 60);
                    out.fill();
                }
            }
            document.save(file.toFile());
        }
        return file;
    }

    @Test
    void pages_have_the_geometry_that_other_programs_find() throws Exception {
        Path file = turnedPages();
        Programs.run(
                "pdftoppm",
                "-png",
                "-r",
                "144",
                "-cropbox",
                file.toString(),
                folder.resolve("page").toString());
        for (int i = 1; i <= 4; i++) {
            BufferedImage other =
                    ImageIO.read(folder.resolve("page-" + i + ".png").toFile());
            Pixels own = drawn(file, "Page " + i, SourceOptions.PLAIN, other.getWidth(), other.getHeight());
            Piece page = READER.contents(file, SourceOptions.PLAIN).pieces().get(i - 1);
            assertThat(page.size().width() * 2).isEqualTo(other.getWidth());
            assertThat(page.size().height() * 2).isEqualTo(other.getHeight());
            for (int y = 9; y < other.getHeight(); y += 20) {
                for (int x = 9; x < other.getWidth(); x += 20) {
                    assertThat(rgb(own, x, y))
                            .as("page %d at %d, %d", i, x, y)
                            .isEqualTo(other.getRGB(x, y) & 0xffffff);
                }
            }
        }
        SourceOptions trimmed = new SourceOptions(PageBox.TRIM, Set.of());
        assertThat(READER.contents(file, trimmed).pieces())
                .extracting(Piece::pixels)
                .containsExactly(
                        new PixelSize(200, 110),
                        new PixelSize(110, 200),
                        new PixelSize(200, 110),
                        new PixelSize(110, 200));
        assertThat(rgb(drawn(file, "Page 1", trimmed, 200, 110), 5, 105)).isEqualTo(0x3366cc);
    }

    /** Paper is white whatever the recipe would lay behind; without it the page is clear, or on the recipe's matte. */
    @Test
    void a_document_has_paper_or_none() {
        SourceOptions papered = SourceOptions.PLAIN.onPaper();
        assertThat(papered.ground(OptionalInt.of(0x102030))).hasValue(0xffffff);
        assertThat(papered.without(Set.of("Die-Line")).paper()).isTrue();
        assertThat(SourceOptions.PLAIN.ground(OptionalInt.of(0x102030))).hasValue(0x102030);
        assertThat(SourceOptions.PLAIN.ground(OptionalInt.empty())).isEmpty();
    }

    @Test
    void an_element_that_asks_for_recipes_is_a_piece_of_its_own() throws Exception {
        Path art = svg(
                """
                <svg xmlns='http://www.w3.org/2000/svg' width='200' height='100'>
                <g data-recipe=' Shop-Large  app-ladder shop-large' data-name='Apple sign'><rect x='10' y='20' width='60' height='40' fill='red'/></g>
                <rect id='plain' x='100' y='0' width='50' height='50' fill='blue'/>
                <defs><rect id='unseen' data-recipe='shop-large' width='5' height='5'/></defs>
                <circle id='empty' data-recipe='...' r='9' cx='9' cy='9'/>
                </svg>""");
        try (Document document = READER.document(art, SourceOptions.PLAIN)) {
            assertThat(document.pieces()).extracting(Piece::name).containsExactly("art", "Apple sign");
            assertThat(document.pieces()).extracting(Piece::offered).containsExactly(false, true);
            Piece asked = document.pieces().get(1);
            assertThat(asked.wants()).containsExactly("shop-large", "app-ladder");
            assertThat(asked.key()).isEqualTo("object:apple-sign");
            assertThat(asked.pixels()).isEqualTo(new PixelSize(60, 40));
        }
        Pixels sign = drawn(art, "Apple sign", SourceOptions.PLAIN, 60, 40);
        assertThat(rgb(sign, 30, 20)).isEqualTo(0xff0000);
        Path boards = svg(
                """
                <svg xmlns='http://www.w3.org/2000/svg' width='200' height='100' data-recipe='all-of-it'>
                <view id='left' viewBox='0 0 100 100' data-recipe='press'/><view id='right' viewBox='100 0 100 100'/>
                <rect width='200' height='100'/></svg>""");
        try (Document document = READER.document(boards, SourceOptions.PLAIN)) {
            assertThat(document.pieces())
                    .extracting(Piece::wants)
                    .containsExactly(List.of("press"), List.of(), List.of("all-of-it"));
        }
    }
}
