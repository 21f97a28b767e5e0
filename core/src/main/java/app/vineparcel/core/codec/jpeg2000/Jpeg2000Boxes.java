package app.vineparcel.core.codec.jpeg2000;

import app.vineparcel.core.WorkBudget;
import java.io.IOException;
import java.io.InputStream;
import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/** Looks for the profile in the boxes of a JP2 file (ISO/IEC 15444-1, annex I). */
public final class Jpeg2000Boxes {

    private static final int HEADER = 0x6a703268;
    private static final int COLOUR = 0x636f6c72;
    private static final int MOST_BYTES = 4_000_000;
    private static final int RESTRICTED_ICC = 2;
    private static final int ANY_ICC = 3;

    private Jpeg2000Boxes() {}

    public static Optional<byte[]> icc(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return find(ByteBuffer.wrap(in.readNBytes(MOST_BYTES)));
        } catch (BufferUnderflowException | IllegalArgumentException | IndexOutOfBoundsException damaged) {
            return Optional.empty();
        }
    }

    private static Optional<byte[]> find(ByteBuffer in) {
        while (in.remaining() >= 8) {
            WorkBudget.check();
            int start = in.position();
            long length = in.getInt() & 0xffffffffL;
            int type = in.getInt();
            if (length == 1) {
                length = in.getLong();
            }
            long end = length == 0 ? in.limit() : start + length;
            if (type == HEADER) {
                continue; // its boxes stand within it
            }
            if (type == COLOUR) {
                int method = in.get();
                in.getShort();
                if (method == RESTRICTED_ICC || method == ANY_ICC) {
                    byte[] icc = new byte[(int) (Math.min(end, in.limit()) - in.position())];
                    in.get(icc);
                    return Optional.of(icc);
                }
            }
            if (end <= start || end > in.limit()) {
                return Optional.empty();
            }
            in.position((int) end);
        }
        return Optional.empty();
    }
}
