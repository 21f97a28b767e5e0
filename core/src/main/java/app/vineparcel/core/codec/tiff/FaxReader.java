package app.vineparcel.core.codec.tiff;

import app.vineparcel.core.WorkBudget;
import java.util.Arrays;

/**
 * Unpacks fax codings of black and white: runs without ends of lines (TIFF 6.0, section 10), group 3 in one and two dimensions (ITU-T T.4) and
 * group 4 (T.6). Gives a bit a pixel, set for black. A line that makes no sense is as the line above, and reading goes on behind it where the
 * coding lets one find the next.
 */
final class FaxReader {

    private static final int TWO_DIMENSIONS = 1;
    private static final int END_OF_LINE_ZEROS = 11;

    private final byte[] packed;
    private final int width;
    private final int scheme;
    private final boolean twoDimensions;
    private final boolean alignsLines;
    private long at;

    /**
     * A reader.
     *
     * @param scheme the compression: 2, 3 or 4
     * @param options of group 3 (tag 292): bit 0 says that lines may be coded in two dimensions
     */
    FaxReader(byte[] packed, int width, int scheme, long options) {
        this.packed = packed;
        this.width = width;
        this.scheme = scheme;
        this.twoDimensions = scheme == 4 || scheme == 3 && (options & TWO_DIMENSIONS) != 0;
        this.alignsLines = scheme == 2;
    }

    /** Unpacks so many rows; each begins a new byte. */
    Unpacker.Unpacked rows(int rows) {
        int rowBytes = (width + 7) / 8;
        byte[] bytes = new byte[Math.multiplyExact(rowBytes, rows)];
        int[] above = {width, width};
        int sound = 0;
        for (int row = 0; row < rows; row++) {
            WorkBudget.check();
            if (isOver()) {
                return new Unpacker.Unpacked(bytes, false);
            }
            int[] line = new int[width + 3];
            int changes = line(above, line);
            if (changes < 0) {
                if (scheme == 4) {
                    return new Unpacker.Unpacked(bytes, false);
                }
                paint(above, bytes, row * rowBytes);
                continue;
            }
            sound++;
            above = Arrays.copyOf(line, changes + 2);
            above[changes] = width;
            above[changes + 1] = width;
            paint(above, bytes, row * rowBytes);
        }
        return new Unpacker.Unpacked(bytes, sound == rows);
    }

    private boolean isOver() {
        if (at >= 8L * packed.length) {
            return true;
        }
        // two ends of line in a row end a page of group 4
        return scheme == 4 && peek(24) == 0x001001;
    }

    /** Puts the places where the colour changes; returns how many, -1 if the line makes no sense. */
    private int line(int[] above, int[] line) {
        boolean twice = scheme == 4;
        if (alignsLines) {
            at = at + 7 & ~7L;
        }
        if (scheme == 3) {
            endOfLine();
            if (twoDimensions) {
                twice = bit() == 0;
            }
        }
        return twice ? byReference(above, line) : byRuns(line);
    }

    /** Skips what fills up to an end of line, and the end itself, where one comes. */
    private void endOfLine() {
        long start = at;
        int zeros = 0;
        while (at < 8L * packed.length && bit() == 0) {
            zeros++;
        }
        if (zeros < END_OF_LINE_ZEROS) {
            at = start;
        }
    }

    private int byRuns(int[] line) {
        int x = 0;
        int changes = 0;
        boolean black = false;
        while (x < width) {
            int run = run(black);
            if (run < 0 || x + run > width) {
                return resync();
            }
            x += run;
            if (changes < line.length - 2) {
                line[changes++] = x;
            }
            black = !black;
        }
        return changes;
    }

    /** Goes to the next end of line, if lines have ends. */
    private int resync() {
        if (scheme == 3) {
            int zeros = 0;
            while (at < 8L * packed.length) {
                if (bit() == 0) {
                    zeros++;
                } else if (zeros >= END_OF_LINE_ZEROS) {
                    at -= END_OF_LINE_ZEROS + 1;
                    return -1;
                } else {
                    zeros = 0;
                }
            }
        }
        return -1;
    }

    private int byReference(int[] above, int[] line) {
        int x = 0;
        int changes = 0;
        int b = 0;
        boolean black = false;
        boolean first = true;
        while (x < width) {
            // the first change above that lies beyond and goes to the other colour
            while (b > 0 && above[b - 1] > x) {
                b--;
            }
            while (b < above.length - 1
                    && (above[b] <= x && !(first && above[b] == 0 && x == 0) || (b & 1) != (black ? 1 : 0))) {
                if (above[b] >= width) {
                    break;
                }
                b++;
            }
            int b1 = above[b];
            int b2 = b + 1 < above.length ? above[b + 1] : width;
            int mode = mode();
            switch (mode) {
                case PASS -> x = b2;
                case HORIZONTAL -> {
                    int one = run(black);
                    int two = one < 0 ? -1 : run(!black);
                    if (two < 0 || x + one + two > width || changes > line.length - 4) {
                        return resync();
                    }
                    line[changes++] = x + one;
                    line[changes++] = x + one + two;
                    x += one + two;
                }
                case NONE -> {
                    return resync();
                }
                default -> {
                    int to = b1 + mode;
                    if (to < x || to > width || changes > line.length - 3) {
                        return resync();
                    }
                    line[changes++] = to;
                    x = to;
                    black = !black;
                }
            }
            first = false;
        }
        return changes;
    }

    private static final int PASS = 100;
    private static final int HORIZONTAL = 101;
    private static final int NONE = 102;

    /** The next mode code (T.4, table 4): a distance from -3 to 3, or one of the others. */
    private int mode() {
        int next = peek(7);
        if (next >> 6 == 1) {
            return taken(1, 0);
        }
        return switch (next >> 4) {
            case 0b011 -> taken(3, 1);
            case 0b010 -> taken(3, -1);
            case 0b001 -> taken(3, HORIZONTAL);
            default ->
                next >> 3 == 0b0001
                        ? taken(4, PASS)
                        : next >> 1 == 0b000011
                                ? taken(6, 2)
                                : next >> 1 == 0b000010
                                        ? taken(6, -2)
                                        : next == 0b0000011 ? taken(7, 3) : next == 0b0000010 ? taken(7, -3) : NONE;
        };
    }

    private int taken(int bits, int mode) {
        at += bits;
        return mode;
    }

    private int run(boolean black) {
        int[] table = black ? FaxCodes.BLACK_RUNS : FaxCodes.WHITE_RUNS;
        int sum = 0;
        while (true) {
            int found = table[peek(FaxCodes.LONGEST)];
            if (found == 0 || at >= 8L * packed.length) {
                return -1;
            }
            at += found & 15;
            int run = found >> 4;
            sum += run;
            if (run < 64) {
                return sum;
            }
            if (sum > width + 2560) {
                return -1;
            }
        }
    }

    private int bit() {
        int bit = peek(1);
        at++;
        return bit;
    }

    /** The next bits, zeros behind the end. */
    private int peek(int count) {
        int from = (int) (at >> 3);
        long held = 0;
        for (int i = 0; i < 5; i++) {
            held = held << 8 | (from + i < packed.length ? packed[from + i] & 0xff : 0);
        }
        return (int) (held >> 40 - (at & 7) - count) & (1 << count) - 1;
    }

    /** Fills the black runs: from the first change to the second, and so on. */
    private void paint(int[] changes, byte[] bytes, int start) {
        for (int i = 0; i + 1 < changes.length; i += 2) {
            int to = Math.min(width, changes[i + 1]);
            for (int x = changes[i]; x < to; x++) {
                bytes[start + (x >> 3)] |= (byte) (0x80 >> (x & 7));
            }
        }
    }
}
