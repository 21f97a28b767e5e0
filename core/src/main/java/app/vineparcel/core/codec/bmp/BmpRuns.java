package app.vineparcel.core.codec.bmp;

import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.nio.ByteBuffer;

/** Reads the run lengths of a BMP of 4 or 8 bits. Pixels that no run reaches stay clear; a picture without any has no alpha. */
final class BmpRuns {

    private final ByteBuffer in;
    private final BmpReader.Header header;
    private final int width;
    private final int[] palette;
    private final byte[] samples;
    private int x;
    private int row;

    BmpRuns(ByteBuffer in, BmpReader.Header header) {
        this.in = in;
        this.header = header;
        this.width = header.size.width();
        this.palette = header.readPalette();
        this.samples = new byte[Math.toIntExact(header.size.pixels() * 4)];
    }

    Decoded decode(int start) throws IOException {
        boolean ended = runs(start);
        boolean clear = false;
        for (int i = 3; i < samples.length; i += 4) {
            clear |= samples[i] == 0;
        }
        Pixels pixels = clear ? Pixels.of8(header.size, 4, true, samples) : Pixels.of8(header.size, 3, false, opaque());
        return BmpReader.finished(header, pixels, ended ? header.size.height() : row);
    }

    private byte[] opaque() {
        byte[] colours = new byte[samples.length / 4 * 3];
        for (int i = 0; i < colours.length; i++) {
            colours[i] = samples[i / 3 * 4 + i % 3];
        }
        return colours;
    }

    /** Says whether the runs came to their end, or filled the picture. */
    private boolean runs(int start) {
        int at = start;
        while (at >= 0 && at + 1 < in.limit()) {
            WorkBudget.check();
            int count = in.get(at++) & 0xff;
            int value = in.get(at++) & 0xff;
            if (count > 0) {
                for (int i = 0; i < count; i++) {
                    put(header.bits == 8 ? value : (i & 1) == 0 ? value >> 4 : value & 15);
                }
            } else if (value == 0) {
                x = 0;
                row++;
            } else if (value == 1) {
                return true;
            } else if (value == 2) {
                if (at + 1 >= in.limit()) {
                    break;
                }
                x += in.get(at++) & 0xff;
                row += in.get(at++) & 0xff;
            } else {
                int bytes = header.bits == 8 ? value : (value + 1) / 2;
                for (int i = 0; i < value && at + i * header.bits / 8 < in.limit(); i++) {
                    int pair = in.get(at + i * header.bits / 8) & 0xff;
                    put(header.bits == 8 ? pair : (i & 1) == 0 ? pair >> 4 : pair & 15);
                }
                at += bytes + (bytes & 1);
            }
            if (row >= header.size.height()) {
                return true;
            }
        }
        return row >= header.size.height() - 1 && x >= width;
    }

    private void put(int index) {
        if (x < width && row < header.size.height()) {
            int to = (BmpReader.target(header, row) * width + x) * 4;
            int colour = palette[Math.min(index, palette.length - 1)];
            samples[to] = (byte) (colour >> 16);
            samples[to + 1] = (byte) (colour >> 8);
            samples[to + 2] = (byte) colour;
            samples[to + 3] = (byte) 255;
        }
        x++;
    }
}
