package app.vineparcel.core.codec.gif;

import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.geometry.PixelSize;
import java.io.IOException;
import java.util.Arrays;

/**
 * The first frame of a GIF on its screen, as browsers show it: where the frame is smaller the screen is clear, whatever colour the file gives as
 * its background, and where the first frame reaches beyond it the screen grows.
 */
public final class GifFrame {

    private static final int HEADER = 13;
    private static final int EXTENSION = 0x21;
    private static final int IMAGE = 0x2c;
    private static final int TRAILER = 0x3b;
    private static final int GRAPHIC_CONTROL = 0xf9;

    private final byte[] gif;
    private final PixelSize screen;
    private final int left;
    private final int top;
    private final int width;
    private final int height;
    private final int[] palette;
    private final int clear;
    private final boolean interlaced;
    private final int data;

    /**
     * Finds the first frame.
     *
     * @throws IOException with a reason in words if there is none
     */
    public GifFrame(byte[] gif) throws IOException {
        this.gif = gif;
        try {
            int at = HEADER;
            int[] global = new int[0];
            if ((at(10) & 0x80) != 0) {
                global = palette(at, 2 << (at(10) & 7));
                at += 3 * (2 << (at(10) & 7));
            }
            int transparent = -1;
            while (at(at) != IMAGE) {
                WorkBudget.check();
                if (at(at) == TRAILER) {
                    throw new IOException("it holds no picture.");
                }
                if (at(at) == EXTENSION && at(at + 1) == GRAPHIC_CONTROL && at(at + 2) >= 4) {
                    transparent = (at(at + 3) & 1) == 1 ? at(at + 6) : -1;
                }
                at = at(at) == EXTENSION ? behindBlocks(at + 2) : at + 1;
            }
            this.left = at16(at + 1);
            this.top = at16(at + 3);
            this.width = at16(at + 5);
            this.height = at16(at + 7);
            int flags = at(at + 9);
            boolean own = (flags & 0x80) != 0;
            this.palette = own ? palette(at + 10, 2 << (flags & 7)) : global;
            this.interlaced = (flags & 0x40) != 0;
            this.clear = transparent;
            this.data = at + 10 + (own ? 3 * (2 << (flags & 7)) : 0);
            int across = Math.max(at16(6), left + width);
            int down = Math.max(at16(8), top + height);
            if (across < 1 || down < 1) {
                throw new IOException("its header gives no size.");
            }
            this.screen = new PixelSize(across, down);
        } catch (IndexOutOfBoundsException e) {
            throw new IOException("it ends before its picture begins.", e);
        }
    }

    private int at(int index) {
        return gif[index] & 0xff;
    }

    private int at16(int index) {
        return at(index) | at(index + 1) << 8;
    }

    private int[] palette(int from, int count) {
        int[] colours = new int[count];
        for (int i = 0; i < count; i++) {
            colours[i] = at(from + 3 * i) << 16 | at(from + 3 * i + 1) << 8 | at(from + 3 * i + 2);
        }
        return colours;
    }

    private int behindBlocks(int from) {
        int at = from;
        while (at(at) != 0) {
            WorkBudget.check();
            at += at(at) + 1;
        }
        return at + 1;
    }

    /** The screen, px. */
    public PixelSize screen() {
        return screen;
    }

    /** Whether more frames follow. */
    public boolean moves() {
        try {
            int at = behindBlocks(data + 1);
            while (at < gif.length && at(at) != TRAILER) {
                WorkBudget.check();
                if (at(at) == IMAGE) {
                    return true;
                }
                at = at(at) == EXTENSION ? behindBlocks(at + 2) : at + 1;
            }
            return false;
        } catch (IndexOutOfBoundsException e) {
            return false;
        }
    }

    /**
     * What is on the screen.
     *
     * @param samples 4 bytes a pixel, red, green, blue and alpha
     * @param opaque whether no pixel is clear
     * @param share how much of the frame was there, 0 to 1
     */
    public record Drawn(byte[] samples, boolean opaque, double share) {}

    /**
     * Draws it.
     *
     * @throws IOException with a reason in words if its data makes no sense from the start
     */
    public Drawn draw() throws IOException {
        byte[] indexes = new byte[Math.multiplyExact(width, height)];
        int found = new LzwBlocks(gif, data).into(indexes);
        if (found == 0 && indexes.length > 0) {
            throw new IOException("it ends before its picture does.");
        }
        byte[] samples = new byte[Math.toIntExact(screen.pixels() * 4)];
        int[] rows = rows();
        for (int stored = 0; stored < height; stored++) {
            int y = top + rows[stored];
            if (y >= screen.height()) {
                continue;
            }
            for (int x = 0; x < width && left + x < screen.width(); x++) {
                int at = stored * width + x;
                int index = indexes[at] & 0xff;
                if (at < found && index != clear) {
                    put(samples, (y * screen.width() + left + x) * 4, index);
                }
            }
        }
        boolean opaque = true;
        for (int i = 3; i < samples.length; i += 4) {
            opaque &= samples[i] != 0;
        }
        return new Drawn(samples, opaque, indexes.length == 0 ? 1 : found / (double) indexes.length);
    }

    /** A number beyond the palette is black, as browsers have it. */
    private void put(byte[] samples, int to, int index) {
        int colour = index < palette.length ? palette[index] : 0;
        samples[to] = (byte) (colour >> 16);
        samples[to + 1] = (byte) (colour >> 8);
        samples[to + 2] = (byte) colour;
        samples[to + 3] = (byte) 255;
    }

    /** Which row of the frame each stored row is: interlaced ones come in four passes (appendix E). */
    private int[] rows() {
        int[] rows = new int[height];
        if (!interlaced) {
            Arrays.setAll(rows, i -> i);
            return rows;
        }
        int stored = 0;
        int[] first = {0, 4, 2, 1};
        int[] step = {8, 8, 4, 2};
        for (int pass = 0; pass < 4; pass++) {
            for (int y = first[pass]; y < height; y += step[pass]) {
                rows[stored++] = y;
            }
        }
        return rows;
    }
}
