package app.vineparcel.demo;

import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.png.PngFormat;
import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.source.Canvas;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.geom.Ellipse2D;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.OptionalInt;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** The market poster as an OpenRaster picture of layers; its die-line shows on the screen and must not print. */
final class Poster {

    private static final PixelSize SIZE = new PixelSize(1600, 2200);
    private static final int PPI = 150;

    private Poster() {}

    static void write(Path file) throws IOException {
        String stack =
                """
                <?xml version="1.0" encoding="UTF-8"?>
                <image version="0.0.5" w="1600" h="2200" xres="150" yres="150"><stack>
                <layer name="Die-line" src="data/line.png"/>
                <layer name="Words" src="data/words.png"/>
                <stack name="Fruit" isolation="isolate"><layer name="Shine" src="data/shine.png" opacity="0.6" composite-op="svg:screen"/><layer name="Pears" src="data/pears.png"/></stack>
                <layer name="Wash" src="data/wash.png" composite-op="svg:multiply" opacity="0.8"/>
                <layer name="Paper" src="data/paper.png"/>
                </stack></image>
                """;
        try (OutputStream out = Files.newOutputStream(file);
                ZipOutputStream zip = new ZipOutputStream(out)) {
            type(zip);
            entry(zip, "stack.xml", stack.getBytes(StandardCharsets.UTF_8));
            layer(zip, "data/line.png", g -> {
                g.setColor(new Color(0xe6007e));
                g.setStroke(new BasicStroke(4));
                g.drawRoundRect(40, 40, 1520, 2120, 120, 120);
            });
            layer(zip, "data/words.png", Poster::bars);
            layer(zip, "data/pears.png", g -> {
                pear(g, 520, 0xb5b04a);
                pear(g, 980, 0xc98a3a);
            });
            layer(zip, "data/shine.png", g -> {
                g.setColor(new Color(255, 250, 220, 150));
                g.fill(new Ellipse2D.Double(480, 900, 130, 220));
                g.fill(new Ellipse2D.Double(940, 900, 130, 220));
            });
            layer(zip, "data/wash.png", g -> {
                g.setColor(new Color(0xe8c547));
                g.fill(new Ellipse2D.Double(150, 500, 1300, 1300));
            });
            layer(zip, "data/paper.png", g -> {
                g.setColor(new Color(0xf1f2ee));
                g.fillRect(0, 0, SIZE.width(), SIZE.height());
            });
            Pixels merged = Canvas.draw(new PixelSize(160, 220), OptionalInt.of(0xf1f2ee), g -> {});
            entry(zip, "mergedimage.png", png(merged));
        }
    }

    /** What stands on the poster, seen from afar: lines of words as bars. */
    private static void bars(Graphics2D g) {
        g.setColor(new Color(0x6a2e5b));
        g.fillRoundRect(200, 200, 1200, 120, 60, 60);
        g.fillRoundRect(380, 370, 840, 70, 35, 35);
        g.setColor(new Color(0x1f2622));
        g.fillRoundRect(300, 1920, 1000, 60, 30, 30);
    }

    private static void pear(Graphics2D g, int x, int colour) {
        g.setColor(new Color(colour));
        g.fill(new Ellipse2D.Double(x - 200, 1000, 400, 520));
        g.fill(new Ellipse2D.Double(x - 120, 760, 240, 420));
        g.setColor(new Color(0x4f3a22));
        g.setStroke(new BasicStroke(22, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
        g.drawLine(x, 770, x + 30, 660);
    }

    private static void layer(ZipOutputStream zip, String name, Canvas.Art art) throws IOException {
        entry(zip, name, png(Canvas.draw(SIZE, OptionalInt.empty(), art)));
    }

    private static byte[] png(Pixels pixels) throws IOException {
        Path file = Files.createTempFile("vine-parcel", ".png");
        try {
            new PngFormat(pixels.hasAlpha() ? 32 : 24)
                    .writer()
                    .write(new Picture(pixels, BuiltInProfile.SRGB.profile()), FileTags.profiled(PPI), file);
            return Files.readAllBytes(file);
        } finally {
            Files.delete(file);
        }
    }

    /** The first entry, not packed, says what the archive is (OpenRaster 0.0.5). */
    private static void type(ZipOutputStream zip) throws IOException {
        byte[] word = "image/openraster".getBytes(StandardCharsets.US_ASCII);
        ZipEntry entry = new ZipEntry("mimetype");
        entry.setMethod(ZipEntry.STORED);
        entry.setSize(word.length);
        CRC32 sum = new CRC32();
        sum.update(word);
        entry.setCrc(sum.getValue());
        entry.setTime(0);
        zip.putNextEntry(entry);
        zip.write(word);
    }

    private static void entry(ZipOutputStream zip, String name, byte[] content) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        entry.setTime(0);
        zip.putNextEntry(entry);
        zip.write(content);
    }
}
