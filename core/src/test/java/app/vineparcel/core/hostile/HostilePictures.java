package app.vineparcel.core.hostile;

import static app.vineparcel.core.hostile.PictureBlocks.ascii;
import static app.vineparcel.core.hostile.PictureBlocks.box;
import static app.vineparcel.core.hostile.PictureBlocks.bytes;
import static app.vineparcel.core.hostile.PictureBlocks.chunk;
import static app.vineparcel.core.hostile.PictureBlocks.directory;
import static app.vineparcel.core.hostile.PictureBlocks.emptyPng;
import static app.vineparcel.core.hostile.PictureBlocks.encoded;
import static app.vineparcel.core.hostile.PictureBlocks.join;
import static app.vineparcel.core.hostile.PictureBlocks.little;
import static app.vineparcel.core.hostile.PictureBlocks.png;
import static app.vineparcel.core.hostile.PictureBlocks.repeat;
import static app.vineparcel.core.hostile.PictureBlocks.riff;
import static app.vineparcel.core.hostile.PictureBlocks.rows;
import static app.vineparcel.core.hostile.PictureBlocks.scans;
import static app.vineparcel.core.hostile.PictureBlocks.segment;
import static app.vineparcel.core.hostile.PictureBlocks.tables;
import static app.vineparcel.core.hostile.PictureBlocks.with;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Random;

/** Pictures made to hurt whoever reads them. */
final class HostilePictures {

    private final Map<String, byte[]> made = new LinkedHashMap<>();
    private final Random random = new Random(11);

    private HostilePictures() {}

    /** By file name. */
    static Map<String, byte[]> all() throws IOException {
        HostilePictures pictures = new HostilePictures();
        pictures.pngs();
        pictures.jpeg();
        pictures.tiff();
        pictures.smaller();
        pictures.boxes();
        pictures.webp();
        return pictures.made;
    }

    private void pngs() {
        byte[] zeros = HostilePages.packed(new byte[400_000_000]);
        byte[] text = join(ascii("Comment\0\0"), zeros);
        made.put("text-packed.png", png(9, 9, chunk("zTXt", text), chunk("IDAT", rows(9, 9))));
        made.put("text-packed-often.png", png(9, 9, repeat(chunk("zTXt", text), 8), chunk("IDAT", rows(9, 9))));
        made.put(
                "text-international.png",
                png(9, 9, chunk("iTXt", join(ascii("XML:com.adobe.xmp\0\1\0\0\0"), zeros)), chunk("IDAT", rows(9, 9))));
        made.put(
                "profile-packed.png", png(9, 9, chunk("iCCP", join(ascii("x\0\0"), zeros)), chunk("IDAT", rows(9, 9))));
        made.put("data-packed.png", png(9, 9, chunk("IDAT", zeros)));
        made.put("data-late.png", png(9, 9, chunk("IDAT", rows(9, 9)), repeat(chunk("IDAT", zeros), 4)));
        byte[] claim = png(9, 9, chunk("tEXt", ascii("a\0b")), chunk("IDAT", rows(9, 9)));
        ByteBuffer.wrap(claim).putInt(33, Integer.MAX_VALUE);
        made.put("chunk-of-2-gb.png", claim);
        for (String type : new String[] {"iCCP", "eXIf", "PLTE", "tRNS", "IDAT", "zTXt", "iTXt", "cICP"}) {
            byte[] other = claim.clone();
            System.arraycopy(ascii(type), 0, other, 37, 4);
            made.put("chunk-of-2-gb-" + type + ".png", other);
        }
        made.put(
                "chunks-empty.png",
                png(9, 9, repeat(chunk("juNk", new byte[0]), 2_000_000), chunk("IDAT", rows(9, 9))));
        made.put(
                "chunks-of-data.png",
                png(9, 9, repeat(chunk("IDAT", new byte[0]), 2_000_000), chunk("IDAT", rows(9, 9))));
        made.put(
                "chunks-of-text.png",
                png(9, 9, repeat(chunk("tEXt", ascii("a\0b")), 1_000_000), chunk("IDAT", rows(9, 9))));
        made.put("wide.png", emptyPng(Integer.MAX_VALUE, 1));
        made.put("large-and-empty.png", emptyPng(17_000, 17_000));
        byte[] exif =
                join(ascii("MM\0*\0\0\0\10"), new byte[] {0, 1}, directory(0x8769, 4, 1, 8), new byte[] {0, 0, 0, 8});
        made.put("exif-in-a-circle.png", png(9, 9, chunk("eXIf", exif), chunk("IDAT", rows(9, 9))));
    }

    private void jpeg() throws IOException {
        byte[] sound = encoded("jpg");
        made.put(
                "segments.jpg",
                join(
                        Arrays.copyOf(sound, 2),
                        repeat(join(new byte[] {-1, -31, -1, -1}, new byte[65533]), 800),
                        Arrays.copyOfRange(sound, 2, sound.length)));
        made.put(
                "segments-empty.jpg",
                join(
                        Arrays.copyOf(sound, 2),
                        repeat(new byte[] {-1, -2, 0, 2}, 2_000_000),
                        Arrays.copyOfRange(sound, 2, sound.length)));
        made.put(
                "fill-bytes.jpg",
                join(
                        Arrays.copyOf(sound, 2),
                        repeat(new byte[] {-1}, 30_000_000),
                        Arrays.copyOfRange(sound, 2, sound.length)));
        for (int progressive = 0; progressive < 2; progressive++) {
            made.put("scans-" + progressive + ".jpg", scans(14_000, progressive == 1, 3_000));
            made.put("scans-few-" + progressive + ".jpg", scans(2_000, progressive == 1, 60_000));
        }
        made.put(
                "restarts.jpg",
                join(Arrays.copyOf(sound, sound.length - 2), repeat(new byte[] {-1, -48}, 4_000_000), new byte[] {
                    -1, -39
                }));
        byte[] xmp = ascii(
                "http://ns.adobe.com/xap/1.0/\0<!DOCTYPE x [<!ENTITY a 'aaaaaaaaaa'>"
                        + "<!ENTITY b '&a;&a;&a;&a;&a;&a;&a;&a;&a;&a;'><!ENTITY c '&b;&b;&b;&b;&b;&b;&b;&b;&b;&b;'><!ENTITY d '&c;&c;&c;&c;&c;&c;&c;&c;&c;&c;'><!ENTITY e '&d;&d;&d;&d;&d;&d;&d;&d;&d;&d;'><!ENTITY f '&e;&e;&e;&e;&e;&e;&e;&e;&e;&e;'><!ENTITY g '&f;&f;&f;&f;&f;&f;&f;&f;&f;&f;'><!ENTITY h '&g;&g;&g;&g;&g;&g;&g;&g;&g;&g;'>"
                        + "]><x:xmpmeta xmlns:x='adobe:ns:meta/'><rdf:RDF xmlns:rdf='http://www.w3.org/1999/02/22-rdf-syntax-ns#'><rdf:Description xmlns:dc='http://purl.org/dc/elements/1.1/' dc:title='&h;'/></rdf:RDF></x:xmpmeta>");
        made.put("xmp-entities.jpg", with(sound, 0xe1, xmp));
        made.put("xmp-deep.jpg", with(sound, 0xe1, ascii("http://ns.adobe.com/xap/1.0/\0" + "<a>".repeat(15_000))));
        made.put(
                "xmp-many.jpg",
                with(
                        sound,
                        0xe1,
                        ascii(
                                "http://ns.adobe.com/xap/1.0/\0<x:xmpmeta xmlns:x='adobe:ns:meta/'><rdf:RDF xmlns:rdf='http://www.w3.org/1999/02/22-rdf-syntax-ns#'><rdf:Description xmlns:dc='http://purl.org/dc/elements/1.1/'><dc:creator><rdf:Seq>"
                                        + "<rdf:li>a</rdf:li>".repeat(3_500)
                                        + "</rdf:Seq></dc:creator></rdf:Description></rdf:RDF></x:xmpmeta>")));
        byte[] circle = join(
                ascii("Exif\0\0MM\0*\0\0\0\10"),
                new byte[] {0, 3},
                directory(0x8769, 4, 1, 8),
                directory(0x8825, 4, 1, 8),
                directory(0xa005, 4, 1, 8),
                new byte[] {0, 0, 0, 8});
        made.put("exif-in-a-circle.jpg", with(sound, 0xe1, circle));
        byte[] many = join(
                ascii("Exif\0\0MM\0*\0\0\0\10"),
                new byte[] {0x0e, 0x10},
                repeat(directory(0x9c9c, 7, 0x7fffffff, 8), 3_600),
                new byte[4]);
        made.put("exif-huge-fields.jpg", with(sound, 0xe1, many));
        byte[] pointers = join(
                ascii("Exif\0\0MM\0*\0\0\0\10"),
                new byte[] {0x10, 0},
                repeat(directory(0x14a, 4, 2_000, 9), 4_096),
                new byte[] {0, 0, 0, 9});
        made.put("exif-pointers.jpg", with(sound, 0xe1, pointers));
        byte[] profile = join(ascii("ICC_PROFILE\0"), new byte[] {1, -1}, new byte[60_000]);
        made.put(
                "profile-parts.jpg",
                join(
                        Arrays.copyOf(sound, 2),
                        repeat(segment(0xe2, profile), 500),
                        Arrays.copyOfRange(sound, 2, sound.length)));
        made.put("profile-of-tables.jpg", with(sound, 0xe2, join(ascii("ICC_PROFILE\0"), new byte[] {1, 1}, tables())));
        byte[] resources = ascii("Photoshop 3.0\0" + "8BIM\4\4\0\0\0\0\0\0".repeat(5_000));
        made.put("resources.jpg", with(sound, 0xed, resources));
    }

    private void tiff() {
        byte[] head = ascii("MM\0*\0\0\0\10");
        made.put(
                "directories-in-a-circle.tif",
                join(head, new byte[] {0, 1}, directory(256, 4, 1, 9), new byte[] {0, 0, 0, 8}));
        byte[][] chain = new byte[60_000][];
        for (int i = 0; i < chain.length; i++) {
            chain[i] = join(new byte[] {0, 1}, directory(256, 4, 1, 9), bytes(8 + (i + 1) * 18));
        }
        made.put("directories-many.tif", join(head, join(chain), new byte[6]));
        made.put(
                "fields-of-4-gb.tif",
                tiff(9, 9, directory(273, 4, -1, 8), directory(279, 4, -1, 8), directory(34675, 7, -1, 8)));
        made.put(
                "strips-shared.tif",
                tiff(
                        16_000,
                        16_000,
                        directory(273, 4, 16_000, 8),
                        directory(279, 4, 16_000, 8),
                        directory(278, 4, 1, 1)));
        made.put(
                "tiles-tiny.tif",
                tiff(
                        16_000,
                        16_000,
                        directory(322, 4, 1, 1),
                        directory(323, 4, 1, 1),
                        directory(324, 4, 256_000_000, 8),
                        directory(325, 4, 256_000_000, 8)));
        made.put(
                "tiles-huge.tif",
                tiff(
                        9,
                        9,
                        directory(322, 4, 1, 0x7ffffff0),
                        directory(323, 4, 1, 0x7ffffff0),
                        directory(324, 4, 1, 8),
                        directory(325, 4, 1, 8)));
        made.put(
                "samples.tif",
                tiff(
                        9_000,
                        9_000,
                        directory(277, 3, 1, 65535 << 16),
                        directory(273, 4, 1, 8),
                        directory(279, 4, 1, 8)));
        for (int packing : new int[] {2, 3, 4, 5, 7, 8, 32773, 34712, 50000}) {
            made.put(
                    "packing-" + packing + ".tif",
                    tiff(
                            15_000,
                            15_000,
                            directory(259, 3, 1, packing << 16),
                            directory(273, 4, 1, 8),
                            directory(279, 4, 1, 100),
                            directory(278, 4, 1, 15_000)));
        }
        made.put(
                "directories-within.tif",
                join(head, new byte[] {0, 1}, directory(330, 4, 2_000, 8), new byte[] {0, 0, 0, 8}, new byte[4_000]));
    }

    private static byte[] tiff(int width, int height, byte[]... more) {
        byte[][] all = new byte[more.length + 4][];
        all[0] = directory(256, 4, 1, width);
        all[1] = directory(257, 4, 1, height);
        all[2] = directory(258, 3, 1, 8 << 16);
        all[3] = directory(262, 3, 1, 1 << 16);
        System.arraycopy(more, 0, all, 4, more.length);
        Arrays.sort(
                all,
                java.util.Comparator.comparingInt(
                        field -> ByteBuffer.wrap(field).getShort() & 0xffff));
        return join(ascii("MM\0*\0\0\0\10"), new byte[] {0, (byte) all.length}, join(all), new byte[4], new byte[200]);
    }

    private void smaller() throws IOException {
        byte[] gif = {'G', 'I', 'F', '8', '9', 'a', -1, 0x3f, -1, 0x3f, 0, 0, 0};
        byte[] frame = {0x2c, 0, 0, 0, 0, -1, 0x3f, -1, 0x3f, 0, 2, 1, 0x4c, 0};
        made.put("frames.gif", join(gif, repeat(frame, 1_000_000), new byte[] {0x3b}));
        made.put("blocks.gif", join(gif, repeat(new byte[] {0x21, -2, 1, 0, 0}, 2_000_000), frame, new byte[] {0x3b}));
        made.put(
                "codes.gif",
                join(gif, Arrays.copyOf(frame, 11), repeat(join(new byte[] {-1}, new byte[255]), 100_000), new byte[] {
                    0, 0x3b
                }));
        ByteBuffer bmp = ByteBuffer.allocate(54).order(ByteOrder.LITTLE_ENDIAN);
        bmp.put(ascii("BM"))
                .putInt(0)
                .putInt(0)
                .putInt(54)
                .putInt(40)
                .putInt(16_000)
                .putInt(16_000)
                .putShort((short) 1)
                .putShort((short) 8)
                .putInt(1);
        made.put("deltas.bmp", join(bmp.array(), repeat(new byte[] {0, 2, 0, 0}, 5_000_000)));
        made.put("runs-empty.bmp", join(bmp.array(), repeat(new byte[] {0, 0}, 9_000_000)));
        ByteBuffer colours = ByteBuffer.wrap(bmp.array().clone())
                .order(ByteOrder.LITTLE_ENDIAN)
                .putInt(46, Integer.MAX_VALUE);
        made.put("palette.bmp", colours.array());
        byte[] entry = {0, 0, 0, 0, 1, 0, 32, 0, -1, -1, -1, 0x7f, 6, 0, 0, 0};
        made.put("entries.ico", join(new byte[] {0, 0, 1, 0, -1, -1}, repeat(entry, 65535)));
        made.put("letters.pgm", ascii("P2 16000 16000 255\n" + " ".repeat(3_000_000)));
        made.put("comments.ppm", ascii("P6\n" + "#\n".repeat(3_000_000) + "9 9 255\n"));
        made.put("number.ppm", ascii("P6 " + "9".repeat(900_000) + " 9 255\n"));
        made.put("depth.pam", ascii("P7\nWIDTH 9000\nHEIGHT 9000\nDEPTH 2000000000\nMAXVAL 65535\nENDHDR\n"));
        made.put("float.pfm", ascii("PF\n16000 16000\n-1.0\n"));
        ByteBuffer tga = ByteBuffer.allocate(18).order(ByteOrder.LITTLE_ENDIAN);
        tga.put(2, (byte) 10)
                .putShort(12, (short) 16_000)
                .putShort(14, (short) 16_000)
                .put(16, (byte) 32)
                .put(17, (byte) 8);
        made.put("runs.tga", tga.array());
        made.put("noise.bin", noise(100_000));
    }

    private void boxes() {
        byte[] jp2 = {
            0, 0, 0, 12, 'j', 'P', ' ', ' ', 13, 10, -121, 10, 0, 0, 0, 20, 'f', 't', 'y', 'p', 'j', 'p', '2', ' ', 0,
            0, 0, 0, 'j', 'p', '2', ' '
        };
        byte[] header = {
            0, 0, 0, 45, 'j', 'p', '2', 'h', 0, 0, 0, 22, 'i', 'h', 'd', 'r', 0, 0, 0x3e, -128, 0, 0, 0x3e, -128, 0x40,
            0, 7, 7, 0, 0, 0, 0, 0, 15, 'c', 'o', 'l', 'r', 1, 0, 0, 0, 0, 0, 16
        };
        ByteBuffer code = ByteBuffer.allocate(70);
        code.putShort((short) 0xff4f)
                .putShort((short) 0xff51)
                .putShort((short) 47)
                .putShort((short) 0)
                .putInt(16_000)
                .putInt(16_000)
                .putInt(0)
                .putInt(0)
                .putInt(1)
                .putInt(1)
                .putInt(0)
                .putInt(0)
                .putShort((short) 3);
        for (int i = 0; i < 3; i++) {
            code.put((byte) 7).put((byte) 1).put((byte) 1);
        }
        made.put("tiles.jp2", join(jp2, header, new byte[] {0, 0, 0, 0, 'j', 'p', '2', 'c'}, code.array()));
        made.put(
                "components.jp2",
                join(
                        jp2,
                        header,
                        new byte[] {0, 0, 0, 0, 'j', 'p', '2', 'c', -1, 79, -1, 81, -64, 38},
                        new byte[49_000]));
        made.put("boxes-empty.jp2", join(jp2, repeat(new byte[] {0, 0, 0, 8, 'f', 'r', 'e', 'e'}, 2_000_000)));
        made.put("boxes-within.jp2", join(jp2, repeat(new byte[] {0, 0, 0, 0, 'j', 'p', '2', 'h'}, 500_000)));
        byte[] heif = {
            0, 0, 0, 24, 'f', 't', 'y', 'p', 'h', 'e', 'i', 'c', 0, 0, 0, 0, 'm', 'i', 'f', '1', 'h', 'e', 'i', 'c'
        };
        byte[] avif = {
            0, 0, 0, 24, 'f', 't', 'y', 'p', 'a', 'v', 'i', 'f', 0, 0, 0, 0, 'm', 'i', 'f', '1', 'm', 'i', 'a', 'f'
        };
        made.put("boxes-empty.heic", join(heif, repeat(new byte[] {0, 0, 0, 8, 'f', 'r', 'e', 'e'}, 2_000_000)));
        made.put(
                "boxes-within.heic",
                join(heif, repeat(new byte[] {0, 0, 0, 0, 'm', 'e', 't', 'a', 0, 0, 0, 0}, 300_000)));
        made.put("box-of-2-gb.heic", join(heif, new byte[] {0x7f, -1, -1, -1, 'm', 'e', 't', 'a', 0, 0, 0, 0}));
        made.put(
                "box-of-exabytes.avif",
                join(avif, new byte[] {0, 0, 0, 1, 'm', 'e', 't', 'a', 0x7f, -1, -1, -1, -1, -1, -1, -1}));
        byte[] located = join(
                ascii("iloc\1\0\0\0"), new byte[] {0, 0, -1, -1}, repeat(new byte[] {0, 1, 0, 0, 0, 0, -1, -1}, 65535));
        made.put("places.avif", join(avif, box("meta", join(new byte[4], box(located)))));
    }

    private void webp() {
        byte[] lossless = new byte[1_100];
        random.nextBytes(lossless);
        lossless[0] = 0x2f;
        made.put("codes.webp", riff(join(ascii("VP8L"), little(lossless.length), lossless)));
        for (int i = 0; i < 6; i++) { // codes of all lengths, which a table has no room for
            byte[] tables = noise(1_200);
            tables[0] = 0x2f;
            System.arraycopy(new byte[] {-1, -64, 15, 0}, 0, tables, 1, 4);
            made.put("tables-" + i + ".webp", riff(join(ascii("VP8L"), little(tables.length), tables)));
        }
        made.put("large.webp", riff(join(ascii("VP8X"), little(10), new byte[] {16, 0, 0, 0, -1, -1, -1, -1, -1, -1})));
        made.put(
                "chunks.webp",
                riff(join(
                        ascii("VP8X"),
                        little(10),
                        new byte[] {16, 0, 0, 0, 9, 0, 0, 9, 0, 0},
                        repeat(join(ascii("junk"), little(0)), 2_000_000))));
        made.put(
                "frames.webp",
                riff(join(
                        ascii("VP8X"),
                        little(10),
                        new byte[] {2, 0, 0, 0, 9, 0, 0, 9, 0, 0},
                        repeat(join(ascii("ANMF"), little(16), new byte[16]), 500_000))));
        made.put(
                "chunk-of-2-gb.webp",
                riff(join(
                        ascii("VP8X"),
                        little(10),
                        new byte[] {44, 0, 0, 0, 9, 0, 0, 9, 0, 0},
                        ascii("ICCP"),
                        little(Integer.MAX_VALUE))));
    }

    private byte[] noise(int count) {
        byte[] bytes = new byte[count];
        random.nextBytes(bytes);
        return bytes;
    }
}
