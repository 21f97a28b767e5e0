package app.vineparcel.core.metadata;

import static org.assertj.core.api.Assertions.assertThat;

import app.vineparcel.core.codec.Chroma;
import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.codec.formats.FoundBlocks;
import app.vineparcel.core.codec.jpeg.JpegFormat;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.testing.Pictures;
import java.io.ByteArrayInputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.w3c.dom.Element;

class MetadataPolicyTest {

    private static final MetadataPolicy.Facts FACTS = new MetadataPolicy.Facts(new PixelSize(40, 30), 240, true);

    @TempDir
    Path folder;

    private static MetadataPolicy policy(MetadataPolicy.Keep keep, Map<String, String> set) {
        return new MetadataPolicy(keep, true, set);
    }

    private static CarriedMetadata carrying(TiffDirectory exif, Optional<byte[]> iptc, Optional<byte[]> xmp) {
        return new CarriedMetadata(Optional.of(exif), iptc, xmp);
    }

    private static TiffDirectory exif(String artist) {
        return new TiffDirectory().put(0x013b, TiffField.ascii(artist)).put(0x8298, TiffField.ascii("© old"));
    }

    /** By-line “Ö. Iptc” in ISO 8859-1, with no character set named, as older programs wrote it. */
    private static byte[] iptc() {
        byte[] text = "Ö. Iptc".getBytes(StandardCharsets.ISO_8859_1);
        return ByteBuffer.allocate(5 + text.length)
                .put(new byte[] {0x1c, 2, 80, 0, (byte) text.length})
                .put(text)
                .array();
    }

    private static byte[] xmp() {
        return policy(MetadataPolicy.Keep.NONE, Map.of("creator", "X. Xmp"))
                .write(CarriedMetadata.NONE, FACTS)
                .xmp()
                .orElseThrow();
    }

    /** ISO 16684-1, 7.3.2 and 7.4: the wrapper in UTF-8, one root with the properties in it, and nothing that says who wrote it. */
    @Test
    void an_xmp_packet_is_wrapped_as_the_standard_has_it() throws Exception {
        String packet = new String(xmp(), StandardCharsets.UTF_8);
        assertThat(packet)
                .startsWith("<?xpacket begin=\"\ufeff\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?>\n")
                .endsWith("<?xpacket end=\"w\"?>")
                .doesNotContain("xmptk");
        Element root = DocumentBuilderFactory.newDefaultNSInstance()
                .newDocumentBuilder()
                .parse(new ByteArrayInputStream(xmp()))
                .getDocumentElement();
        assertThat(root.getNamespaceURI() + root.getLocalName()).isEqualTo("adobe:ns:meta/xmpmeta");
        assertThat(root.getElementsByTagNameNS("http://purl.org/dc/elements/1.1/", "creator")
                        .item(0)
                        .getTextContent()
                        .strip())
                .isEqualTo("X. Xmp");
    }

    @Test
    void xmp_speaks_before_iptc_and_iptc_before_exif() {
        assertThat(Rights.of(carrying(exif("E. Exif"), Optional.of(iptc()), Optional.of(xmp())))
                        .creator())
                .contains("X. Xmp");
        assertThat(Rights.of(carrying(exif("E. Exif"), Optional.of(iptc()), Optional.empty()))
                        .creator())
                .contains("Ö. Iptc");
        assertThat(Rights.of(carrying(exif("E. Exif"), Optional.empty(), Optional.empty()))
                        .creator())
                .contains("E. Exif");
    }

    @Test
    void a_set_field_replaces_a_kept_one_in_every_block_and_a_blank_one_does_not() {
        WrittenMetadata written = policy(MetadataPolicy.Keep.ALL, Map.of("creator", "Somebody", "copyright", "  "))
                .write(carrying(exif("E. Exif"), Optional.of(iptc()), Optional.of(xmp())), FACTS);
        TiffDirectory exif = TiffDirectory.read(ByteBuffer.wrap(written.exif().orElseThrow()))
                .orElseThrow();
        assertThat(exif.field(0x013b).orElseThrow().text()).isEqualTo("Somebody");
        assertThat(exif.field(0x8298).orElseThrow().text()).isEqualTo("© old");
        assertThat(IptcDatasets.read(written.iptc().orElseThrow()).text(IptcDatasets.BY_LINE))
                .contains("Somebody");
        assertThat(XmpPacket.read(written.xmp().orElseThrow()).rights().creator())
                .contains("Somebody");
    }

    @Test
    void nothing_kept_and_nothing_set_is_nothing_written() {
        assertThat(policy(MetadataPolicy.Keep.NONE, Map.of())
                        .write(carrying(exif("E. Exif"), Optional.of(iptc()), Optional.of(xmp())), FACTS))
                .isEqualTo(WrittenMetadata.NONE);
    }

    /** Big-endian as many cameras write: what is read of it and written little-endian says the same. */
    @Test
    void byte_order_is_turned_with_its_values() {
        ByteBuffer block = ByteBuffer.allocate(64);
        block.put(new byte[] {'M', 'M', 0, 42}).putInt(8).putShort((short) 2);
        block.putShort((short) 0x0112)
                .putShort((short) 3)
                .putInt(1)
                .putShort((short) 6)
                .putShort((short) 0);
        block.putShort((short) 0x011a).putShort((short) 5).putInt(1).putInt(38);
        block.putInt(0).putInt(300).putInt(7);
        TiffDirectory read = TiffDirectory.read(block.flip()).orElseThrow();
        TiffDirectory again =
                TiffDirectory.read(ByteBuffer.wrap(read.toBlock())).orElseThrow();
        assertThat(again.field(0x0112)).contains(TiffField.shorts(6));
        assertThat(again.field(0x011a)).contains(TiffField.rationals(300, 7));
    }

    @Test
    void damaged_blocks_count_as_none_and_never_stop_a_picture() throws Exception {
        byte[] sound = exif("E. Exif").toBlock();
        Random random = new Random(7);
        for (int i = 0; i < 400; i++) {
            byte[] damaged = java.util.Arrays.copyOf(sound, 1 + random.nextInt(sound.length));
            damaged[random.nextInt(damaged.length)] ^= (byte) (1 << random.nextInt(8));
            Optional<TiffDirectory> read = TiffDirectory.read(ByteBuffer.wrap(damaged));
            WrittenMetadata written = policy(MetadataPolicy.Keep.ALL, Map.of())
                    .write(new CarriedMetadata(read, Optional.of(damaged), Optional.of(damaged)), FACTS);
            assertThat(TiffDirectory.read(ByteBuffer.wrap(written.exif().orElseThrow())))
                    .isPresent();
        }
        Path file = folder.resolve("damaged.jpg");
        new JpegFormat(80, false, Chroma.HALF)
                .writer()
                .write(
                        Pictures.picture(Pictures.photo(20, 20, 1)),
                        new FileTags(
                                false,
                                72,
                                Optional.of(java.util.Arrays.copyOf(sound, 11)),
                                Optional.empty(),
                                Optional.empty()),
                        file);
        assertThat(MetadataReader.read(FoundBlocks.in(file, SourceFormat.JPEG).metadata())
                        .orientation()
                        .exif())
                .isEqualTo(1);
        assertThat(MetadataReader.read(CarriedMetadata.NONE)).isEqualTo(PhotoFacts.NONE);
    }

    /** A JPEG's segment holds 64 kB: the longest fields go, the rights stay. */
    @Test
    void a_block_that_is_too_large_loses_its_longest_fields() {
        TiffDirectory exif = exif("E. Exif").put(0xc000, TiffField.undefined(new byte[90_000]));
        exif.belowOrNew(TiffDirectory.EXIF).put(0x9286, TiffField.undefined(new byte[50_000]));
        byte[] block = policy(MetadataPolicy.Keep.ALL, Map.of())
                .write(carrying(exif, Optional.empty(), Optional.empty()), FACTS)
                .exif()
                .orElseThrow();
        assertThat(block).hasSizeLessThan(65_000);
        TiffDirectory small = TiffDirectory.read(ByteBuffer.wrap(block)).orElseThrow();
        assertThat(small.field(0x013b).orElseThrow().text()).isEqualTo("E. Exif");
        assertThat(small.field(0xc000)).isEmpty();
        assertThat(small.below(TiffDirectory.EXIF).orElseThrow().field(0x9286)).isPresent();
    }
}
