package app.vineparcel.core.codec.tiff;

import app.vineparcel.core.codec.FileTags;
import app.vineparcel.core.codec.Picture;
import app.vineparcel.core.codec.PictureWriter;
import app.vineparcel.core.metadata.TiffDirectory;
import app.vineparcel.core.metadata.TiffField;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * Writes TIFF 6.0: grey, RGB and CMYK at 8 or 16 bits, with or without alpha, uncompressed, LZW or deflate (Adobe's code 8), the packed ones
 * with horizontal differences (section 14). Strips come first and the directory last, so that a picture of any size goes through little memory.
 */
final class TiffWriter implements PictureWriter {

    private static final int BITS = 0x0102;
    private static final int XMP = 0x02bc;
    private static final int IPTC = 0x83bb;
    private static final int ICC = 0x8773;
    private static final int INCHES = 2;
    private static final int UNASSOCIATED_ALPHA = 2;
    private static final int DIFFERENCES = 2;
    /** Offsets have 32 bits. */
    private static final long LARGEST = 0xffff_0000L;

    private final TiffFormat options;

    TiffWriter(TiffFormat options) {
        this.options = options;
    }

    @Override
    public void write(Picture picture, FileTags tags, Path file) throws IOException {
        Pixels pixels = picture.pixels();
        if (pixels.depth() != options.bits()) {
            throw new IllegalArgumentException("these pixels are not prepared for " + options);
        }
        if (!written(picture, tags, file, options.compression())) {
            written(picture, tags, file, Compression.NONE);
        }
    }

    /** Says whether packing paid: noise of sixteen bits may grow, and is then better left as it is. */
    private boolean written(Picture picture, FileTags tags, Path file, Compression compression) throws IOException {
        TiffStrips strips = new TiffStrips(picture.pixels(), compression);
        try (FileChannel out = FileChannel.open(
                file, StandardOpenOption.CREATE, StandardOpenOption.WRITE, StandardOpenOption.TRUNCATE_EXISTING)) {
            put(out, header(0));
            long[] offsets = new long[strips.count()];
            long[] lengths = new long[strips.count()];
            for (int i = 0; i < offsets.length; i++) {
                byte[] strip = strips.strip(i);
                offsets[i] = out.position();
                lengths[i] = strip.length;
                put(out, ByteBuffer.wrap(strip));
                requireRoom(out.position());
            }
            if (compression != Compression.NONE && Arrays.stream(lengths).sum() > strips.plainBytes()) {
                return false;
            }
            if ((out.position() & 1) == 1) {
                put(out, ByteBuffer.wrap(new byte[1]));
            }
            int at = (int) out.position();
            TiffDirectory directory = directory(picture, tags, strips, compression, offsets, lengths);
            put(out, ByteBuffer.wrap(directory.toBytes(at)));
            requireRoom(out.position());
            out.write(header(at), 0);
            return true;
        }
    }

    private static void requireRoom(long position) throws IOException {
        if (position > LARGEST) {
            throw new IOException("a TIFF file holds up to 4 GB; compress it or make it smaller.");
        }
    }

    private static void put(FileChannel out, ByteBuffer bytes) throws IOException {
        while (bytes.hasRemaining()) {
            out.write(bytes);
        }
    }

    private static ByteBuffer header(int directory) {
        return ByteBuffer.allocate(8)
                .order(ByteOrder.LITTLE_ENDIAN)
                .put((byte) 'I')
                .put((byte) 'I')
                .putShort((short) 42)
                .putInt(directory)
                .flip();
    }

    private static TiffDirectory directory(
            Picture picture,
            FileTags tags,
            TiffStrips strips,
            Compression compression,
            long[] offsets,
            long[] lengths) {
        TiffDirectory directory = tags.exif()
                .flatMap(block -> TiffDirectory.read(ByteBuffer.wrap(block)))
                .orElseGet(TiffDirectory::new);
        Pixels pixels = picture.pixels();
        int photometric =
                switch (picture.profile().model()) {
                    case GREY -> 1;
                    case RGB -> 2;
                    case CMYK -> 5;
                };
        directory
                .put(0x0100, TiffField.longs(pixels.size().width()))
                .put(0x0101, TiffField.longs(pixels.size().height()))
                .put(
                        BITS,
                        TiffField.shorts(IntStream.generate(pixels::depth)
                                .limit(pixels.bands())
                                .toArray()))
                .put(0x0103, TiffField.shorts(code(compression)))
                .put(0x0106, TiffField.shorts(photometric))
                .put(0x0111, TiffField.longs(offsets))
                .put(0x0112, TiffField.shorts(1))
                .put(0x0115, TiffField.shorts(pixels.bands()))
                .put(0x0116, TiffField.longs(strips.rowsEach()))
                .put(0x0117, TiffField.longs(lengths))
                .put(0x011a, TiffField.rational(tags.ppi()))
                .put(0x011b, TiffField.rational(tags.ppi()))
                .put(0x011c, TiffField.shorts(1))
                .put(0x0128, TiffField.shorts(INCHES));
        if (compression != Compression.NONE) {
            directory.put(0x013d, TiffField.shorts(DIFFERENCES));
        }
        if (pixels.hasAlpha()) {
            directory.put(0x0152, TiffField.shorts(UNASSOCIATED_ALPHA));
        }
        if (tags.embedProfile()) {
            directory.put(ICC, TiffField.undefined(picture.profile().bytes()));
        }
        tags.xmp().ifPresent(xmp -> directory.put(XMP, TiffField.bytes(xmp)));
        // whole words, as the programs expect that first wrote this tag
        tags.iptc()
                .ifPresent(iptc -> directory.put(IPTC, TiffField.undefined(Arrays.copyOf(iptc, iptc.length + 3 & ~3))));
        return directory;
    }

    private static int code(Compression compression) {
        return switch (compression) {
            case NONE -> 1;
            case LZW -> 5;
            case DEFLATE -> 8;
        };
    }
}
