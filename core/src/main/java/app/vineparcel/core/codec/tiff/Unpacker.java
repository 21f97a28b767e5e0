package app.vineparcel.core.codec.tiff;

import java.io.IOException;
import java.util.Arrays;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;

/** Unpacks chunks. What a chunk lacks at its end stays zero, and is told. */
final class Unpacker {

    /**
     * An unpacked chunk.
     *
     * @param bytes as many as were asked for
     * @param whole whether the chunk really held them
     */
    record Unpacked(byte[] bytes, boolean whole) {}

    private Unpacker() {}

    /**
     * Unpacks.
     *
     * @param wanted how many bytes the chunk ought to give
     */
    static Unpacked unpack(Packing packing, byte[] packed, int wanted) throws IOException {
        return switch (packing) {
            case NONE -> new Unpacked(Arrays.copyOf(packed, wanted), packed.length >= wanted);
            case LZW -> LzwReader.unpack(packed, wanted);
            case DEFLATE -> inflate(packed, wanted);
            case PACK_BITS -> packBits(packed, wanted);
            case FAX, JPEG -> throw new IllegalArgumentException(packing + " is unpacked elsewhere");
        };
    }

    private static Unpacked inflate(byte[] packed, int wanted) throws IOException {
        Inflater inflater = new Inflater();
        byte[] bytes = new byte[wanted];
        try {
            inflater.setInput(packed);
            int at = 0;
            while (at < wanted && !inflater.finished() && !inflater.needsDictionary()) {
                int count = inflater.inflate(bytes, at, wanted - at);
                if (count == 0 && inflater.needsInput()) {
                    break;
                }
                at += count;
            }
            return new Unpacked(bytes, at >= wanted);
        } catch (DataFormatException e) {
            return new Unpacked(bytes, false);
        } finally {
            inflater.end();
        }
    }

    /** TIFF 6.0, section 9. */
    private static Unpacked packBits(byte[] packed, int wanted) {
        byte[] bytes = new byte[wanted];
        int at = 0;
        int from = 0;
        while (at < wanted && from < packed.length) {
            int code = packed[from++];
            if (code >= 0) {
                int count = Math.min(Math.min(code + 1, wanted - at), packed.length - from);
                System.arraycopy(packed, from, bytes, at, count);
                at += count;
                from += count;
            } else if (code != -128 && from < packed.length) {
                int count = Math.min(1 - code, wanted - at);
                Arrays.fill(bytes, at, at + count, packed[from++]);
                at += count;
            }
        }
        return new Unpacked(bytes, at >= wanted);
    }
}
