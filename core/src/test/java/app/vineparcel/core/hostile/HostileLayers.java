package app.vineparcel.core.hostile;

import static app.vineparcel.core.hostile.PictureBlocks.ascii;
import static app.vineparcel.core.hostile.PictureBlocks.bytes;
import static app.vineparcel.core.hostile.PictureBlocks.chunk;
import static app.vineparcel.core.hostile.PictureBlocks.emptyPng;
import static app.vineparcel.core.hostile.PictureBlocks.png;
import static app.vineparcel.core.hostile.PictureBlocks.rows;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** OpenRaster files made to hurt whoever reads them. */
final class HostileLayers {

    private HostileLayers() {}

    /** By file name. */
    static Map<String, byte[]> all() throws IOException {
        Map<String, byte[]> made = new LinkedHashMap<>();
        String head = "<?xml version='1.0'?><image w='9' h='9'>";
        made.put("groups.ora", ora(head + "<stack>".repeat(100_000)));
        made.put(
                "groups-shown.ora",
                ora(head + "<stack>".repeat(400) + "<layer src='a.png'/>" + "</stack>".repeat(400) + "</image>"));
        String large = "<?xml version='1.0'?><image w='16000' h='16000'>";
        made.put(
                "groups-large.ora",
                ora(large + "<stack>".repeat(300) + "<layer src='a.png'/>" + "</stack>".repeat(300) + "</image>"));
        made.put(
                "groups-many.ora",
                ora(large + "<stack>" + "<stack opacity='.5'><layer src='a.png'/></stack>".repeat(2_000)
                        + "</stack></image>"));
        made.put("layers.ora", ora(large + "<stack>" + "<layer src='b.png'/>".repeat(1_900) + "</stack></image>"));
        made.put(
                "entities.ora",
                ora("<!DOCTYPE x [<!ENTITY a 'aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa'><!ENTITY b '"
                        + "&a;".repeat(9_000) + "'><!ENTITY c '" + "&b;".repeat(9_000)
                        + "'>]><image w='9' h='9'>&c;</image>"));
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            zip.putNextEntry(new ZipEntry("mimetype"));
            zip.write(ascii("image/openraster"));
            zip.putNextEntry(new ZipEntry("stack.xml"));
            byte[] blank = new byte[1 << 20];
            Arrays.fill(blank, (byte) ' ');
            for (int i = 0; i < 2_000; i++) {
                zip.write(blank);
            }
        }
        made.put("text-packed.ora", bytes.toByteArray());
        return made;
    }

    private static byte[] ora(String stack) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            ZipEntry kind = new ZipEntry("mimetype");
            kind.setMethod(ZipEntry.STORED);
            CRC32 sum = new CRC32();
            sum.update(ascii("image/openraster"));
            kind.setCrc(sum.getValue());
            kind.setSize(16);
            zip.putNextEntry(kind);
            zip.write(ascii("image/openraster"));
            zip.putNextEntry(new ZipEntry("stack.xml"));
            zip.write(ascii(stack));
            zip.putNextEntry(new ZipEntry("a.png"));
            zip.write(png(9, 9, chunk("IDAT", rows(9, 9))));
            zip.putNextEntry(new ZipEntry("b.png"));
            zip.write(emptyPng(5_000, 5_000));
        }
        return bytes.toByteArray();
    }
}
