package app.vineparcel.core.metadata;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;

/**
 * The bytes of a TIFF, wherever they are: in memory, or in a file of any size. Knows the header: its byte order, and whether offsets have 32
 * bits or, as in BigTIFF, 64.
 */
final class TiffInput {

    /** Where bytes come from. */
    private interface Bytes {
        ByteBuffer at(long offset, int count) throws IOException;
    }

    private static final int CLASSIC = 42;
    private static final int BIG = 43;

    private final Bytes bytes;
    private final long length;
    private ByteOrder order = ByteOrder.LITTLE_ENDIAN;
    private boolean big;

    private TiffInput(Bytes bytes, long length) {
        this.bytes = bytes;
        this.length = length;
    }

    static TiffInput of(ByteBuffer block) {
        return new TiffInput((offset, count) -> block.slice((int) offset, count), block.limit());
    }

    static TiffInput of(FileChannel file) throws IOException {
        return new TiffInput(
                (offset, count) -> {
                    ByteBuffer part = ByteBuffer.allocate(count);
                    while (part.hasRemaining() && file.read(part, offset + part.position()) >= 0) {
                        // until it is full or the file ends
                    }
                    return part.flip();
                },
                file.size());
    }

    /** Reads the header; false if it is none. */
    boolean begin() throws IOException {
        if (length < 8) {
            return false;
        }
        ByteBuffer start = bytes.at(0, 2);
        if (start.get(0) != start.get(1) || start.get(0) != 'I' && start.get(0) != 'M') {
            return false;
        }
        order = start.get(0) == 'I' ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN;
        int magic = number16(2);
        big = magic == BIG;
        return magic == CLASSIC || big && length >= 16 && number16(4) == 8;
    }

    long firstDirectory() throws IOException {
        return big ? number64(8) : number32(4);
    }

    ByteOrder order() {
        return order;
    }

    boolean isBig() {
        return big;
    }

    /** Whether so many bytes stand at a place. */
    boolean holds(long offset, long count) {
        return offset >= 0 && count >= 0 && offset <= length && count <= length - offset;
    }

    int number16(long offset) throws IOException {
        return at(offset, 2).getShort() & 0xffff;
    }

    long number32(long offset) throws IOException {
        return at(offset, 4).getInt() & 0xffffffffL;
    }

    long number64(long offset) throws IOException {
        return at(offset, 8).getLong();
    }

    ByteBuffer at(long offset, int count) throws IOException {
        if (!holds(offset, count)) {
            throw new IndexOutOfBoundsException(offset + " lies outside");
        }
        return bytes.at(offset, count).order(order);
    }
}
