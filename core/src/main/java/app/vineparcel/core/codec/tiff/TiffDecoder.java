package app.vineparcel.core.codec.tiff;

import app.vineparcel.core.Notice;
import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** Decodes a page whose chunks are not packed as JPEG. */
final class TiffDecoder {

    private final FileChannel file;
    private final TiffPage page;
    private final TiffColours colours;
    private final PixelSize size;
    private final int across;
    private final int down;
    private final byte[] bytes;
    private final short[] shorts;
    private final Optional<YccUnits> units;
    private int missing;

    TiffDecoder(FileChannel file, TiffPage page) throws IOException {
        this.file = file;
        this.page = page;
        this.size = page.size();
        this.colours = new TiffColours(page);
        this.units = page.colours() == Photometric.YCBCR ? Optional.of(new YccUnits(page)) : Optional.empty();
        Predictor.requireKnown(page);
        TiffPage.Chunks chunks = page.chunks();
        if (chunks.width() < 1 || chunks.height() < 1) {
            throw new IOException("its tiles have no size.");
        }
        this.across = (size.width() - 1) / chunks.width() + 1;
        this.down = (size.height() - 1) / chunks.height() + 1;
        if (chunks.offsets().length == 0) {
            throw new IOException("its directory does not say where its picture is.");
        }
        long samples = size.pixels() * colours.bands();
        if (samples > Integer.MAX_VALUE - 16) {
            throw new IOException("its samples are more than can be held at once.");
        }
        this.bytes = new byte[colours.depth() == 8 ? (int) samples : 0];
        this.shorts = new short[colours.depth() == 16 ? (int) samples : 0];
    }

    TiffSamples decode() throws IOException {
        for (int row = 0; row < down; row++) {
            for (int column = 0; column < across; column++) {
                chunk(row, column);
            }
        }
        Pixels pixels = colours.depth() == 8
                ? Pixels.of8(size, colours.bands(), colours.hasAlpha(), bytes)
                : Pixels.of16(size, colours.bands(), colours.hasAlpha(), shorts);
        return new TiffSamples(pixels, colours.model(), colours.becomesRomm(), share(), notices());
    }

    private double share() throws IOException {
        double all = (double) across * down * (page.planar() ? page.samples() : 1);
        if (missing >= all) {
            throw new IOException("it ends before its picture does.");
        }
        return 1 - missing / all;
    }

    private List<Notice> notices() {
        List<Notice> notices = new ArrayList<>();
        if (colours.leftOut() > 0) {
            notices.add(Notice.hint(
                    "channels-left-out",
                    "It has %d channels beside its colours that are not said to be transparency; they are left out."
                            .formatted(colours.leftOut())));
        }
        if (page.kind() == TiffPage.SampleKind.FLOATING) {
            notices.add(Notice.hint(
                    "floating-point", "Its floating-point values are read from 0 to 1; what is brighter is cut off."));
        }
        return notices;
    }

    private void chunk(int row, int column) throws IOException {
        WorkBudget.check();
        TiffPage.Chunks chunks = page.chunks();
        int fromX = column * chunks.width();
        int fromY = row * chunks.height();
        int width = Math.min(chunks.width(), size.width() - fromX);
        int rows = Math.min(chunks.height(), size.height() - fromY);
        if (units.isPresent()) {
            inUnits(units.get(), row * across + column, fromX, fromY, width, rows);
            return;
        }
        int planes = page.planar() ? page.samples() : 1;
        byte[][] unpacked = new byte[planes][];
        int[] rowBytes = new int[planes];
        for (int plane = 0; plane < planes; plane++) {
            int[] bits = page.planar() ? new int[] {page.bits()[plane]} : page.bits();
            rowBytes[plane] =
                    Math.toIntExact(((long) chunks.width() * Arrays.stream(bits).sum() + 7) / 8);
            int held = chunks.tiled() ? chunks.height() : rows;
            unpacked[plane] = unpacked((plane * down + row) * across + column, (long) rowBytes[plane] * held);
            Predictor.undo(page, unpacked[plane], rowBytes[plane], held, bits.length);
        }
        if (colours.isPlain()) {
            move(unpacked[0], rowBytes[0], fromX, fromY, width, rows);
        } else {
            convert(unpacked, rowBytes, fromX, fromY, width, rows);
        }
    }

    private void inUnits(YccUnits ycc, int index, int fromX, int fromY, int width, int rows) throws IOException {
        TiffPage.Chunks chunks = page.chunks();
        byte[] chunk = unpacked(index, ycc.bytes(chunks.width(), chunks.tiled() ? chunks.height() : rows));
        int[] rgb = new int[3 * width];
        for (int row = 0; row < rows; row++) {
            ycc.row(chunk, chunks.width(), row, width, rgb);
            int to = ((fromY + row) * size.width() + fromX) * 3;
            for (int i = 0; i < rgb.length; i++) {
                bytes[to + i] = (byte) rgb[i];
            }
        }
    }

    private byte[] unpacked(int index, long wanted) throws IOException {
        if (wanted > Integer.MAX_VALUE - 16) {
            throw new IOException("one of its strips unpacks to more than 2 GB.");
        }
        TiffPage.Chunks chunks = page.chunks();
        if (index >= chunks.offsets().length || chunks.offsets()[index] <= 0) {
            missing++;
            return new byte[(int) wanted];
        }
        byte[] packed = packed(chunks.offsets()[index], length(index, wanted));
        if (page.lowBitFirst()) {
            for (int i = 0; i < packed.length; i++) {
                packed[i] = (byte) (Integer.reverse(packed[i]) >>> 24);
            }
        }
        Unpacker.Unpacked unpacked = page.packing() == Packing.FAX
                ? fax(packed, wanted)
                : Unpacker.unpack(page.packing(), packed, (int) wanted);
        if (!unpacked.whole()) {
            missing++;
        }
        return unpacked.bytes();
    }

    private Unpacker.Unpacked fax(byte[] packed, long wanted) {
        int width = page.chunks().width();
        int scheme = (int) TiffPage.number(page.fields(), 259, 4);
        return new FaxReader(packed, width, scheme, TiffPage.number(page.fields(), 292, 0))
                .rows((int) (wanted / ((width + 7) / 8)));
    }

    /** Some writers leave the lengths out; then a chunk goes as far as the file. */
    private long length(int index, long wanted) throws IOException {
        long[] lengths = page.chunks().lengths();
        long given = index < lengths.length ? lengths[index] : 0;
        if (given > 0) {
            return given;
        }
        long rest = file.size() - page.chunks().offsets()[index];
        return page.packing() == Packing.NONE ? Math.min(wanted, rest) : rest;
    }

    private byte[] packed(long offset, long length) throws IOException {
        long there = Math.max(0, Math.min(length, file.size() - offset));
        if (there > Integer.MAX_VALUE - 16) {
            throw new IOException("one of its strips has more than 2 GB.");
        }
        ByteBuffer packed = ByteBuffer.allocate((int) there);
        while (packed.hasRemaining() && file.read(packed, offset + packed.position()) >= 0) {
            // until it is full or the file ends
        }
        return Arrays.copyOf(packed.array(), packed.position());
    }

    private void move(byte[] chunk, int rowBytes, int fromX, int fromY, int width, int rows) {
        int bands = colours.bands();
        boolean high = page.order() == ByteOrder.BIG_ENDIAN;
        for (int row = 0; row < rows; row++) {
            int to = ((fromY + row) * size.width() + fromX) * bands;
            if (colours.depth() == 8) {
                System.arraycopy(chunk, row * rowBytes, bytes, to, width * bands);
                continue;
            }
            ByteBuffer.wrap(chunk, row * rowBytes, 2 * width * bands)
                    .order(high ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN)
                    .asShortBuffer()
                    .get(shorts, to, width * bands);
        }
    }

    private void convert(byte[][] chunks, int[] rowBytes, int fromX, int fromY, int width, int rows)
            throws IOException {
        int samples = page.samples();
        int[] raw = new int[width * samples];
        int[] ours = new int[width * colours.bands()];
        SampleRow[] readers = new SampleRow[chunks.length];
        for (int plane = 0; plane < chunks.length; plane++) {
            readers[plane] = new SampleRow(page.planar() ? new int[] {page.bits()[plane]} : page.bits(), page);
        }
        for (int row = 0; row < rows; row++) {
            for (int plane = 0; plane < chunks.length; plane++) {
                readers[plane].read(chunks[plane], row * rowBytes[plane], width, raw, plane, samples);
            }
            colours.convert(raw, width, ours);
            int to = ((fromY + row) * size.width() + fromX) * colours.bands();
            for (int i = 0; i < ours.length; i++) {
                if (colours.depth() == 8) {
                    bytes[to + i] = (byte) ours[i];
                } else {
                    shorts[to + i] = (short) ours[i];
                }
            }
        }
    }
}
