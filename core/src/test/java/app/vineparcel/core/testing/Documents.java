package app.vineparcel.core.testing;

import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.png.PngFormat;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.pdfbox.cos.COSArray;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.common.function.PDFunction;
import org.apache.pdfbox.pdmodel.font.PDType1Font;
import org.apache.pdfbox.pdmodel.font.Standard14Fonts;
import org.apache.pdfbox.pdmodel.graphics.color.PDColor;
import org.apache.pdfbox.pdmodel.graphics.color.PDDeviceRGB;
import org.apache.pdfbox.pdmodel.graphics.color.PDSeparation;
import org.apache.pdfbox.pdmodel.graphics.optionalcontent.PDOptionalContentGroup;
import org.apache.pdfbox.pdmodel.graphics.optionalcontent.PDOptionalContentProperties;
import org.apache.pdfbox.pdmodel.graphics.state.PDExtendedGraphicsState;

/** Small made documents for tests. */
public final class Documents {

    private static final LocalDateTime MOMENT = LocalDateTime.of(2026, 10, 3, 16, 12);

    private Documents() {}

    /** Two artboards side by side: a label with text and a gradient, and a round seal; a die-line lies over the label. */
    public static byte[] svg() {
        return """
                <svg xmlns="http://www.w3.org/2000/svg" width="420" height="200" viewBox="0 0 420 200">
                  <defs>
                    <linearGradient id="sky"><stop offset="0" stop-color="#3f7d58"/><stop offset="1" stop-color="#e8c547"/></linearGradient>
                    <filter id="soft"><feGaussianBlur stdDeviation="3"/></filter>
                  </defs>
                  <view id="label" viewBox="0 0 200 200"><title>Front label</title></view>
                  <view id="seal" viewBox="220 0 200 200"/>
                  <g id="front"><rect width="200" height="200" fill="url(#sky)"/>
                    <text x="20" y="60" font-family="IBM Plex Sans SemiBold" font-size="32">Quince</text>
                    <circle cx="150" cy="140" r="30" filter="url(#soft)" opacity="0.5"/></g>
                  <circle id="round" cx="320" cy="100" r="80" fill="#a23b4a"/>
                  <rect id="die-line" x="2" y="2" width="196" height="196" fill="none" stroke="#f0f" stroke-width="2"/>
                </svg>
                """
                .getBytes(StandardCharsets.UTF_8);
    }

    /** Two pages, one upright and one turned, of 200 × 100 and 100 × 300 points as they are seen. */
    public static byte[] pdf() throws IOException {
        try (PDDocument document = new PDDocument()) {
            for (int i = 0; i < 2; i++) {
                PDPage page = new PDPage(i == 0 ? new PDRectangle(200, 100) : new PDRectangle(300, 100));
                page.setRotation(i * 90);
                document.addPage(page);
                try (PDPageContentStream out = new PDPageContentStream(document, page)) {
                    out.setNonStrokingColor(0.8f, 0.2f, 0.1f);
                    out.addRect(0, 0, 20, 10);
                    out.fill();
                    out.beginText();
                    out.setFont(new PDType1Font(Standard14Fonts.FontName.HELVETICA), 18);
                    out.newLineAtOffset(30, 40);
                    out.showText("Price list " + (i + 1));
                    out.endText();
                }
            }
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            document.save(bytes);
            return bytes.toByteArray();
        }
    }

    /**
     * A page of 100 × 100 points: a green square in a layer that is off, a blue one in a layer that is on, and a stroke in an overprinting
     * spot colour “Cutter”, each 30 points wide from the left.
     */
    public static byte[] layeredPdf() throws IOException {
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(new PDRectangle(100, 100));
            document.addPage(page);
            PDOptionalContentProperties layers = new PDOptionalContentProperties();
            document.getDocumentCatalog().setOCProperties(layers);
            PDOptionalContentGroup notes = new PDOptionalContentGroup("Notes");
            PDOptionalContentGroup art = new PDOptionalContentGroup("Art");
            layers.addGroup(notes);
            layers.addGroup(art);
            layers.setGroupEnabled(notes, false);
            PDSeparation cutter = new PDSeparation();
            cutter.setColorantName("Cutter");
            cutter.setAlternateColorSpace(PDDeviceRGB.INSTANCE);
            cutter.setTintTransform(PDFunction.create(tint()));
            PDExtendedGraphicsState overprint = new PDExtendedGraphicsState();
            overprint.setStrokingOverprintControl(true);
            try (PDPageContentStream out = new PDPageContentStream(document, page)) {
                out.beginMarkedContent(COSName.OC, notes);
                out.setNonStrokingColor(0f, 1f, 0f);
                out.addRect(0, 0, 30, 100);
                out.fill();
                out.endMarkedContent();
                out.beginMarkedContent(COSName.OC, art);
                out.setNonStrokingColor(0f, 0f, 1f);
                out.addRect(30, 0, 30, 100);
                out.fill();
                out.endMarkedContent();
                out.setGraphicsStateParameters(overprint);
                out.setStrokingColor(new PDColor(new float[] {1}, cutter));
                out.setLineWidth(30);
                out.moveTo(75, 0);
                out.lineTo(75, 100);
                out.stroke();
            }
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            document.save(bytes);
            return bytes.toByteArray();
        }
    }

    private static COSArray numbers(float... numbers) {
        COSArray array = new COSArray();
        array.setFloatArray(numbers);
        return array;
    }

    /** From white to magenta. */
    private static COSDictionary tint() {
        COSDictionary function = new COSDictionary();
        function.setInt(COSName.FUNCTION_TYPE, 2);
        function.setItem(COSName.DOMAIN, numbers(0f, 1f));
        function.setItem(COSName.C0, numbers(1f, 1f, 1f));
        function.setItem(COSName.C1, numbers(1f, 0f, 1f));
        function.setInt(COSName.N, 1);
        return function;
    }

    /** Three layers of 64 × 48 px: a photograph, a multiplied square and a hidden die-line. */
    public static byte[] openRaster() throws IOException {
        String stack =
                """
                <?xml version='1.0'?><image w="64" h="48"><stack>
                <layer name="Die-line" src="data/line.png" visibility="hidden"/>
                <layer name="Square" src="data/square.png" x="10" y="10" composite-op="svg:multiply" opacity="0.5"/>
                <layer name="Photo" src="data/photo.png"/></stack></image>
                """;
        return zip(Map.of(
                "stack.xml",
                stack.getBytes(StandardCharsets.UTF_8),
                "data/photo.png",
                png(64, 48, 0xffffff),
                "data/square.png",
                png(20, 20, 0x804020),
                "data/line.png",
                png(64, 48, 0xff00ff)));
    }

    /** A zip whose first entry is the type of an OpenRaster; the same bytes for the same entries. */
    public static byte[] zip(Map<String, byte[]> entries) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            ZipEntry type = new ZipEntry("mimetype");
            byte[] word = "image/openraster".getBytes(StandardCharsets.US_ASCII);
            type.setMethod(ZipEntry.STORED);
            type.setSize(word.length);
            java.util.zip.CRC32 sum = new java.util.zip.CRC32();
            sum.update(word);
            type.setCrc(sum.getValue());
            type.setTimeLocal(MOMENT);
            zip.putNextEntry(type);
            zip.write(word);
            for (Map.Entry<String, byte[]> entry : new TreeMap<>(entries).entrySet()) {
                ZipEntry file = new ZipEntry(entry.getKey());
                file.setTimeLocal(MOMENT);
                zip.putNextEntry(file);
                zip.write(entry.getValue());
            }
        }
        return bytes.toByteArray();
    }

    /** A PNG of one colour, 0xRRGGBB. */
    public static byte[] png(int width, int height, int colour) throws IOException {
        Path file = Files.createTempFile("vine-parcel", ".png");
        try {
            new PngFormat(24)
                    .writer()
                    .write(
                            Pictures.picture(Pictures.rgb(width, height, (x, y) -> colour)),
                            FileTags.profiled(72),
                            file);
            return Files.readAllBytes(file);
        } finally {
            Files.delete(file);
        }
    }
}
