package app.vineparcel.core.codec.png;

import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.Paletted;
import app.vineparcel.core.raster.Pixels;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * A picture in the smallest form that PNG has for it without losing anything: a palette where there are few colours, grey where all are and no
 * profile says what RGB means, no alpha where nothing is clear.
 */
public final class PngImage {

    private static final int MOST_COLOURS = 256;
    private static final int GREY = 0;
    private static final int RGB = 2;
    private static final int PALETTE = 3;
    private static final int GREY_ALPHA = 4;
    private static final int RGB_ALPHA = 6;

    private final Pixels pixels;
    private final int colourType;
    private final int depth;
    private final int[] colours;
    private final byte[] indexes;

    private PngImage(Pixels pixels, int colourType, int depth, int[] colours, byte[] indexes) {
        this.pixels = pixels;
        this.colourType = colourType;
        this.depth = depth;
        this.colours = colours;
        this.indexes = indexes;
    }

    /**
     * Of pixels.
     *
     * @param profiled whether a profile goes along, which has to fit the kind of colour
     */
    public static PngImage of(Pixels pixels, boolean profiled) {
        if (pixels.depth() == 16) {
            return direct(pixels);
        }
        Map<Integer, Integer> found = new HashMap<>();
        byte[] indexes = indexed(pixels, found);
        boolean grey = pixels.colourBands() == 1;
        if (!found.isEmpty() && !(grey && !pixels.hasAlpha())) {
            return grey && profiled ? direct(pixels) : palette(pixels, found, indexes);
        }
        if (!profiled && pixels.bands() == 3 && isGrey(pixels)) {
            byte[] levels = new byte[pixels.bytes().length / 3];
            for (int i = 0; i < levels.length; i++) {
                levels[i] = pixels.bytes()[3 * i];
            }
            return direct(Pixels.of8(pixels.size(), 1, false, levels));
        }
        return direct(pixels);
    }

    /** Of a palette that somebody chose. */
    public static PngImage of(Paletted picture) {
        int[] colours = picture.colours().stream().mapToInt(Integer::intValue).toArray();
        Pixels size = Pixels.of8(picture.size(), 1, false, picture.indexes());
        return new PngImage(size, PALETTE, bits(colours.length), colours, picture.indexes());
    }

    static PngImage direct(Pixels pixels) {
        boolean grey = pixels.colourBands() == 1;
        int type = pixels.hasAlpha() ? (grey ? GREY_ALPHA : RGB_ALPHA) : grey ? GREY : RGB;
        return new PngImage(pixels, type, pixels.depth(), new int[0], new byte[0]);
    }

    private static PngImage palette(Pixels pixels, Map<Integer, Integer> found, byte[] indexes) {
        // what is not opaque comes first, so that the list of opacities is short
        List<Integer> order = found.keySet().stream()
                .sorted((a, b) -> Integer.compareUnsigned(a, b))
                .toList();
        byte[] places = new byte[MOST_COLOURS];
        int[] colours = new int[order.size()];
        for (int i = 0; i < colours.length; i++) {
            colours[i] = order.get(i);
            places[found.get(order.get(i))] = (byte) i;
        }
        for (int i = 0; i < indexes.length; i++) {
            indexes[i] = places[indexes[i] & 0xff];
        }
        return new PngImage(pixels, PALETTE, bits(colours.length), colours, indexes);
    }

    private static int bits(int colours) {
        return colours <= 2 ? 1 : colours <= 4 ? 2 : colours <= 16 ? 4 : 8;
    }

    /** Numbers the colours, 0xAARRGGBB, in the order in which they come; finds none where there are too many. */
    private static byte[] indexed(Pixels pixels, Map<Integer, Integer> found) {
        byte[] samples = pixels.bytes();
        int bands = pixels.bands();
        boolean grey = pixels.colourBands() == 1;
        byte[] indexes = new byte[samples.length / bands];
        int last = 0;
        int lastIndex = -1;
        for (int i = 0, at = 0; i < indexes.length; i++, at += bands) {
            int red = samples[at] & 0xff;
            int argb = (pixels.hasAlpha() ? (samples[at + bands - 1] & 0xff) << 24 : 0xff000000)
                    | red << 16
                    | (grey ? red : samples[at + 1] & 0xff) << 8
                    | (grey ? red : samples[at + 2] & 0xff);
            if (lastIndex < 0 || argb != last) {
                Integer known = found.get(argb);
                if (known == null) {
                    if (found.size() == MOST_COLOURS) {
                        found.clear();
                        return indexes;
                    }
                    known = found.size();
                    found.put(argb, known);
                }
                last = argb;
                lastIndex = known;
            }
            indexes[i] = (byte) lastIndex;
        }
        return indexes;
    }

    private static boolean isGrey(Pixels rgb) {
        byte[] samples = rgb.bytes();
        for (int i = 0; i < samples.length; i += 3) {
            if (samples[i] != samples[i + 1] || samples[i] != samples[i + 2]) {
                return false;
            }
        }
        return true;
    }

    public PixelSize size() {
        return pixels.size();
    }

    /** The number of IHDR. */
    public int colourType() {
        return colourType;
    }

    /** Bits a sample. */
    public int depth() {
        return depth;
    }

    /** The content of PLTE; empty without a palette. */
    public byte[] palette() {
        byte[] bytes = new byte[colours.length * 3];
        for (int i = 0; i < colours.length; i++) {
            bytes[3 * i] = (byte) (colours[i] >> 16);
            bytes[3 * i + 1] = (byte) (colours[i] >> 8);
            bytes[3 * i + 2] = (byte) colours[i];
        }
        return bytes;
    }

    /** The content of tRNS: opacities up to the last colour that is not opaque. */
    public byte[] transparency() {
        int count = colours.length;
        while (count > 0 && colours[count - 1] >>> 24 == 255) {
            count--;
        }
        byte[] bytes = new byte[count];
        for (int i = 0; i < count; i++) {
            bytes[i] = (byte) (colours[i] >>> 24);
        }
        return bytes;
    }

    int rowBytes() {
        int samples = colourType == PALETTE ? 1 : pixels.bands();
        return Math.toIntExact(((long) size().width() * samples * depth + 7) / 8);
    }

    /** Bytes from a sample to the same one of the next pixel, at least 1. */
    int step() {
        return colourType == PALETTE ? 1 : pixels.bands() * depth / 8;
    }

    /** Writes a row as it stands before it is filtered. */
    void row(int y, byte[] into) {
        int width = size().width();
        if (colourType == PALETTE) {
            java.util.Arrays.fill(into, (byte) 0);
            for (int x = 0; x < width; x++) {
                int bit = x * depth;
                into[bit >> 3] |= (byte) ((indexes[y * width + x] & 0xff) << 8 - depth - (bit & 7));
            }
        } else if (depth == 8) {
            System.arraycopy(pixels.bytes(), y * into.length, into, 0, into.length);
        } else {
            int from = y * into.length / 2;
            for (int i = 0; i < into.length / 2; i++) {
                short sample = pixels.shorts()[from + i];
                into[2 * i] = (byte) (sample >> 8);
                into[2 * i + 1] = (byte) sample;
            }
        }
    }
}
