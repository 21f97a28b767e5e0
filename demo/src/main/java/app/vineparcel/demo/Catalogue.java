package app.vineparcel.demo;

import app.vineparcel.core.codec.pdf.PdfFile;
import app.vineparcel.core.codec.pdf.PdfSheet;
import app.vineparcel.core.codec.pdf.PdfTarget;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceOptions;
import app.vineparcel.core.source.svg.SvgDocument;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/** The autumn catalogue as a PDF: an upright cover, two spreads that lie, a narrow price list and an order card. */
final class Catalogue {

    private static final double POINTS_PER_PX = 72.0 / 96;
    private static final double PX_PER_MM = 96 / 25.4;

    /** A page: its size in mm, and its art in px from the upper left corner. */
    private record Page(String name, double width, double height, String art) {}

    private Catalogue() {}

    static void write(Path file) throws IOException {
        List<PdfSheet> sheets = new ArrayList<>();
        for (Page page : pages()) {
            double width = page.width() * PX_PER_MM;
            double height = page.height() * PX_PER_MM;
            String svg =
                    "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%smm\" height=\"%smm\" viewBox=\"0 0 %s %s\">%s</svg>"
                            .formatted(page.width(), page.height(), width, height, page.art());
            SvgDocument document =
                    SvgDocument.read(svg.getBytes(StandardCharsets.UTF_8), page.name(), SourceOptions.PLAIN);
            Piece whole = document.pieces().get(0);
            Box place = whole.size().times(POINTS_PER_PX).box();
            sheets.add(new PdfSheet(
                    page.name(),
                    whole.size().times(POINTS_PER_PX),
                    0,
                    false,
                    OptionalInt.empty(),
                    List.of(PdfSheet.Placed.whole(document.art(whole, 300), place))));
        }
        new PdfFile("1.7", "Autumn catalogue", Optional.empty(), Optional.empty(), PdfTarget.FontUse.EMBED)
                .write(sheets, file);
    }

    private static List<Page> pages() {
        return List.of(
                new Page("Cover", 210, 297, cover()),
                new Page("Orchard", 420, 297, spread("From the orchard", "#d8634a", 0)),
                new Page("Larder", 420, 297, spread("From the larder", "#a4547f", 2)),
                new Page("Price list", 105, 297, prices()),
                new Page("Order card", 148, 105, card()));
    }

    private static String cover() {
        return """
                <rect width="794" height="1123" fill="#f1f2ee"/><circle cx="397" cy="470" r="250" fill="#e8c547"/><path d="M397 220C520 300 560 520 397 720C234 520 274 300 397 220Z" fill="#2e6a4a"/>
                <text x="397" y="900" text-anchor="middle" font-family="IBM Plex Sans SemiBold" font-size="72" fill="#6a2e5b">Autumn</text>
                <text x="397" y="960" text-anchor="middle" font-family="IBM Plex Sans" font-size="34" fill="#1f2622">Harrow Lane Growers</text>
                """;
    }

    private static String spread(String title, String colour, int shift) {
        StringBuilder art = new StringBuilder("<rect width=\"1588\" height=\"1123\" fill=\"#fbfbf8\"/>");
        art.append(
                "<text x=\"80\" y=\"140\" font-family=\"IBM Plex Sans SemiBold\" font-size=\"60\" fill=\"#1f2622\">%s</text>"
                        .formatted(title));
        String[] names = {"Early pippin", "Grey russet", "Long keeper", "Quince jelly", "Plum butter", "Apple chutney"};
        for (int i = 0; i < 8; i++) {
            int x = 80 + i % 4 * 370;
            int y = 220 + i / 4 * 420;
            art.append("<rect x=\"%d\" y=\"%d\" width=\"320\" height=\"280\" fill=\"%s\" fill-opacity=\"%s\"/>"
                    .formatted(x, y, colour, (3 + i % 4) / 10.0));
            art.append("<circle cx=\"%d\" cy=\"%d\" r=\"%d\" fill=\"%s\"/>"
                    .formatted(x + 160, y + 140, 60 + i * 13 % 50, colour));
            art.append(
                    "<text x=\"%d\" y=\"%d\" font-family=\"IBM Plex Sans\" font-size=\"24\" fill=\"#1f2622\">%s</text>"
                            .formatted(x, y + 320, names[(i + shift) % names.length]));
        }
        return art.toString();
    }

    private static String prices() {
        StringBuilder art = new StringBuilder(
                "<rect width=\"397\" height=\"1123\" fill=\"#ffffff\"/><rect width=\"397\" height=\"120\" fill=\"#6a2e5b\"/>"
                        + "<text x=\"40\" y=\"76\" font-family=\"IBM Plex Sans SemiBold\" font-size=\"34\" fill=\"#fff\">Price list</text>");
        String[] goods = {
            "Early pippin, crate",
            "Grey russet, crate",
            "Quince jelly",
            "Plum butter",
            "Apple chutney",
            "Lavender, bunch"
        };
        for (int i = 0; i < 18; i++) {
            int y = 180 + i * 48;
            art.append("<text x=\"40\" y=\"%d\" font-family=\"IBM Plex Sans\" font-size=\"18\">%s</text>"
                    .formatted(y, goods[i % goods.length]));
            art.append(
                    "<text x=\"357\" y=\"%d\" text-anchor=\"end\" font-family=\"IBM Plex Sans\" font-size=\"18\">%d.%02d</text>"
                            .formatted(y, 3 + i * 7 % 19, i * 25 % 100));
            art.append("<line x1=\"40\" x2=\"357\" y1=\"%d\" y2=\"%d\" stroke=\"#d7dad2\"/>".formatted(y + 16, y + 16));
        }
        return art.toString();
    }

    private static String card() {
        StringBuilder art = new StringBuilder(
                "<rect width=\"559\" height=\"397\" fill=\"#f1f2ee\"/>"
                        + "<text x=\"36\" y=\"70\" font-family=\"IBM Plex Sans SemiBold\" font-size=\"30\" fill=\"#2e6a4a\">Order card</text>");
        for (int i = 0; i < 5; i++) {
            art.append("<line x1=\"36\" x2=\"523\" y1=\"%d\" y2=\"%d\" stroke=\"#1f2622\"/>"
                    .formatted(130 + i * 48, 130 + i * 48));
        }
        return art.toString();
    }
}
