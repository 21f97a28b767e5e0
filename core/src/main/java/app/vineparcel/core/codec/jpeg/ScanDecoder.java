package app.vineparcel.core.codec.jpeg;

import app.vineparcel.core.WorkBudget;
import java.io.IOException;
import java.util.List;

/** One scan: the coefficients that it brings, at once or as a finer pass of what is there (ITU-T T.81, annexes F.2 and G.2). */
final class ScanDecoder {

    /** Where the coefficient of a place in zigzag order stands. */
    static final int[] NATURAL = {
        0, 1, 8, 16, 9, 2, 3, 10, 17, 24, 32, 25, 18, 11, 4, 5, 12, 19, 26, 33, 40, 48, 41, 34, 27, 20, 13, 6, 7, 14,
        21, 28, 35, 42, 49, 56, 57, 50, 43, 36, 29, 22, 15, 23, 30, 37, 44, 51, 58, 59, 52, 45, 38, 31, 39, 46, 53, 60,
        61, 54, 47, 55, 62, 63
    };

    /** A component in this scan, with its codes; a scan of one kind of coefficients needs only one. */
    record Part(Component component, HuffmanCode first, HuffmanCode others) {}

    /**
     * What a scan brings.
     *
     * @param from and {@code to}: which coefficients, 0 to 63
     * @param high the bit that the pass before ended at, 0 if there was none
     * @param low the bit that this one ends at
     */
    record Pass(boolean progressive, int from, int to, int high, int low) {}

    private final List<Part> parts;
    private final Pass pass;
    private final ScanBits bits;
    private final int[] before;
    private int emptyBlocks;

    ScanDecoder(List<Part> parts, Pass pass, ScanBits bits) {
        this.parts = parts;
        this.pass = pass;
        this.bits = bits;
        this.before = new int[parts.size()];
    }

    /**
     * Reads all of it.
     *
     * @param frame how large the picture is
     * @param restart after how many units a marker stands; 0 for none
     */
    void decode(Component.Frame frame, int restart) throws IOException {
        boolean alone = parts.size() == 1;
        Component only = parts.get(0).component();
        int across = alone ? Component.divided(only.width, 8) : frame.unitsAcross();
        int down = alone ? Component.divided(only.height, 8) : frame.unitsDown();
        long all = (long) across * down;
        for (long i = 0; i < all; i++) {
            if (i % across == 0) {
                WorkBudget.check();
            }
            if (restart > 0 && i > 0 && i % restart == 0) {
                bits.restart();
                java.util.Arrays.fill(before, 0);
                emptyBlocks = 0;
            }
            int x = (int) (i % across);
            int y = (int) (i / across);
            if (alone) {
                block(0, only.block(x, y));
            } else {
                unit(x, y);
            }
        }
    }

    private void unit(int x, int y) throws IOException {
        for (int p = 0; p < parts.size(); p++) {
            Component component = parts.get(p).component();
            for (int v = 0; v < component.down; v++) {
                for (int h = 0; h < component.across; h++) {
                    block(p, component.block(x * component.across + h, y * component.down + v));
                }
            }
        }
    }

    private void block(int part, int at) throws IOException {
        short[] data = parts.get(part).component().data;
        if (!pass.progressive()) {
            data[at] = (short) first(part);
            others(part, data, at, 1, 63);
        } else if (pass.from() == 0) {
            if (pass.high() == 0) {
                data[at] = (short) (first(part) << pass.low());
            } else {
                data[at] |= (short) (bits.bit() << pass.low());
            }
        } else if (pass.high() == 0) {
            others(part, data, at, pass.from(), pass.to());
        } else {
            finer(part, data, at);
        }
    }

    private int first(int part) throws IOException {
        int size = parts.get(part).first().next(bits);
        if (size > 15) {
            throw new IOException("its data holds a coefficient that is too large.");
        }
        before[part] += bits.signed(size);
        return before[part];
    }

    private void others(int part, short[] data, int at, int from, int to) throws IOException {
        if (emptyBlocks > 0) {
            emptyBlocks--;
            return;
        }
        HuffmanCode code = parts.get(part).others();
        for (int k = from; k <= to; k++) {
            int word = code.next(bits);
            int run = word >> 4;
            int size = word & 15;
            if (size > 0) {
                k += run;
                if (k > to) {
                    throw new IOException("its data holds more coefficients than a block has.");
                }
                data[at + NATURAL[k]] = (short) (bits.signed(size) << pass.low());
            } else if (run == 15) {
                k += 15;
            } else {
                emptyBlocks = (1 << run) - 1 + bits.number(run);
                return;
            }
        }
    }

    /** One more bit of coefficients that are there, and those that come in with it (G.1.2.3). */
    private void finer(int part, short[] data, int at) throws IOException {
        int step = 1 << pass.low();
        int k = pass.from();
        if (emptyBlocks == 0) {
            HuffmanCode code = parts.get(part).others();
            for (; k <= pass.to(); k++) {
                int word = code.next(bits);
                int run = word >> 4;
                int size = word & 15;
                int value = 0;
                if (size > 0) {
                    value = bits.bit() == 1 ? step : -step;
                } else if (run < 15) {
                    emptyBlocks = (1 << run) + bits.number(run);
                    break;
                }
                k = refined(data, at, k, run, step);
                if (value != 0 && k <= pass.to()) {
                    data[at + NATURAL[k]] = (short) value;
                }
            }
        }
        if (emptyBlocks > 0) {
            refined(data, at, k, 64, step);
            emptyBlocks--;
        }
    }

    /** Refines up to the place behind so many zeros. */
    private int refined(short[] data, int at, int from, int zeros, int step) throws IOException {
        int left = zeros;
        for (int k = from; k <= pass.to(); k++) {
            int i = at + NATURAL[k];
            if (data[i] == 0) {
                if (left-- == 0) {
                    return k;
                }
            } else if (bits.bit() == 1 && (Math.abs(data[i]) & step) == 0) {
                data[i] += (short) (data[i] > 0 ? step : -step);
            }
        }
        return pass.to() + 1;
    }
}
