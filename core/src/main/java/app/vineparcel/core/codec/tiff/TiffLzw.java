package app.vineparcel.core.codec.tiff;

import java.io.ByteArrayOutputStream;
import java.util.Arrays;

/** LZW as TIFF 6.0, section 13, has it: codes of 9 to 12 bits, high bit first, each width changed one code early. */
final class TiffLzw {

    private static final int CLEAR = 256;
    private static final int END = 257;
    private static final int FIRST = 258;
    private static final int LAST = 4093;
    private static final int SLOTS = 1 << 14;

    private final ByteArrayOutputStream out;
    private final int[] keys = new int[SLOTS];
    private final short[] codes = new short[SLOTS];
    private int held;
    private int bits;
    private int next;
    private int width;

    private TiffLzw(int roomFor) {
        out = new ByteArrayOutputStream(roomFor);
    }

    /** The packed bytes. */
    static byte[] pack(byte[] bytes, int length) {
        return new TiffLzw(length / 2 + 64).packed(bytes, length);
    }

    private byte[] packed(byte[] bytes, int length) {
        clear();
        int prefix = bytes[0] & 0xff;
        for (int i = 1; i < length; i++) {
            int symbol = bytes[i] & 0xff;
            int key = prefix << 8 | symbol;
            int slot = slot(key);
            if (keys[slot] == key) {
                prefix = codes[slot];
                continue;
            }
            put(prefix);
            keys[slot] = key;
            codes[slot] = (short) next++;
            grow();
            if (next > LAST) {
                clear();
            }
            prefix = symbol;
        }
        put(prefix);
        next++;
        grow();
        put(END);
        if (bits > 0) {
            out.write(held << 8 - bits);
        }
        return out.toByteArray();
    }

    private int slot(int key) {
        int slot = (key * 0x9e3779b1) >>> 18;
        while (keys[slot] != -1 && keys[slot] != key) {
            slot = slot + 1 & SLOTS - 1;
        }
        return slot;
    }

    private void grow() {
        if (next == 1 << width && width < 12) {
            width++;
        }
    }

    private void clear() {
        if (width == 0) {
            width = 9;
        }
        put(CLEAR);
        Arrays.fill(keys, -1);
        next = FIRST;
        width = 9;
    }

    private void put(int code) {
        held = held << width | code;
        bits += width;
        while (bits >= 8) {
            bits -= 8;
            out.write(held >> bits);
            held &= (1 << bits) - 1;
        }
    }
}
