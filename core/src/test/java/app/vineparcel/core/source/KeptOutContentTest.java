package app.vineparcel.core.source;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.geometry.PixelSize;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSBase;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSFloat;
import org.apache.pdfbox.cos.COSInteger;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.common.PDStream;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.pdmodel.graphics.form.PDFormXObject;
import org.apache.pdfbox.pdmodel.graphics.image.LosslessFactory;
import org.apache.pdfbox.pdmodel.graphics.image.PDImageXObject;
import org.apache.pdfbox.pdmodel.graphics.optionalcontent.PDOptionalContentGroup;
import org.apache.pdfbox.pdmodel.graphics.optionalcontent.PDOptionalContentProperties;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** A page without a layer or an ink looks as if what is in it had never been drawn, and as if nothing else had changed. */
class KeptOutContentTest {

    /**
     * A part of a page.
     *
     * @param state operators that go on to hold behind it
     * @param paint operators that paint, with a slot for those that go on to hold within a text
     */
    private record Part(String state, String paint) {

        String whole() {
            return paint.isEmpty() ? state : paint.formatted(state);
        }

        /** What is left of it where it is not seen. */
        String unseen() {
            return state;
        }
    }

    private static final List<Part> PARTS = List.of(
            new Part("1 0 0 rg", "%s 5 5 30 30 re f"),
            new Part("0 0 1 RG 4 w", "%s 40 10 30 40 re S"),
            new Part("0 1 0 rg 0 0 0 RG 3 w", "%s 10 50 40 30 re B"),
            new Part("", "%s 60 60 m 90 60 l 90 90 l b*"),
            new Part("2 Tr 0.5 w", "%s BT /F 24 Tf 10 20 Td (Fig) Tj ET"),
            new Part("0 Tr", "%s BT /F 20 Tf 30 70 Td (Pear) Tj ET"),
            new Part("", "%s BT /F 22 Tf 40 40 Td [(Pl) -200 (um)] TJ ET"),
            new Part("1 Tr", "%s BT /F 18 Tf 20 TL 5 90 Td (Leek) ' ET"),
            new Part(
                    "",
                    "%s q 25 0 0 25 70 5 cm BI /W 2 /H 1 /CS /RGB /BPC 8 ID \u0001\u0070\u0010\u0060\u0005\u0050 EI Q"),
            new Part("", "%s q 20 0 0 20 5 75 cm /Picture Do Q"),
            new Part("", "%s q 0 40 50 20 re W n /Shading sh Q"),
            new Part("", "%s /Note BMC 80 30 15 15 re f EMC"),
            new Part("", "%s q 1 0 1 rg 0 0 12 12 re f Q"));

    private static final SourceReader READER = new SourceReader(SourceReader.USUAL_BUDGET);

    @TempDir
    Path folder;

    private byte[] drawn(String name, String content, String form, Set<String> keptOut) throws Exception {
        Path file = folder.resolve(name);
        write(file, content, form);
        try (Document document = READER.document(file, new SourceOptions(PageBox.CROP, keptOut))) {
            Piece page = document.pieces().get(0);
            return ((DrawnDocument) document)
                    .draw(page, page.size().box(), new PixelSize(150, 150), OptionalInt.of(0xffffff))
                    .bytes();
        }
    }

    private static void write(Path file, String content, String form) throws IOException {
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(new PDRectangle(100, 100));
            document.addPage(page);
            PDResources resources = new PDResources();
            resources.put(COSName.getPDFName("F"), new PDType1Font(Standard14Fonts.FontName.HELVETICA_BOLD));
            BufferedImage dot = new BufferedImage(2, 2, BufferedImage.TYPE_INT_RGB);
            dot.setRGB(1, 1, 0x30a0ff);
            PDImageXObject picture = LosslessFactory.createFromImage(document, dot);
            resources.put(COSName.getPDFName("Picture"), picture);
            resources.getCOSObject().setItem(COSName.SHADING, named("Shading", shading()));
            resources.getCOSObject().setItem(COSName.COLORSPACE, named("Ink", ink()));
            PDOptionalContentProperties layers = new PDOptionalContentProperties();
            document.getDocumentCatalog().setOCProperties(layers);
            PDOptionalContentGroup guides = new PDOptionalContentGroup("Guides");
            layers.addGroup(guides);
            COSDictionary properties = named("Guides", guides.getCOSObject());
            resources.getCOSObject().setItem(COSName.PROPERTIES, properties);
            PDFormXObject block = new PDFormXObject(document);
            block.setBBox(new PDRectangle(100, 100));
            block.setResources(new PDResources(resources.getCOSObject()));
            put(block.getStream(), form);
            PDFormXObject sign = new PDFormXObject(document);
            sign.setBBox(new PDRectangle(100, 100));
            sign.setResources(new PDResources());
            sign.setOptionalContent(guides);
            put(sign.getStream(), "1 0.5 0 rg 50 0 50 50 re f");
            resources.put(COSName.getPDFName("Block"), block);
            resources.put(COSName.getPDFName("Sign"), sign);
            page.setResources(resources);
            PDStream stream = new PDStream(document);
            put(stream, content);
            page.setContents(stream);
            document.save(file.toFile());
        }
    }

    private static void put(PDStream stream, String content) throws IOException {
        try (OutputStream out = stream.createOutputStream()) {
            out.write(content.getBytes(StandardCharsets.ISO_8859_1));
        }
    }

    private static COSDictionary named(String name, COSBase value) {
        COSDictionary dictionary = new COSDictionary();
        dictionary.setItem(COSName.getPDFName(name), value);
        return dictionary;
    }

    private static COSArray numbers(double... numbers) {
        COSArray array = new COSArray();
        for (double number : numbers) {
            array.add(new COSFloat((float) number));
        }
        return array;
    }

    /** From one colour to another by an exponent of 1. */
    private static COSDictionary blend(COSArray from, COSArray to) {
        COSDictionary function = new COSDictionary();
        function.setInt(COSName.FUNCTION_TYPE, 2);
        function.setItem(COSName.DOMAIN, numbers(0, 1));
        function.setItem(COSName.C0, from);
        function.setItem(COSName.C1, to);
        function.setInt(COSName.N, 1);
        return function;
    }

    private static COSDictionary shading() {
        COSDictionary shading = new COSDictionary();
        shading.setItem(COSName.SHADING_TYPE, COSInteger.TWO);
        shading.setItem(COSName.COLORSPACE, COSName.DEVICERGB);
        shading.setItem(COSName.COORDS, numbers(0, 0, 50, 0));
        shading.setItem(COSName.FUNCTION, blend(numbers(1, 1, 0), numbers(0, 0.5, 0.5)));
        return shading;
    }

    private static COSArray ink() {
        COSArray space = new COSArray();
        space.add(COSName.SEPARATION);
        space.add(COSName.getPDFName("Cutter"));
        space.add(COSName.DEVICERGB);
        space.add(blend(numbers(1, 1, 1), numbers(1, 0, 1)));
        return space;
    }

    private static String within(String content) {
        return "/OC /Guides BDC " + content + " EMC";
    }

    static List<Long> seeds() {
        return new Random(20).longs(60).boxed().toList();
    }

    /** Parts in any order, some of them in the layer, on the page and within a form on it. */
    @ParameterizedTest
    @MethodSource("seeds")
    void a_layer_leaves_no_trace(long seed) throws Exception {
        Random random = new Random(seed);
        List<String> all = new ArrayList<>();
        List<String> seen = new ArrayList<>();
        List<String> allInForm = new ArrayList<>();
        List<String> seenInForm = new ArrayList<>();
        for (int i = 0; i < 7; i++) {
            Part part = PARTS.get(random.nextInt(PARTS.size()));
            boolean hidden = random.nextBoolean();
            boolean inForm = i < 3;
            (inForm ? allInForm : all).add(hidden ? within(part.whole()) : part.whole());
            (inForm ? seenInForm : seen).add(hidden ? part.unseen() : part.whole());
        }
        all.add(random.nextInt(all.size()), "/Block Do");
        seen.add(all.indexOf("/Block Do"), "/Block Do");
        String content = lines(all);
        assertThat(drawn("all.pdf", content, lines(allInForm), Set.of("guides")))
                .as(content)
                .isEqualTo(drawn("seen.pdf", lines(seen), lines(seenInForm), Set.of()));
    }

    private static String lines(List<String> parts) {
        return parts.stream().collect(Collectors.joining("\n"));
    }

    /** What is painted in the ink goes, what is painted in another colour stays, also where one operator does both. */
    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "/Ink cs 1 scn 5 5 30 30 re f; /Ink cs 1 scn",
                "/Ink CS 1 SCN 9 w 10 10 m 90 90 l S; /Ink CS 1 SCN 9 w",
                "/Ink cs 1 scn 0 0 1 RG 4 w 10 10 50 50 re B; 0 0 1 RG 4 w 10 10 50 50 re S",
                "/Ink cs 1 scn 0 0 1 RG 4 w 10 10 m 60 10 l 60 60 l b; 0 0 1 RG 4 w 10 10 m 60 10 l 60 60 l s",
                "/Ink CS 1 SCN 0 1 0 rg 4 w 10 10 50 50 re B*; 0 1 0 rg 10 10 50 50 re f*",
                "/Ink CS 1 SCN /Ink cs 1 scn 4 w 10 10 50 50 re b*; 4 w",
                "/Ink cs 1 scn BT /F 24 Tf 10 20 Td (Cut) Tj ET; q Q",
                "q /Ink cs 1 scn 0 0 20 20 re f Q 40 40 20 20 re f; 40 40 20 20 re f",
                "/Ink cs 1 scn 0 0 20 20 re f 1 0 0 rg 40 40 20 20 re f; 1 0 0 rg 40 40 20 20 re f",
                "/Ink cs 1 scn /Block Do; q Q",
                "Do cs Tr EMC Q 5 Tr 0 0 9 9 re f /Ink cs 1 scn 20 20 9 9 re f; 0 0 9 9 re f",
                "/Ink cs 1 scn 2 Tr BT /F 24 Tf 10 20 Td (Cut) Tj ET 0 0 1 rg BT /F 24 Tf 10 60 Td (Art) Tj ET; "
                        + "2 Tr 0 0 1 rg BT /F 24 Tf 10 60 Td (Art) Tj ET",
            })
    void an_ink_leaves_no_trace(String content, String seen) throws Exception {
        assertThat(drawn("all.pdf", content, "30 30 40 40 re f", Set.of("Cutter")))
                .isEqualTo(drawn("seen.pdf", seen, "", Set.of()));
    }

    @Test
    void how_text_is_painted_outlives_text_that_is_not_seen() throws Exception {
        String text = " BT /F 24 Tf 10 %d Td (Art) Tj ET ";
        String start = "2 Tr 0 0 1 RG ";
        String content = start + within(text.formatted(20)) + text.formatted(60);
        assertThat(drawn("all.pdf", content, "", Set.of("Guides")))
                .isEqualTo(drawn("seen.pdf", start + text.formatted(60), "", Set.of()));
    }

    @ParameterizedTest
    @CsvSource({"/Sign Do, ''", "q /Sign Do Q 0 0 9 9 re f, 0 0 9 9 re f"})
    void an_object_that_is_in_the_layer_goes(String content, String seen) throws Exception {
        assertThat(drawn("all.pdf", content, "", Set.of("Guides"))).isEqualTo(drawn("seen.pdf", seen, "", Set.of()));
    }
}
