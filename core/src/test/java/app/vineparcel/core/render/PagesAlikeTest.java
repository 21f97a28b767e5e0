package app.vineparcel.core.render;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.naming.SafeName;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.testing.DocumentRuns;
import app.vineparcel.core.testing.Programs;
import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSInteger;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.common.PDStream;
import org.apache.pdfbox.pdmodel.interactive.action.PDActionGoTo;
import org.apache.pdfbox.pdmodel.interactive.action.PDActionURI;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotation;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationLink;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationRubberStamp;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAppearanceDictionary;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAppearanceStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Pages that are turned, enlarged, cropped and stamped: however they are carried over, they look as another program shows the source. */
class PagesAlikeTest extends DocumentRuns {

    private static final double PPI = 192;

    /**
     * A page of 160 × 100 units whose crop box leaves 9 at the left and 6 below, with a letter F, a corner, and a stamp that is twice as wide as
     * its drawing.
     */
    private static byte[] page(int rotation, float unit) throws IOException {
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(new PDRectangle(160, 100));
            document.addPage(page);
            page.setCropBox(new PDRectangle(9, 6, 141, 90));
            page.setRotation(rotation);
            page.setUserUnit(unit);
            try (PDPageContentStream out = new PDPageContentStream(document, page)) {
                out.setNonStrokingColor(0.18f, 0.42f, 0.29f);
                out.addRect(10, 5, 40, 20);
                out.fill();
                out.setNonStrokingColor(0.12f, 0.15f, 0.13f);
                out.addRect(30, 50, 8, 40);
                out.addRect(30, 82, 30, 8);
                out.addRect(30, 68, 20, 6);
                out.fill();
            }
            List<PDAnnotation> annotations = new ArrayList<>();
            annotations.add(stamp(document, true));
            annotations.add(stamp(document, false));
            page.setAnnotations(annotations);
            return saved(document);
        }
    }

    private static byte[] saved(PDDocument document) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        document.save(bytes);
        return bytes.toByteArray();
    }

    private static PDAnnotation stamp(PDDocument document, boolean printed) throws IOException {
        PDAppearanceStream drawing = new PDAppearanceStream(document);
        drawing.setBBox(new PDRectangle(20, 20));
        try (PDPageContentStream out = new PDPageContentStream(document, drawing)) {
            out.setNonStrokingColor(printed ? 0.66f : 0f, 0.23f, printed ? 0.17f : 1f);
            out.moveTo(0, 0);
            out.lineTo(20, 0);
            out.lineTo(0, 20);
            out.fill();
        }
        PDAppearanceDictionary looks = new PDAppearanceDictionary();
        looks.setNormalAppearance(drawing);
        PDAnnotationRubberStamp stamp = new PDAnnotationRubberStamp();
        stamp.setRectangle(printed ? new PDRectangle(90, 15, 40, 20) : new PDRectangle(60, 10, 20, 20));
        stamp.setAppearance(looks);
        stamp.setPrinted(printed);
        return stamp;
    }

    /** As Ghostscript shows it, which knows of enlarged units. */
    private BufferedImage byOthers(String file) throws Exception {
        Path into = folder.resolve("others.png");
        Programs.ghostscript(folder.resolve(file), into, (int) PPI, "-dPrinted", "-dUseCropBox");
        return picture("others.png");
    }

    static Stream<Arguments> pages() {
        return IntStream.of(0, 90, 180, 270)
                .boxed()
                .flatMap(turn -> Stream.of(Arguments.of(turn, 1f), Arguments.of(turn, 1.5f)));
    }

    @ParameterizedTest
    @MethodSource("pages")
    void a_page_looks_alike_however_it_is_carried_over(int rotation, float unit) throws Exception {
        List<PlanPiece> page = pieces("page-source.pdf", page(rotation, unit));
        BufferedImage source = drawn(page, "page-1.png");
        boolean turned = rotation % 180 != 0;
        assertThat(source.getWidth()).isEqualTo((int) Math.round((turned ? 90 : 141) * unit * PPI / 72));
        assertThat(difference(byOthers("page-source.pdf"), source)).as("read").isLessThan(1);
        runWell(plan(page, "'format': {'type': 'pdf'}, 'name': 'whole'"));
        assertThat(difference(byOthers("whole.pdf"), source))
                .as("carried whole")
                .isLessThan(1);
        runWell(plan(page, "'format': {'type': 'pdf', 'bleed': 1, 'crop-marks': true}, 'name': 'bled'"));
        assertThat(difference(trimmed("bled.pdf", source), source))
                .as("with room for the bleed")
                .isLessThan(1.5);
        runWell(plan(page, "'format': {'type': 'svg'}, 'name': 'drawn'"));
        List<PlanPiece> again = pieces("drawn-again.svg", Files.readAllBytes(folder.resolve("drawn.svg")));
        assertThat(difference(drawn(again, SafeName.kebab(again.get(0).name()) + ".png"), source))
                .as("as SVG")
                .isLessThan(1);
    }

    /** A triangle from red over green to blue as a mesh, within a clip that is asked for before its path stands. */
    private static byte[] meshed() throws IOException {
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(new PDRectangle(160, 100));
            document.addPage(page);
            PDStream mesh = new PDStream(document);
            COSDictionary says = mesh.getCOSObject();
            says.setInt(COSName.SHADING_TYPE, 4);
            says.setItem(COSName.COLORSPACE, COSName.DEVICERGB);
            says.setInt(COSName.BITS_PER_COORDINATE, 8);
            says.setInt(COSName.BITS_PER_COMPONENT, 8);
            says.setInt(COSName.BITS_PER_FLAG, 8);
            COSArray range = new COSArray();
            for (int most : new int[] {160, 100, 1, 1, 1}) {
                range.add(COSInteger.ZERO);
                range.add(COSInteger.get(most));
            }
            says.setItem(COSName.DECODE, range);
            try (OutputStream out = mesh.createOutputStream()) {
                out.write(new byte[] {0, 16, 16, -1, 0, 0, 0, -16, 16, 0, -1, 0, 0, 127, -16, 0, 0, -1});
            }
            COSDictionary shadings = new COSDictionary();
            shadings.setItem(COSName.getPDFName("M"), mesh);
            PDResources resources = new PDResources();
            resources.getCOSObject().setItem(COSName.SHADING, shadings);
            page.setResources(resources);
            PDStream content = new PDStream(document);
            try (OutputStream out = content.createOutputStream()) {
                out.write(
                        "W 40 20 80 60 re n /M sh 0.2 g 30 70 100 20 re f 0.6 g 6 w 60 30 30 20 re W S 0 0 0.4 rg 40 0 80 36 re f"
                                .getBytes(StandardCharsets.US_ASCII));
            }
            page.setContents(content);
            return saved(document);
        }
    }

    @Test
    void a_mesh_within_an_early_clip_looks_alike_however_it_is_carried_over() throws Exception {
        List<PlanPiece> page = pieces("mesh.pdf", meshed());
        BufferedImage source = drawn(page, "page-1.png");
        assertThat(source.getRGB(80, 20)).as("beyond the clip").isEqualTo(0xffffffff);
        assertThat(source.getRGB(213, 60) & 0xffffff).as("in the bar above").isEqualTo(0x333333);
        Color middle = new Color(source.getRGB(213, 150));
        assertThat(List.of(middle.getRed(), middle.getGreen(), middle.getBlue()))
                .as("in the middle of the mesh")
                .allMatch(share -> share > 40 && share < 160);
        assertThat(difference(byOthers("mesh.pdf"), source)).as("read").isLessThan(1);
        runWell(plan(page, "'format': {'type': 'svg'}, 'name': 'mesh-drawn'"));
        List<PlanPiece> again = pieces("again.svg", Files.readAllBytes(folder.resolve("mesh-drawn.svg")));
        assertThat(difference(drawn(again, SafeName.kebab(again.get(0).name()) + ".png"), source))
                .as("as SVG")
                .isLessThan(1);
        runWell(plan(page, "'size': {'ppi': 192}, 'format': {'type': 'eps'}, 'name': 'mesh-flat'"));
        Programs.ghostscript(folder.resolve("mesh-flat.eps"), folder.resolve("flat.png"), (int) PPI, "-dEPSCrop");
        assertThat(difference(picture("flat.png"), source)).as("as EPS").isLessThan(1.5);
    }

    /** The trimmed part of a page with marks around. */
    private BufferedImage trimmed(String file, BufferedImage like) throws Exception {
        try (PDDocument document = Loader.loadPDF(folder.resolve(file).toFile())) {
            PDPage page = document.getPage(0);
            PDRectangle trim = page.getTrimBox();
            BufferedImage all = byOthers(file);
            int left = (int) Math.round(trim.getLowerLeftX() * PPI / 72);
            int top = (int) Math.round((page.getMediaBox().getHeight() - trim.getUpperRightY()) * PPI / 72);
            return all.getSubimage(left, top, like.getWidth(), like.getHeight());
        }
    }

    @ParameterizedTest
    @MethodSource("pages")
    void a_region_of_a_page_is_that_part_of_it(int rotation, float unit) throws Exception {
        PlanPiece page = pieces("page-source.pdf", page(rotation, unit)).get(0);
        BufferedImage whole = drawn(List.of(page), "page-1.png");
        Box part = new Box(12 * unit, 15 * unit, 60 * unit, 48 * unit);
        Piece region = page.piece().region("Corner", part);
        PlanPiece corner = new PlanPiece(
                "",
                page.file(),
                "Corner",
                page.info(),
                Optional.empty(),
                1,
                new PlanPiece.Part(region, SourceOptions.PLAIN, List.of(), Optional.empty()));
        double dense = PPI / 72;
        BufferedImage expected = whole.getSubimage(
                (int) Math.round(part.x() * dense),
                (int) Math.round(part.y() * dense),
                (int) Math.round(part.width() * dense),
                (int) Math.round(part.height() * dense));
        assertThat(difference(drawn(List.of(corner), "corner.png"), expected))
                .as("as pixels")
                .isLessThan(0.2);
        runWell(plan(List.of(corner), "'format': {'type': 'pdf'}, 'name': 'corner'"));
        assertThat(difference(byOthers("corner.pdf"), expected)).as("as PDF").isLessThan(1);
    }

    /** Links out of the document stay; links to pages that did not come along, and what is not printed, go. */
    @Test
    void of_what_lies_on_a_page_only_that_comes_along_which_still_works() throws Exception {
        byte[] source;
        try (PDDocument document = Loader.loadPDF(page(0, 1))) {
            PDPage page = document.getPage(0);
            document.addPage(new PDPage());
            PDAnnotationLink out = new PDAnnotationLink();
            PDActionURI address = new PDActionURI();
            address.setURI("https://harrow-lane.example/");
            out.setAction(address);
            out.setRectangle(new PDRectangle(10, 10, 20, 20));
            PDAnnotationLink inside = new PDAnnotationLink();
            inside.setAction(new PDActionGoTo());
            inside.setRectangle(new PDRectangle(40, 10, 20, 20));
            List<PDAnnotation> all = new ArrayList<>(page.getAnnotations());
            all.add(out);
            all.add(inside);
            page.setAnnotations(all);
            source = saved(document);
        }
        runWell(plan(pieces("linked.pdf", source).subList(0, 1), "'format': {'type': 'pdf'}, 'name': 'carried'"));
        try (PDDocument document = Loader.loadPDF(folder.resolve("carried.pdf").toFile())) {
            assertThat(document.getNumberOfPages()).isEqualTo(1);
            List<PDAnnotation> kept = document.getPage(0).getAnnotations();
            assertThat(kept).hasSize(2);
            assertThat(kept.get(0)).isInstanceOf(PDAnnotationRubberStamp.class);
            assertThat(((PDActionURI) ((PDAnnotationLink) kept.get(1)).getAction()).getURI())
                    .isEqualTo("https://harrow-lane.example/");
        }
        Programs.run("qpdf", "--check", folder.resolve("carried.pdf").toString());
    }
}
