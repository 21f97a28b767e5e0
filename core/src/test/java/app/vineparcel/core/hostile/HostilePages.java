package app.vineparcel.core.hostile;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.zip.Deflater;

/** PDF files made to hurt whoever reads them. */
final class HostilePages {

    private static final int DEEP = 25;

    private final Map<String, byte[]> made = new LinkedHashMap<>();

    private HostilePages() {}

    /** By file name. */
    static Map<String, byte[]> all() {
        HostilePages pages = new HostilePages();
        pages.references();
        pages.contents();
        pages.paints();
        pages.structure();
        return pages.made;
    }

    /** Objects of a file, from number 1. */
    private static final class Objects {
        private final List<byte[]> all = new ArrayList<>();

        int add(String text) {
            all.add(text.getBytes(StandardCharsets.ISO_8859_1));
            return all.size();
        }

        int stream(String entries, String content) {
            return stream(entries, packed(content), true);
        }

        int stream(String entries, byte[] content, boolean isPacked) {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            out.writeBytes("<<%s %s /Length %d>>\nstream\n"
                    .formatted(entries, isPacked ? "/Filter /FlateDecode" : "", content.length)
                    .getBytes(StandardCharsets.ISO_8859_1));
            out.writeBytes(content);
            out.writeBytes("\nendstream".getBytes(StandardCharsets.ISO_8859_1));
            all.add(out.toByteArray());
            return all.size();
        }

        byte[] file() {
            return file("");
        }

        byte[] file(String trailer) {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            out.writeBytes("%PDF-1.7\n".getBytes(StandardCharsets.ISO_8859_1));
            StringBuilder table = new StringBuilder("xref\n0 %d\n0000000000 65535 f \n".formatted(all.size() + 1));
            for (int i = 0; i < all.size(); i++) {
                table.append(String.format(Locale.ROOT, "%010d 00000 n \n", out.size()));
                out.writeBytes((i + 1 + " 0 obj\n").getBytes(StandardCharsets.ISO_8859_1));
                out.writeBytes(all.get(i));
                out.writeBytes("\nendobj\n".getBytes(StandardCharsets.ISO_8859_1));
            }
            int start = out.size();
            out.writeBytes((table
                            + "trailer\n<</Size %d /Root 1 0 R %s>>\nstartxref\n%d\n%%%%EOF"
                                    .formatted(all.size() + 1, trailer, start))
                    .getBytes(StandardCharsets.ISO_8859_1));
            return out.toByteArray();
        }
    }

    /** A file of one page, 400 by 300, whose content is object 4 and whose resources are given; further objects from 5 on. */
    private static Objects page(String resources, String content) {
        return page("", resources, content);
    }

    private static Objects page(String catalogue, String resources, String content) {
        Objects objects = new Objects();
        objects.add("<</Type /Catalog /Pages 2 0 R " + catalogue + ">>");
        objects.add("<</Type /Pages /Kids [3 0 R] /Count 1>>");
        objects.add("<</Type /Page /Parent 2 0 R /MediaBox [0 0 400 300] /Contents 4 0 R /Resources <<" + resources
                + ">> >>");
        objects.stream("", content);
        return objects;
    }

    private void references() {
        Objects forms = page("/XObject <</F 5 0 R>>", "/F Do /F Do");
        for (int i = 0; i < DEEP; i++) {
            forms.stream(
                    "/Type /XObject /Subtype /Form /BBox [0 0 400 300] /Resources <</XObject <</F " + (6 + i)
                            + " 0 R>> >>",
                    "/F Do /F Do");
        }
        forms.stream("/Type /XObject /Subtype /Form /BBox [0 0 9 9]", "0 0 9 9 re f");
        made.put("forms-doubled.pdf", forms.file());

        Objects circle = page("/XObject <</F 5 0 R>>", "/F Do");
        circle.stream(
                "/Type /XObject /Subtype /Form /BBox [0 0 400 300] /Resources <</XObject <</F 5 0 R>> >>",
                "/F Do /F Do");
        made.put("forms-in-a-circle.pdf", circle.file());

        Objects tilings = page("/Pattern <</P 5 0 R>>", "/Pattern cs /P scn 0 0 400 300 re f");
        for (int i = 0; i < DEEP; i++) {
            tilings.stream(
                    "/PatternType 1 /PaintType 1 /TilingType 1 /BBox [0 0 40 40] /XStep 40 /YStep 40 /Resources <</Pattern <</P "
                            + (6 + i) + " 0 R>> >>",
                    "/Pattern cs /P scn 0 0 20 40 re f 20 0 20 40 re f");
        }
        tilings.stream(
                "/PatternType 1 /PaintType 1 /TilingType 1 /BBox [0 0 40 40] /XStep 40 /YStep 40 /Resources <<>>",
                "0 0 9 9 re f");
        made.put("tilings-doubled.pdf", tilings.file());

        Objects masks = page("/ExtGState <</G 5 0 R>>", "/G gs 0 0 400 300 re f");
        for (int i = 0; i < DEEP; i++) {
            masks.add("<</SMask <</S /Luminosity /G " + (6 + 2 * i) + " 0 R>> >>");
            masks.stream(
                    "/Type /XObject /Subtype /Form /BBox [0 0 400 300] /Group <</S /Transparency /CS /DeviceRGB>> /Resources <</ExtGState <</G "
                            + (7 + 2 * i) + " 0 R>> >>",
                    "/G gs 0 0 200 300 re f 200 0 200 300 re f");
        }
        masks.add("<</ca 0.5>>");
        made.put("masks-doubled.pdf", masks.file());

        Objects letters = page("/Font <</F 5 0 R>>", "BT /F 20 Tf 9 9 Td (aaaa) Tj ET");
        letters.add(
                "<</Type /Font /Subtype /Type3 /FontBBox [0 0 1000 1000] /FontMatrix [.001 0 0 .001 0 0] /FirstChar 97 /LastChar 97 /Widths [1000] /Encoding <</Differences [97 /a]>> /CharProcs <</a 6 0 R>> /Resources <</Font <</F 5 0 R>> >> >>");
        letters.stream("", "1000 0 d0 BT /F 900 Tf (aa) Tj ET");
        made.put("letters-in-a-circle.pdf", letters.file());
    }

    private void contents() {
        made.put(
                "operators.pdf",
                page("", "0 0 m " + "1 1 l ".repeat(20_000_000)).file());
        made.put(
                "operators-painted.pdf",
                page("", "0 0 99 99 re f ".repeat(2_000_000)).file());
        made.put(
                "operators-wide.pdf",
                page("", "40 w 0 0 m 400 300 l S ".repeat(400_000)).file());
        made.put("states.pdf", page("", "q ".repeat(5_000_000)).file());
        made.put(
                "clips.pdf",
                page("", "0 0 m 400 9 l 9 300 l W n ".repeat(100_000) + "0 0 400 300 re f")
                        .file());
        made.put(
                "clips-jagged.pdf",
                page(
                                "",
                                "0 0 m " + times(20_000, i -> (i * 37 % 400) + " " + (i * 91 % 300) + " l ") + "W n "
                                        + "0 0 400 300 re f ".repeat(50))
                        .file());
        made.put("numbers.pdf", page("", "9".repeat(8_000_000) + " 0 m 9 9 l S").file());
        made.put("operands.pdf", page("", "1 ".repeat(20_000_000) + "m").file());
        made.put("arrays.pdf", page("", "[".repeat(200_000) + " m").file());
        made.put("dashes.pdf", page("", "[0.0001] 0 d 0 0 m 400 300 l S").file());
        made.put(
                "dashes-far.pdf", page("", "[0.001] 0 d 0 0 m 1000000000 9 l S").file());
        made.put(
                "dashes-many.pdf",
                page("", "[0.0004] 0 d " + "0 0 m 400 300 l S ".repeat(300)).file());
        Objects text = page("/Font <</F 5 0 R>>", "BT /F 20 Tf 9 9 Td (" + "a".repeat(3_000_000) + ") Tj ET");
        text.add("<</Type /Font /Subtype /Type1 /BaseFont /Helvetica>>");
        made.put("text.pdf", text.file());
        byte[] bytes = new byte[60_000_000];
        for (int i = 0; i < 4; i++) {
            bytes = packed(bytes);
        }
        Objects packed = page("", "");
        packed.all.remove(3);
        packed.all.add(("<</Length %d /Filter [/FlateDecode /FlateDecode /FlateDecode /FlateDecode]>>\nstream\n"
                                .formatted(bytes.length)
                        + new String(bytes, StandardCharsets.ISO_8859_1) + "\nendstream")
                .getBytes(StandardCharsets.ISO_8859_1));
        made.put("packed-four-times.pdf", packed.file());
    }

    private void paints() {
        String loop = "{" + "2 copy exch atan sin 1 add ".repeat(20_000) + " pop pop 0 0 0 }";
        Objects calculated = page("/Shading <</S 5 0 R>>", "/S sh");
        calculated.add("<</ShadingType 1 /ColorSpace /DeviceRGB /Domain [0 400 0 300] /Function 6 0 R>>");
        calculated.stream("/FunctionType 4 /Domain [0 400 0 300] /Range [0 1 0 1 0 1]", loop);
        made.put("function-per-pixel.pdf", calculated.file());

        Objects separation = page(
                "/ColorSpace <</C [/Separation /Ink /DeviceRGB 5 0 R]>> /XObject <</I 6 0 R>>",
                "400 0 0 300 0 0 cm /I Do");
        separation.stream(
                "/FunctionType 4 /Domain [0 1] /Range [0 1 0 1 0 1]",
                "{" + "dup sin 360 mul cos abs ".repeat(20_000) + " dup dup }");
        separation.stream(
                "/Type /XObject /Subtype /Image /Width 2000 /Height 2000 /BitsPerComponent 8 /ColorSpace [/Separation /Ink /DeviceRGB 5 0 R]",
                packed(new byte[4_000_000]),
                true);
        made.put("function-per-picture-pixel.pdf", separation.file());

        Objects stitched = page("/Shading <</S 5 0 R>>", "/S sh");
        stitched.add("<</ShadingType 2 /ColorSpace /DeviceRGB /Coords [0 0 400 300] /Function 6 0 R>>");
        stitched.add("<</FunctionType 3 /Domain [0 1] /Functions [6 0 R 6 0 R] /Bounds [0.5] /Encode [0 1 0 1]>>");
        made.put("function-in-a-circle.pdf", stitched.file());

        Objects tiny = page("/Pattern <</P 5 0 R>>", "/Pattern cs /P scn 0 0 400 300 re f");
        tiny.stream(
                "/PatternType 1 /PaintType 1 /TilingType 1 /BBox [0 0 1000 1000] /XStep 0.001 /YStep 0.001 /Resources <<>>",
                "0 0 9 9 re f");
        made.put("tiling-steps.pdf", tiny.file());

        Objects far = page("/Pattern <</P 5 0 R>>", "/Pattern cs /P scn 0 0 400 300 re f");
        far.stream(
                "/PatternType 1 /PaintType 1 /TilingType 1 /BBox [0 0 1e9 1e9] /XStep 1e9 /YStep 1e9 /Resources <<>>",
                "0 0 9 9 re f");
        made.put("tiling-huge.pdf", far.file());

        byte[] mesh = new byte[8_000_000];
        new java.util.Random(5).nextBytes(mesh);
        for (int i = 0; i < mesh.length; i += 8) {
            mesh[i] = (byte) (i / 8 % 3 == 0 ? 0 : 1);
        }
        Objects triangles = page("/Shading <</S 5 0 R>>", "/S sh");
        triangles.stream(
                "/ShadingType 4 /ColorSpace /DeviceRGB /BitsPerCoordinate 16 /BitsPerComponent 8 /BitsPerFlag 8 /Decode [0 400 0 300 0 1 0 1 0 1]",
                packed(mesh),
                true);
        made.put("triangles.pdf", triangles.file());
        Objects patches = page("/Shading <</S 5 0 R>>", "/S sh");
        patches.stream(
                "/ShadingType 7 /ColorSpace /DeviceRGB /BitsPerCoordinate 16 /BitsPerComponent 8 /BitsPerFlag 8 /Decode [0 400 0 300 0 1 0 1 0 1]",
                packed(mesh),
                true);
        made.put("patches.pdf", patches.file());

        picture(
                "picture-huge",
                "/Width 100000 /Height 100000 /BitsPerComponent 1 /ColorSpace /DeviceGray",
                new byte[0]);
        picture("picture-wide", "/Width 2147483647 /Height 1 /BitsPerComponent 16 /ColorSpace /DeviceRGB", new byte[0]);
        picture(
                "picture-negative",
                "/Width -5 /Height 2147483647 /BitsPerComponent 8 /ColorSpace /DeviceRGB",
                new byte[9]);
        made.put(
                "pictures-inline.pdf",
                page("", "q 400 0 0 300 0 0 cm BI /W 9000 /H 9000 /BPC 1 /CS /G ID x EI Q ".repeat(300))
                        .file());
        Objects many = page("/XObject <</I 5 0 R>>", "400 0 0 300 0 0 cm " + "/I Do ".repeat(3_000));
        many.stream(
                "/Type /XObject /Subtype /Image /Width 4000 /Height 4000 /BitsPerComponent 8 /ColorSpace /DeviceGray",
                packed(new byte[16_000_000]),
                true);
        made.put("pictures-many.pdf", many.file());
    }

    private void picture(String name, String entries, byte[] content) {
        Objects objects = page("/XObject <</I 5 0 R>>", "400 0 0 300 0 0 cm /I Do");
        objects.stream("/Type /XObject /Subtype /Image " + entries, packed(content), true);
        made.put(name + ".pdf", objects.file());
    }

    private void structure() {
        made.put(
                "labels.pdf",
                page("/PageLabels <</Nums [2000000000 <</S /D>>]>>", "", "0 0 9 9 re f")
                        .file());
        made.put(
                "labels-negative.pdf",
                page(
                                "/PageLabels <</Nums [-5 <</S /R /St 2147483647>> 0 <</S /R /St 2147483647>>]>>",
                                "",
                                "0 0 9 9 re f")
                        .file());
        made.put(
                "labels-letters.pdf",
                page("/PageLabels <</Nums [0 <</S /A /St 2000000000>>]>>", "", "0 0 9 9 re f")
                        .file());
        made.put("labels-in-a-circle.pdf", page("/PageLabels 5 0 R", "", "").file());
        Objects names = page("/PageLabels 5 0 R", "", "0 0 9 9 re f");
        names.add("<</Kids [5 0 R 5 0 R]>>");
        made.put("labels-tree.pdf", names.file());

        Objects tree = new Objects();
        tree.add("<</Type /Catalog /Pages 2 0 R>>");
        tree.add("<</Type /Pages /Kids [2 0 R 2 0 R] /Count 2000000000>>");
        made.put("pages-in-a-circle.pdf", tree.file());
        Objects count = new Objects();
        count.add("<</Type /Catalog /Pages 2 0 R>>");
        count.add("<</Type /Pages /Kids [3 0 R] /Count 2147483647>>");
        count.add("<</Type /Page /Parent 2 0 R /MediaBox [0 0 9 9]>>");
        made.put("pages-counted.pdf", count.file());
        Objects doubled = new Objects();
        doubled.add("<</Type /Catalog /Pages 2 0 R>>");
        for (int i = 0; i < DEEP; i++) {
            doubled.add("<</Type /Pages /Kids [%1$d 0 R %1$d 0 R] /Count 15000>>".formatted(i + 3));
        }
        doubled.add("<</Type /Page /MediaBox [0 0 9 9]>>");
        made.put("pages-doubled.pdf", doubled.file());
        Objects deep = new Objects();
        deep.add("<</Type /Catalog /Pages 2 0 R>>");
        for (int i = 0; i < 20_000; i++) {
            deep.add("<</Type /Pages /Kids [%d 0 R] /Count 1>>".formatted(i + 3));
        }
        deep.add("<</Type /Page /MediaBox [0 0 9 9]>>");
        made.put("pages-deep.pdf", deep.file());

        Objects layers = page("/OCProperties <</OCGs [5 0 R] /D <</Order 6 0 R>> >>", "", "0 0 9 9 re f");
        layers.add("<</Type /OCG /Name (a)>>");
        layers.add("[6 0 R 6 0 R 5 0 R]");
        made.put("layers-in-a-circle.pdf", layers.file());
        Objects many = page(
                "/OCProperties <</OCGs [" + "5 0 R ".repeat(300_000) + "] /D <</Order [" + "5 0 R ".repeat(300_000)
                        + "]>> >>",
                "",
                "0 0 9 9 re f");
        many.add("<</Type /OCG /Name (a)>>");
        made.put("layers-many.pdf", many.file());

        byte[] loop = page("", "0 0 9 9 re f").file("/Prev 0");
        made.put(
                "tables-in-a-circle.pdf",
                new String(loop, StandardCharsets.ISO_8859_1)
                        .replace(
                                "/Prev 0",
                                "/Prev " + new String(loop, StandardCharsets.ISO_8859_1).lastIndexOf("xref\n0"))
                        .getBytes(StandardCharsets.ISO_8859_1));
        Objects lengths = page("", "");
        lengths.add("<</Length 5 0 R>>\nstream\nx\nendstream");
        made.put(
                "length-in-a-circle.pdf",
                new String(lengths.file(), StandardCharsets.ISO_8859_1)
                        .replace("/Contents 4 0 R", "/Contents 5 0 R")
                        .getBytes(StandardCharsets.ISO_8859_1));
        made.put("brackets.pdf", ("%PDF-1.7\n1 0 obj\n" + "[".repeat(1_000_000)).getBytes(StandardCharsets.ISO_8859_1));
        made.put(
                "objects-unended.pdf",
                ("%PDF-1.7\n" + "1 0 obj ".repeat(300_000)).getBytes(StandardCharsets.ISO_8859_1));
        made.put(
                "box-huge.pdf",
                new String(page("", "0 0 9 9 re f").file(), StandardCharsets.ISO_8859_1)
                        .replace("[0 0 400 300]", "[0 0 9e9 9e9]")
                        .getBytes(StandardCharsets.ISO_8859_1));

        Objects annotated = page("", "0 0 9 9 re f");
        annotated.stream("/Type /XObject /Subtype /Form /BBox [0 0 9 9]", "0 0 9 9 re f ".repeat(1_000));
        annotated.add("<</Type /Annot /Subtype /Stamp /F 4 /Rect [0 0 9 9] /AP <</N 5 0 R>> >>");
        made.put(
                "annotations.pdf",
                new String(annotated.file(), StandardCharsets.ISO_8859_1)
                        .replace("/Contents 4 0 R", "/Contents 4 0 R /Annots [" + "6 0 R ".repeat(50_000) + "]")
                        .getBytes(StandardCharsets.ISO_8859_1));
    }

    private static String times(int count, IntFunction<String> part) {
        return IntStream.range(0, count).mapToObj(part).collect(Collectors.joining());
    }

    private static byte[] packed(String text) {
        return packed(text.getBytes(StandardCharsets.ISO_8859_1));
    }

    static byte[] packed(byte[] content) {
        Deflater deflater = new Deflater(9);
        deflater.setInput(content);
        deflater.finish();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        byte[] part = new byte[1 << 16];
        while (!deflater.finished()) {
            out.write(part, 0, deflater.deflate(part));
        }
        deflater.end();
        return out.toByteArray();
    }
}
