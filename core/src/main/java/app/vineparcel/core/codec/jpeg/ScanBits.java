package app.vineparcel.core.codec.jpeg;

import java.io.IOException;

/** The bits of a scan, most significant first, with a zero taken out behind every 0xff (ITU-T T.81, F.1.2.3). */
final class ScanBits {

    private final byte[] file;
    private int at;
    private int held;
    private int left;

    ScanBits(byte[] file, int from) {
        this.file = file;
        this.at = from;
    }

    /** Where the next byte stands. */
    int position() {
        return at;
    }

    /**
     * One bit.
     *
     * @throws IOException if the file or the scan ends before
     */
    int bit() throws IOException {
        if (left == 0) {
            if (at >= file.length) {
                throw new IOException("it ends before its picture does.");
            }
            held = file[at++] & 0xff;
            if (held == 0xff) {
                if (at >= file.length || file[at] != 0) {
                    throw new IOException("its data ends before its picture does.");
                }
                at++;
            }
            left = 8;
        }
        left--;
        return held >> left & 1;
    }

    /** A number of 0 to 16 bits. */
    int number(int bits) throws IOException {
        int value = 0;
        for (int i = 0; i < bits; i++) {
            value = value << 1 | bit();
        }
        return value;
    }

    /** A number with a sign, in so many bits (ITU-T T.81, figure F.12). */
    int signed(int bits) throws IOException {
        int value = number(bits);
        return bits == 0 || value >= 1 << bits - 1 ? value : value - (1 << bits) + 1;
    }

    /** Passes over the restart marker that has to stand here. */
    void restart() throws IOException {
        left = 0;
        while (at + 1 < file.length && file[at] == (byte) 0xff && file[at + 1] == (byte) 0xff) {
            at++;
        }
        if (at + 1 >= file.length || file[at] != (byte) 0xff || (file[at + 1] & 0xf8) != 0xd0) {
            throw new IOException("its data lacks a restart marker.");
        }
        at += 2;
    }
}
