package app.vineparcel.core.codec.gif;

import app.vineparcel.core.WorkBudget;

/** Unpacks the LZW of a frame (appendix F): codes that grow to 12 bits, low bit first, in blocks of up to 255 bytes. */
final class LzwBlocks {

    private static final int ROOM = 4096;

    private final byte[] gif;
    private final int firstBits;
    private final int[] prefix = new int[ROOM];
    private final byte[] suffix = new byte[ROOM];
    private final byte[] stack = new byte[ROOM + 1];
    private int at;
    private int left;
    private int held;
    private int bits;

    /**
     * A reader.
     *
     * @param from where the data of a frame begins
     */
    LzwBlocks(byte[] gif, int from) {
        this.gif = gif;
        this.firstBits = from < gif.length ? Math.min(11, gif[from] & 0xff) : 8;
        this.at = from + 1;
        for (int i = 0; i < 1 << firstBits; i++) {
            suffix[i] = (byte) i;
        }
    }

    /** Says how many numbers there were. */
    int into(byte[] indexes) {
        int clear = 1 << firstBits;
        int end = clear + 1;
        int width = firstBits + 1;
        int next = end + 1;
        int before = -1;
        byte first = 0;
        int found = 0;
        while (found < indexes.length) {
            int code = code(width);
            if (code < 0 || code == end) {
                break;
            }
            if (code == clear) {
                WorkBudget.check();
                width = firstBits + 1;
                next = end + 1;
                before = -1;
                continue;
            }
            if (before < 0 ? code >= clear : code > next) {
                break;
            }
            int depth = 0;
            int walk = code;
            if (code == next && before >= 0) {
                stack[depth++] = first;
                walk = before;
            }
            while (walk > end) {
                stack[depth++] = suffix[walk];
                walk = prefix[walk];
            }
            first = suffix[walk];
            stack[depth++] = first;
            while (depth > 0 && found < indexes.length) {
                indexes[found++] = stack[--depth];
            }
            if (before >= 0 && next < ROOM) {
                prefix[next] = before;
                suffix[next] = first;
                next++;
                if (next == 1 << width && width < 12) {
                    width++;
                }
            }
            before = code;
        }
        return found;
    }

    private int code(int width) {
        while (bits < width) {
            if (left == 0) {
                left = at < gif.length ? gif[at++] & 0xff : 0;
                if (left == 0) {
                    return -1;
                }
            }
            if (at >= gif.length) {
                return -1;
            }
            held |= (gif[at++] & 0xff) << bits;
            left--;
            bits += 8;
        }
        int code = held & (1 << width) - 1;
        held >>>= width;
        bits -= width;
        return code;
    }
}
