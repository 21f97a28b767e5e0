package app.vineparcel.core.source;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.Notice;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.testing.Programs;
import java.io.ByteArrayOutputStream;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalInt;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.cos.COSStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.common.PDStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a page or a drawing holds and cannot be drawn is told, and the rest is drawn; what can be drawn is. */
class UndrawnPartsTest {

    private static final SourceReader READER = new SourceReader(SourceReader.USUAL_BUDGET);

    @TempDir
    Path folder;

    private record Drawn(Pixels pixels, List<Notice> before, List<Notice> after) {

        int rgb(int x, int y) {
            return pixels.sample(x, y, 0) << 16 | pixels.sample(x, y, 1) << 8 | pixels.sample(x, y, 2);
        }
    }

    private Drawn drawn(Path file) throws Exception {
        try (DrawnDocument document = (DrawnDocument) READER.document(file, SourceOptions.PLAIN)) {
            Piece piece = document.pieces().get(0);
            Pixels pixels =
                    READER.draw(file, document, piece, piece.size().box(), piece.pixels(), OptionalInt.of(0xffffff));
            List<Notice> before = new java.util.ArrayList<>(document.notices());
            before.addAll(piece.notices());
            return new Drawn(pixels, before, document.drawnNotices());
        }
    }

    /** A page of 60 × 40 points with a green square at its left, and a picture object in its right half. */
    private Path page(COSStream picture, String more) throws Exception {
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(new PDRectangle(60, 40));
            PDResources resources = new PDResources();
            if (picture != null) {
                COSDictionary objects = new COSDictionary();
                objects.setItem(COSName.getPDFName("P"), picture);
                resources.getCOSObject().setItem(COSName.XOBJECT, objects);
            }
            page.setResources(resources);
            PDStream content = new PDStream(document);
            try (OutputStream out = content.createOutputStream()) {
                String drawing =
                        "0 0.5 0 rg 0 0 20 40 re f " + (picture == null ? "" : "q 30 0 0 40 30 0 cm /P Do Q ") + more;
                out.write(drawing.getBytes(StandardCharsets.US_ASCII));
            }
            page.setContents(content);
            document.addPage(page);
            Path file = folder.resolve("page.pdf");
            document.save(file.toFile());
            return file;
        }
    }

    private static COSStream picture(String filter, int width, int height, byte[] data) throws Exception {
        COSStream stream = new COSStream();
        try (OutputStream out = stream.createRawOutputStream()) {
            out.write(data);
        }
        stream.setItem(COSName.TYPE, COSName.XOBJECT);
        stream.setItem(COSName.SUBTYPE, COSName.IMAGE);
        stream.setInt(COSName.WIDTH, width);
        stream.setInt(COSName.HEIGHT, height);
        stream.setInt(COSName.BITS_PER_COMPONENT, filter.startsWith("JBIG2") ? 1 : 8);
        stream.setItem(COSName.COLORSPACE, filter.startsWith("JBIG2") ? COSName.DEVICEGRAY : COSName.DEVICERGB);
        stream.setItem(COSName.FILTER, COSName.getPDFName(filter));
        return stream;
    }

    @Test
    void a_jpeg_2000_in_a_page_is_drawn() throws Exception {
        java.awt.image.BufferedImage red =
                new java.awt.image.BufferedImage(32, 32, java.awt.image.BufferedImage.TYPE_3BYTE_BGR);
        java.awt.Graphics2D graphics = red.createGraphics();
        graphics.setColor(java.awt.Color.RED);
        graphics.fillRect(0, 0, 32, 32);
        graphics.dispose();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg2000").next();
        try (ImageOutputStream out = ImageIO.createImageOutputStream(bytes)) {
            writer.setOutput(out);
            writer.write(red);
        }
        Drawn drawn = drawn(page(picture("JPXDecode", 32, 32, bytes.toByteArray()), ""));
        assertThat(drawn.after()).isEmpty();
        assertThat(drawn.rgb(45, 20) & 0xf0f0f0).isEqualTo(0xf00000);
        assertThat(drawn.rgb(10, 20)).isEqualTo(0x008000);
    }

    /** A JBIG2 page of one generic region, packed as group 4 by libtiff: black but for a white frame. */
    @Test
    void a_jbig2_in_a_page_is_drawn() throws Exception {
        StringBuilder pbm = new StringBuilder("P1 32 32\n");
        for (int i = 0; i < 32 * 32; i++) {
            pbm.append(i % 32 < 8 || i % 32 >= 24 ? "0 " : "1 ");
        }
        Path plain = Files.writeString(folder.resolve("a.pbm"), pbm);
        Pixels pixels = READER.open(plain).pixels();
        assertThat(pixels.sample(16, 16, 0)).isZero();
        byte[] group4 = group4(pixels);
        ByteBuffer data = ByteBuffer.allocate(11 + 19 + 11 + 18 + group4.length);
        data.putInt(0).put((byte) 48).put((byte) 0).put((byte) 1).putInt(19);
        data.putInt(32).putInt(32).putInt(0).putInt(0).put((byte) 0).putShort((short) 0);
        data.putInt(1).put((byte) 38).put((byte) 0).put((byte) 1).putInt(18 + group4.length);
        data.putInt(32)
                .putInt(32)
                .putInt(0)
                .putInt(0)
                .put((byte) 0)
                .put((byte) 1)
                .put(group4);
        Drawn drawn = drawn(page(picture("JBIG2Decode", 32, 32, data.array()), ""));
        assertThat(drawn.after()).isEmpty();
        assertThat(drawn.rgb(45, 20)).isEqualTo(0x000000);
        assertThat(drawn.rgb(32, 20)).isEqualTo(0xffffff);
    }

    /** The picture is turned round, since the library writes black as zero and group 4 writes it as one. */
    private byte[] group4(Pixels pixels) throws Exception {
        Path tiff = folder.resolve("g.tif");
        Path packed = folder.resolve("g4.tif");
        java.awt.image.BufferedImage image =
                new java.awt.image.BufferedImage(32, 32, java.awt.image.BufferedImage.TYPE_BYTE_BINARY);
        for (int i = 0; i < 32 * 32; i++) {
            image.setRGB(i % 32, i / 32, pixels.sample(i % 32, i / 32, 0) == 0 ? 0xffffffff : 0xff000000);
        }
        ImageIO.write(image, "tiff", tiff.toFile());
        Programs.run("tiffcp", "-c", "g4", "-r", "32", tiff.toString(), packed.toString());
        ByteBuffer in = ByteBuffer.wrap(Files.readAllBytes(packed)).order(java.nio.ByteOrder.LITTLE_ENDIAN);
        int offset = 0;
        int length = 0;
        for (int at = in.getInt(4) + 2, i = 0; i < in.getShort(in.getInt(4)); i++, at += 12) {
            offset = in.getShort(at) == 273 ? in.getInt(at + 8) : offset;
            length = in.getShort(at) == 279 ? in.getInt(at + 8) : length;
        }
        byte[] data = new byte[length];
        in.get(offset, data);
        return data;
    }

    @Test
    void a_picture_of_an_unknown_packing_is_told_and_the_rest_is_drawn() throws Exception {
        Drawn drawn = drawn(page(picture("FooDecode", 4, 4, new byte[48]), "0 0 1 rg 20 0 10 40 re f"));
        assertThat(drawn.after()).extracting(Notice::code).containsExactly("not-drawn");
        assertThat(drawn.after().get(0).text()).startsWith("A picture");
        assertThat(drawn.rgb(10, 20)).isEqualTo(0x008000);
        assertThat(drawn.rgb(25, 20)).as("what comes behind it").isEqualTo(0x0000ff);
    }

    @Test
    void a_shading_of_an_unknown_kind_is_told() throws Exception {
        Path file = page(null, "/S sh 0 0 1 rg 20 0 10 40 re f");
        Drawn drawn = drawn(file);
        assertThat(drawn.after()).extracting(Notice::text).allMatch(text -> text.startsWith("A shading"));
        assertThat(drawn.after()).hasSize(1);
        assertThat(drawn.rgb(25, 20)).isEqualTo(0x0000ff);
    }

    @Test
    void a_font_that_is_not_in_the_file_is_told_beforehand() throws Exception {
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage(new PDRectangle(60, 40));
            COSDictionary font = new COSDictionary();
            font.setItem(COSName.TYPE, COSName.FONT);
            font.setItem(COSName.SUBTYPE, COSName.TRUE_TYPE);
            font.setName(COSName.BASE_FONT, "HarrowLaneScript");
            COSDictionary fonts = new COSDictionary();
            fonts.setItem(COSName.getPDFName("F"), font);
            PDResources resources = new PDResources();
            resources.getCOSObject().setItem(COSName.FONT, fonts);
            page.setResources(resources);
            document.addPage(page);
            document.save(folder.resolve("font.pdf").toFile());
        }
        assertThat(drawn(folder.resolve("font.pdf")).before())
                .extracting(Notice::code)
                .containsExactly("font-missing");
    }

    private Drawn svg(String content) throws Exception {
        Path file = Files.writeString(
                folder.resolve("drawing.svg"),
                "<svg xmlns='http://www.w3.org/2000/svg' xmlns:xlink='http://www.w3.org/1999/xlink' width='60' height='40'>"
                        + content + "</svg>");
        return drawn(file);
    }

    /** Each shows at (30, 20) the colour that the standard says, where a renderer of SVG 1.1 shows another. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "<path d='M20 10h20a.5.5 0 0110 0v20H20z' fill='#123456'/> | 123456",
                "<path d='M20 10h20v20H20z broken' fill='#123456'/> | 123456",
                "<mask id='m'/><rect width='60' height='40' fill='#654321'/><rect width='60' height='40' mask='url(#m)'/> | 654321",
                "<rect width='60' height='40' fill='#123456' clip-path='url(#nowhere)'/> | 123456",
                "<style>rect:not(.b){fill:#123456}</style><rect width='60' height='40'/> | 123456",
                "<style>rect:nth-child(2n+1){fill:#654321}rect:nth-child(even){fill:#123456}</style><rect width='60' height='40'/> | 123456",
                "<style>rect[id^='fr']{fill:#123456}</style><rect id='front' width='60' height='40'/> | 123456",
                "<style>g > rect + rect{fill:#123456}</style><g><rect width='1' height='1'/><rect width='60' height='40'/></g> | 123456",
                "<rect width='60' height='40' fill='#ffffff' filter='invert(1) brightness(1)'/> | 000000",
                "<rect width='60' height='40' fill='#ff0000' style='filter:grayscale(100%)'/> | 363636",
                "<ellipse cx='30' cy='20' rx='15' fill='#123456'/> | 123456",
                "<rect width='60' height='40' fill='#123456' requiredFeatures='http://example.org/none'/> | 123456"
            })
    void what_svg_2_and_css_3_say_is_drawn(String content, String colour) throws Exception {
        Drawn drawn = svg(content);
        assertThat("%06x".formatted(drawn.rgb(30, 20))).isEqualTo(colour);
        assertThat(drawn.before()).isEmpty();
        assertThat(drawn.after()).isEmpty();
    }

    /** A smooth quadratic curve behind a cubic one begins straight: the point above the line stays white. */
    @Test
    void a_smooth_curve_behind_one_of_another_kind_begins_straight() throws Exception {
        Drawn drawn = svg("<path d='M0 30 C5 0 10 60 20 30 T40 30 V40 H0z' fill='#123456'/>");
        assertThat(drawn.rgb(30, 33)).isEqualTo(0x123456);
        assertThat(drawn.rgb(30, 27)).isEqualTo(0xffffff);
    }

    @Test
    void a_font_that_is_not_here_is_told_and_the_words_are_there() throws Exception {
        Drawn drawn = svg("<text x='2' y='30' font-size='30' font-family='Harrow Lane Script'>MMM</text>");
        assertThat(drawn.before()).extracting(Notice::code).containsExactly("font-missing");
        assertThat(drawn.before().get(0).text()).contains("“Harrow Lane Script”");
        assertThat(svg("<text x='2' y='30' font-family='Harrow Lane Script, sans-serif'>MMM</text>")
                        .before())
                .isEmpty();
    }

    @Test
    void an_element_in_error_is_left_out_alone_and_told() throws Exception {
        Drawn drawn = svg("<rect id='bad' width='-5' height='4'/><rect width='60' height='40' fill='#123456'/>");
        assertThat(drawn.rgb(30, 20)).isEqualTo(0x123456);
        assertThat(drawn.before()).extracting(Notice::code).containsExactly("not-drawn");
        assertThat(drawn.before().get(0).text()).contains("“bad” (rect)");
    }

    @Test
    void what_lies_outside_of_a_drawing_is_told() throws Exception {
        Drawn drawn = svg(
                "<image href='crates.jpg' width='9' height='9'/><foreignObject width='9' height='9'/>"
                        + "<switch><foreignObject width='9' height='9'/><rect width='60' height='40' fill='#123456'/></switch>");
        assertThat(drawn.before())
                .extracting(Notice::text)
                .satisfiesExactly(
                        text -> assertThat(text).startsWith("It shows “crates.jpg” from outside of the file"),
                        text -> assertThat(text).contains("foreignObject"));
        assertThat(svg("<rect id='r' width='9' height='9'/><use href='#r'/>").before())
                .isEmpty();
    }

    @Test
    void sixteen_bits_a_letter_and_no_namespace_are_read() throws Exception {
        String plain = "<svg width='60' height='40'><rect width='60' height='40' fill='#123456'/></svg>";
        for (java.nio.charset.Charset letters : List.of(StandardCharsets.UTF_16, StandardCharsets.UTF_8)) {
            Path file = Files.write(folder.resolve("letters.svg"), plain.getBytes(letters));
            assertThat(drawn(file).rgb(30, 20)).isEqualTo(0x123456);
        }
    }

    /** The letters of “To” stand closer than each by itself. */
    @Test
    void letters_are_kerned() throws Exception {
        Pixels both = svg("<text x='0' y='36' font-size='40' font-family='IBM Plex Sans'>To</text>")
                .pixels();
        Pixels apart =
                svg("<text x='0' y='36' font-size='40' font-family='IBM Plex Sans'>T<tspan x='23.2'>o</tspan></text>")
                        .pixels();
        assertThat(right(both)).isLessThan(right(apart));
    }

    private static int right(Pixels pixels) {
        for (int x = pixels.size().width() - 1; x >= 0; x--) {
            for (int y = 0; y < pixels.size().height(); y++) {
                if (pixels.sample(x, y, 0) < 128) {
                    return x;
                }
            }
        }
        return -1;
    }

    /** A drawing of which a part is another drawing: the whole is a piece, off unless somebody asks; the part is one beside it. */
    @Test
    void the_whole_drawing_is_a_piece_beside_its_artboards() throws Exception {
        Path file = Files.writeString(
                folder.resolve("nested.svg"),
                "<svg xmlns='http://www.w3.org/2000/svg' width='60' height='40'><rect width='60' height='40'/><svg id='seal' x='5' y='5' width='10' height='10'/></svg>");
        List<Piece> pieces = READER.contents(file, SourceOptions.PLAIN).pieces();
        assertThat(pieces).extracting(Piece::key).containsExactly("seal", Piece.WHOLE);
        assertThat(pieces).extracting(Piece::offered).containsExactly(true, false);
        assertThat(pieces.get(1).pixels()).isEqualTo(new app.vineparcel.core.geometry.PixelSize(60, 40));
    }
}
