package app.vineparcel.core.codec.png;

import app.vineparcel.core.WorkBudget;
import java.io.BufferedInputStream;
import java.io.Closeable;
import java.io.DataInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.CRC32;

/** Walks through the chunks of a PNG (5.3). A chunk's content is read only where somebody asks for it. */
public final class PngChunks implements Closeable {

    private static final int SIGNATURE = 8;
    private static final int LARGEST = 16_000_000;

    private final DataInputStream in;
    private final boolean checks;
    private final byte[] passed = new byte[1 << 13];
    private final CRC32 sum = new CRC32();
    private String type = "";
    private long left;
    private boolean inChunk;
    private boolean brokenSum;

    /**
     * Opens a file.
     *
     * @param checks whether the sum of every chunk is looked at, for which all of the file is read
     */
    public PngChunks(Path file, boolean checks) throws IOException {
        this.in = new DataInputStream(new BufferedInputStream(Files.newInputStream(file), 1 << 16));
        this.checks = checks;
        in.skipNBytes(SIGNATURE);
    }

    /** Goes to the next chunk; false behind the last. */
    public boolean next() throws IOException {
        WorkBudget.check();
        try {
            finish();
            left = in.readInt() & 0xffffffffL;
            byte[] name = in.readNBytes(4);
            if (name.length < 4 || left > Integer.MAX_VALUE) {
                return false;
            }
            sum.reset();
            sum.update(name);
            type = new String(name, StandardCharsets.US_ASCII);
            inChunk = true;
            return true;
        } catch (EOFException e) {
            inChunk = false;
            return false;
        }
    }

    private void finish() throws IOException {
        if (!inChunk) {
            return;
        }
        if (checks) {
            while (left > 0) {
                int count = read(passed, 0, passed.length);
                if (count < 0) {
                    throw new EOFException();
                }
            }
        } else {
            in.skipNBytes(left);
        }
        int stored = in.readInt();
        brokenSum |= checks && stored != (int) sum.getValue();
        inChunk = false;
    }

    /** Four letters. */
    public String type() {
        return type;
    }

    /** Bytes of this chunk that have not been read. */
    public long left() {
        return left;
    }

    /** Whether a chunk so far had another sum than it says. */
    public boolean hasBrokenSum() {
        return brokenSum;
    }

    /** Bytes of this chunk; -1 behind its last. */
    int read(byte[] into, int from, int count) throws IOException {
        if (left == 0) {
            return -1;
        }
        int found = in.read(into, from, (int) Math.min(count, left));
        if (found > 0) {
            left -= found;
            if (checks) {
                sum.update(into, from, found);
            }
        }
        return found;
    }

    /**
     * All that is left of this chunk; fewer bytes where the file ends.
     *
     * @throws IOException with a reason in words if it is larger than anything sound
     */
    public byte[] content() throws IOException {
        if (left > LARGEST) {
            throw new IOException("a block “%s” has %d MB; up to %d are read."
                    .formatted(type, left / 1_000_000, LARGEST / 1_000_000));
        }
        byte[] bytes = in.readNBytes((int) left);
        left -= bytes.length;
        sum.update(bytes);
        return bytes;
    }

    /** What all IDAT chunks from this one on hold together. */
    InputStream pictureData() {
        return new InputStream() {
            @Override
            public int read() throws IOException {
                byte[] one = new byte[1];
                return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
            }

            @Override
            public int read(byte[] into, int from, int count) throws IOException {
                while (left == 0) {
                    if (!next() || !type.equals("IDAT")) {
                        return -1;
                    }
                }
                return PngChunks.this.read(into, from, count);
            }
        };
    }

    @Override
    public void close() throws IOException {
        in.close();
    }
}
