package app.vineparcel.core.codec.tga;

import app.vineparcel.core.NotRead;
import app.vineparcel.core.WorkBudget;
import app.vineparcel.core.codec.CutShort;
import app.vineparcel.core.codec.Decoded;
import app.vineparcel.core.codec.PictureReader;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Opacity;
import app.vineparcel.core.raster.Pixels;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * Reads TGA (Truevision TGA file format specification 2.0): palette, RGB and grey, plain and in runs, from any corner. An alpha that is zero
 * everywhere counts as none, as programs write it that know of none.
 */
public final class TgaReader implements PictureReader {

    private static final int HEADER = 18;
    private static final int RUNS = 8;

    @Override
    public PixelSize size(Path file) throws IOException {
        try (var in = Files.newInputStream(file)) {
            return size(in.readNBytes(HEADER));
        }
    }

    private static PixelSize size(byte[] tga) throws IOException {
        if (tga.length < HEADER || at16(tga, 12) == 0 || at16(tga, 14) == 0) {
            throw new IOException("its header gives no size.");
        }
        return new PixelSize(at16(tga, 12), at16(tga, 14));
    }

    private static int at16(byte[] tga, int at) {
        return tga[at] & 0xff | (tga[at + 1] & 0xff) << 8;
    }

    @Override
    public Decoded read(Path file) throws IOException {
        byte[] tga = Files.readAllBytes(file);
        PixelSize size = size(tga);
        int kind = tga[2] & 7;
        int depth = tga[16] & 0xff;
        int bytes = (depth + 7) / 8;
        if (kind < 1 || kind > 3 || bytes < 1 || bytes > 4) {
            throw new NotRead("TGA of type %d with %d bits a pixel is not read.".formatted(tga[2], depth));
        }
        int mapBytes = ((tga[7] & 0xff) + 7) / 8 * (tga[1] == 1 ? at16(tga, 5) : 0);
        int map = HEADER + (tga[0] & 0xff);
        byte[] stored = new byte[Math.toIntExact(size.pixels() * bytes)];
        int found =
                (tga[2] & RUNS) == 0 ? plain(tga, map + mapBytes, stored) : runs(tga, map + mapBytes, bytes, stored);
        double share = found / (double) stored.length;
        if (share < CutShort.LEAST) {
            throw new IOException("it ends before its picture does.");
        }
        Pixels pixels =
                kind == 3 ? grey(size, tga, stored, bytes) : coloured(size, tga, stored, bytes, kind == 1 ? map : -1);
        Decoded decoded = Decoded.plain(pixels);
        return share < 1 ? decoded.with(List.of(CutShort.notice(share))) : decoded;
    }

    private static int plain(byte[] tga, int from, byte[] into) {
        int count = Math.max(0, Math.min(into.length, tga.length - from));
        System.arraycopy(tga, Math.min(from, tga.length), into, 0, count);
        return count;
    }

    private static int runs(byte[] tga, int start, int bytes, byte[] into) {
        int from = start;
        int to = 0;
        while (to < into.length && from + bytes < tga.length) {
            WorkBudget.check();
            int head = tga[from++] & 0xff;
            int count = Math.min(((head & 127) + 1) * bytes, into.length - to);
            if (head < 128) {
                count = Math.min(count, tga.length - from);
                System.arraycopy(tga, from, into, to, count);
                from += count;
            } else {
                for (int i = 0; i < count; i++) {
                    into[to + i] = tga[from + i % bytes];
                }
                from += bytes;
            }
            to += count;
        }
        return to;
    }

    /** Where the pixel that is stored as this one is seen. */
    private static int place(PixelSize size, byte[] tga, int index) {
        int x = index % size.width();
        int y = index / size.width();
        boolean fromRight = (tga[17] & 0x10) != 0;
        boolean fromTop = (tga[17] & 0x20) != 0;
        return (fromTop ? y : size.height() - 1 - y) * size.width() + (fromRight ? size.width() - 1 - x : x);
    }

    private static Pixels grey(PixelSize size, byte[] tga, byte[] stored, int bytes) {
        boolean alpha = bytes == 2;
        byte[] samples = new byte[stored.length];
        for (int i = 0; i < size.pixels(); i++) {
            System.arraycopy(stored, i * bytes, samples, place(size, tga, i) * bytes, bytes);
        }
        return Pixels.of8(size, bytes, alpha, samples);
    }

    private static Pixels coloured(PixelSize size, byte[] tga, byte[] stored, int bytes, int map) throws IOException {
        byte[] samples = new byte[Math.toIntExact(size.pixels() * 4)];
        int[] palette = map < 0 ? new int[0] : palette(tga, map);
        int alphaBits = bytes == 4 && map < 0 || (tga[7] & 0xff) == 32 ? 8 : map < 0 ? tga[17] & 15 : 0;
        boolean seen = false;
        for (int i = 0; i < size.pixels(); i++) {
            int index = 0;
            for (int b = bytes - 1; b >= 0 && map >= 0; b--) {
                index = index << 8 | stored[i * bytes + b] & 0xff;
            }
            int argb = map < 0 ? colour(stored, i * bytes, bytes) : palette[Math.min(index, palette.length - 1)];
            int to = place(size, tga, i) * 4;
            samples[to] = (byte) (argb >> 16);
            samples[to + 1] = (byte) (argb >> 8);
            samples[to + 2] = (byte) argb;
            samples[to + 3] = alphaBits == 0 ? (byte) 255 : (byte) (argb >>> 24);
            seen |= samples[to + 3] != 0;
        }
        Pixels pixels = Pixels.of8(size, 4, true, samples);
        return alphaBits == 0 || !seen ? Opacity.removed(pixels) : pixels;
    }

    private static int[] palette(byte[] tga, int map) throws IOException {
        int first = at16(tga, 3);
        int bytes = ((tga[7] & 0xff) + 7) / 8;
        int[] palette = new int[Math.max(1, first + at16(tga, 5))];
        for (int i = first; i < palette.length; i++) {
            int at = map + (i - first) * bytes;
            if (bytes < 2 || bytes > 4 || at + bytes > tga.length) {
                throw new IOException("its palette is damaged.");
            }
            palette[i] = colour(tga, at, bytes);
        }
        return palette;
    }

    /** A colour of 2, 3 or 4 bytes, blue first. */
    private static int colour(byte[] from, int at, int bytes) {
        if (bytes == 2) {
            int pixel = at16(from, at);
            int alpha = (pixel & 0x8000) == 0 ? 0 : 0xff;
            return alpha << 24 | wide(pixel >> 10 & 31) << 16 | wide(pixel >> 5 & 31) << 8 | wide(pixel & 31);
        }
        int alpha = bytes == 4 ? from[at + 3] & 0xff : 0xff;
        return alpha << 24 | (from[at + 2] & 0xff) << 16 | (from[at + 1] & 0xff) << 8 | from[at] & 0xff;
    }

    private static int wide(int five) {
        return (five * 255 + 15) / 31;
    }
}
