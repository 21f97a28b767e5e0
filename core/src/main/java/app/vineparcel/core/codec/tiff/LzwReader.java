package app.vineparcel.core.codec.tiff;

/**
 * Unpacks LZW as TIFF 6.0, section 13, has it: codes of 9 to 12 bits, the high bit first, each width changed one code early; and its older form,
 * the low bit first, each width changed in time, which is told by its first code.
 */
final class LzwReader {

    private static final int CLEAR = 256;
    private static final int END = 257;
    private static final int FIRST = 258;
    private static final int ROOM = 4096;

    private final byte[] packed;
    private final boolean lowFirst;
    private final int[] prefix = new int[ROOM];
    private final byte[] suffix = new byte[ROOM];
    private final int[] lengths = new int[ROOM];
    private int from;
    private int held;
    private int bits;

    private LzwReader(byte[] packed) {
        this.packed = packed;
        this.lowFirst = packed.length > 1 && packed[0] == 0 && (packed[1] & 1) == 1;
        for (int i = 0; i < CLEAR; i++) {
            suffix[i] = (byte) i;
            lengths[i] = 1;
        }
    }

    static Unpacker.Unpacked unpack(byte[] packed, int wanted) {
        byte[] bytes = new byte[wanted];
        return new Unpacker.Unpacked(bytes, new LzwReader(packed).into(bytes) >= wanted);
    }

    /** Says how many bytes there were. */
    private int into(byte[] bytes) {
        int width = 9;
        int next = FIRST;
        int before = -1;
        int at = 0;
        while (at < bytes.length) {
            int code = code(width);
            if (code < 0 || code == END) {
                break;
            }
            if (code == CLEAR) {
                width = 9;
                next = FIRST;
                before = -1;
                continue;
            }
            if (before < 0) {
                if (code >= CLEAR) {
                    break;
                }
            } else {
                if (code > next || next >= ROOM && code >= next) {
                    break;
                }
                if (next < ROOM) {
                    prefix[next] = before;
                    lengths[next] = lengths[before] + 1;
                    suffix[next] = first(code == next ? before : code);
                    next++;
                }
            }
            at = put(code, bytes, at);
            before = code;
            int full = (1 << width) - (lowFirst ? 0 : 1);
            if (next >= full && width < 12) {
                width++;
            }
        }
        return at;
    }

    private byte first(int code) {
        int at = code;
        while (at >= FIRST) {
            at = prefix[at];
        }
        return suffix[at];
    }

    private int put(int code, byte[] bytes, int start) {
        int end = start + lengths[code];
        int at = code;
        for (int i = end - 1; i >= start; i--) {
            if (i < bytes.length) {
                bytes[i] = suffix[at];
            }
            at = at >= FIRST ? prefix[at] : at;
        }
        return Math.min(end, bytes.length);
    }

    private int code(int width) {
        while (bits < width) {
            if (from >= packed.length) {
                return -1;
            }
            int next = packed[from++] & 0xff;
            held = lowFirst ? held | next << bits : held << 8 | next;
            bits += 8;
        }
        int code;
        if (lowFirst) {
            code = held & (1 << width) - 1;
            held >>>= width;
        } else {
            code = held >> bits - width & (1 << width) - 1;
            held &= (1 << bits - width) - 1;
        }
        bits -= width;
        return code;
    }
}
