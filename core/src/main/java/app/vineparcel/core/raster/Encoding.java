package app.vineparcel.core.raster;

import app.vineparcel.core.colour.CodeTable;
import app.vineparcel.core.colour.EncodeTable;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.colour.Matrix;
import app.vineparcel.core.colour.TransferCurve;
import java.util.Optional;
import java.util.concurrent.atomic.LongAdder;

/**
 * Linear light of one space to encoded pixels of another: un-premultiply, flatten by the encoded values of the source's space, mix the bands
 * by the matrix, clip, encode by the target's curves, round.
 */
public final class Encoding {

    /** Light beyond the target's range by more than this counts as clipped; less is what rounding may do. */
    private static final float TOLERANCE = 0.002f;

    /** Pixels that are worked on at once: few enough for the nearest cache. */
    private static final int STRETCH = 1024;

    private final Matrix matrix;
    private final float[] map;
    private final boolean sameColours;
    private final int inColours;
    private final int outColours;
    private final EncodeTable[] tables;
    private final int depth;
    private final Optional<Matte> matte;
    private final boolean dithered;

    /**
     * What transparency is flattened on.
     *
     * @param light of the target's bands, for where nothing lies over it
     * @param mixing how something is items over it
     * @param under its encoded values there
     * @param inTarget whether that is done in the target's bands: grey cannot say a coloured ground
     */
    private record Matte(float[] light, Mixing mixing, float[] under, boolean inTarget) {}

    private Encoding(Matrix matrix, EncodeTable[] tables, int depth, Optional<Matte> matte, boolean dithered) {
        this.matrix = matrix;
        this.map = matrix.toFloats();
        this.inColours = matrix.columnCount();
        this.outColours = matrix.rowCount();
        this.sameColours = matrix.isCloseToIdentity(1e-5);
        this.tables = tables;
        this.depth = depth;
        this.matte = matte;
        this.dithered = dithered;
    }

    /**
     * From one space to another.
     *
     * @param depth bits a sample of the result: 8 or 16
     * @param matte the colour that transparency is flattened on, as encoded values 0 to 1 of the target; none keeps alpha
     */
    public static Encoding between(LinearSpace from, LinearSpace to, int depth, Optional<double[]> matte) {
        EncodeTable[] tables = new EncodeTable[to.bands()];
        for (int band = 0; band < tables.length; band++) {
            boolean shared = band > 0 && to.curve(band).equals(to.curve(band - 1));
            tables[band] = shared ? tables[band - 1] : EncodeTable.of(to.curve(band));
        }
        return new Encoding(from.to(to), tables, depth, matte.map(given -> matte(given, from, to)), false);
    }

    private static Matte matte(double[] encoded, LinearSpace from, LinearSpace to) {
        float[] light = new float[to.bands()];
        double[] precise = new double[to.bands()];
        for (int band = 0; band < light.length; band++) {
            precise[band] = to.curve(band).linear(encoded[band]);
            light[band] = (float) precise[band];
        }
        boolean inTarget = from.bands() < to.bands();
        Mixing mixing = inTarget ? Mixing.by(from.curve(0), to.bands()) : Mixing.in(from);
        double[] there = inTarget ? precise : to.to(from).times(precise);
        float[] under = new float[there.length];
        for (int band = 0; band < under.length; band++) {
            under[band] = mixing.encoded(band, (float) there[band]);
        }
        return new Matte(light, mixing, under, inTarget);
    }

    /** Numbers that are kept as they stand, as inks are: no matrix, no curve; alpha is kept. */
    public static Encoding asTheyStand(int bands, int depth) {
        double[] ones = new double[bands];
        EncodeTable[] tables = new EncodeTable[bands];
        java.util.Arrays.fill(ones, 1);
        java.util.Arrays.fill(tables, EncodeTable.of(TransferCurve.LINEAR));
        return new Encoding(Matrix.diagonal(ones), tables, depth, Optional.empty(), false);
    }

    /** The same, with the rounding to 8 bits dithered: for light that comes from finer steps than 8 bits have. */
    public Encoding dithered() {
        return new Encoding(matrix, tables, depth, matte, depth == 8);
    }

    /** Encodes a whole picture on up to so many threads. */
    public Encoded apply(LinearRows source, int threads) {
        boolean alpha = source.hasAlpha() && matte.isEmpty();
        int outBands = outColours + (alpha ? 1 : 0);
        int samples = Math.toIntExact(source.size().pixels() * outBands);
        LongAdder clipped = new LongAdder();
        byte[] bytes = new byte[depth == 8 ? samples : 0];
        short[] shorts = new short[depth == 16 ? samples : 0];
        boolean plain = depth == 8
                && !dithered
                && !source.hasAlpha()
                && inColours == 3
                && outColours == 3
                && tables[0] == tables[2];
        Optional<CodeTable> codes = plain ? Optional.of(tables[0].codes8()) : Optional.empty();
        RowBands.each(source.size().height(), threads, (from, to) -> {
            float[] row = new float[STRETCH * source.bands()];
            float[] encoded = new float[plain ? 0 : STRETCH * outBands];
            for (int y = from; y < to; y++) {
                for (int x = 0; x < source.size().width(); x += STRETCH) {
                    int count = Math.min(STRETCH, source.size().width() - x);
                    int start = Math.toIntExact(((long) y * source.size().width() + x) * outBands);
                    source.row(y, x, x + count, row);
                    if (plain) {
                        clipped.add(plain(row, count * 3, codes.get(), bytes, start));
                        continue;
                    }
                    clipped.add(encode(row, count, source, alpha, encoded));
                    if (depth == 16) {
                        to16(encoded, count * outBands, shorts, start);
                    } else if (dithered) {
                        toDithered8(encoded, count, outBands, x, y, bytes, start);
                    } else {
                        to8(encoded, count * outBands, bytes, start);
                    }
                }
            }
        });
        Pixels pixels = depth == 8
                ? Pixels.of8(source.size(), outBands, alpha, bytes)
                : Pixels.of16(source.size(), outBands, alpha, shorts);
        return new Encoded(pixels, clipped.sum() / (double) source.size().pixels());
    }

    private static void to8(float[] encoded, int count, byte[] into, int start) {
        for (int i = 0; i < count; i++) {
            into[start + i] = (byte) (encoded[i] * 255 + 0.5f);
        }
    }

    private static void to16(float[] encoded, int count, short[] into, int start) {
        for (int i = 0; i < count; i++) {
            into[start + i] = (short) (encoded[i] * 65535 + 0.5f);
        }
    }

    private static void toDithered8(float[] encoded, int count, int bands, int x, int y, byte[] into, int start) {
        for (int pixel = 0; pixel < count; pixel++) {
            float threshold = OrderedDither.threshold(x + pixel, y);
            for (int i = pixel * bands; i < (pixel + 1) * bands; i++) {
                into[start + i] = (byte) (encoded[i] * 255 + threshold);
            }
        }
    }

    /** The inner loop of most work: opaque RGB to 8-bit RGB, one curve for all bands. Returns how many pixels were clipped. */
    private int plain(float[] row, int count, CodeTable codes, byte[] into, int start) {
        if (sameColours) {
            for (int i = 0; i < count; i++) {
                into[start + i] = codes.code(row[i]);
            }
            return 0;
        }
        float m0 = map[0];
        float m1 = map[1];
        float m2 = map[2];
        float m3 = map[3];
        float m4 = map[4];
        float m5 = map[5];
        float m6 = map[6];
        float m7 = map[7];
        float m8 = map[8];
        byte[] table = codes.codes();
        int clipped = 0;
        for (int i = 0; i < count; i += 3) {
            float r = row[i];
            float g = row[i + 1];
            float b = row[i + 2];
            float red = m0 * r + m1 * g + m2 * b;
            float green = m3 * r + m4 * g + m5 * b;
            float blue = m6 * r + m7 * g + m8 * b;
            int x = CodeTable.place(red + CodeTable.FLOOR);
            int y = CodeTable.place(green + CodeTable.FLOOR);
            int z = CodeTable.place(blue + CodeTable.FLOOR);
            // one look at the signs of all six distances to the ends
            if ((x | y | z | CodeTable.LAST - x | CodeTable.LAST - y | CodeTable.LAST - z) < 0) {
                if (!isColour(r, g, b)) {
                    clipped += outside(row, i, codes, into, start);
                    continue;
                }
                clipped += isBeyond(red) | isBeyond(green) | isBeyond(blue) ? 1 : 0;
                x = CodeTable.within(x);
                y = CodeTable.within(y);
                z = CodeTable.within(z);
            }
            into[start + i] = table[x];
            into[start + i + 1] = table[y];
            into[start + i + 2] = table[z];
        }
        return clipped;
    }

    private static boolean isBeyond(float light) {
        return light < -TOLERANCE | light > 1 + TOLERANCE;
    }

    /** Whether light lies within the source's own range. */
    private static boolean isColour(float r, float g, float b) {
        return r >= 0 & r <= 1 & g >= 0 & g <= 1 & b >= 0 & b <= 1;
    }

    /** A pixel beyond the range of its source and of the target. What a filter lifted beyond the source's own range is clipped first: it is no colour of the source. */
    private int outside(float[] row, int i, CodeTable codes, byte[] into, int start) {
        float r = clamped(row[i]);
        float g = clamped(row[i + 1]);
        float b = clamped(row[i + 2]);
        float x = map[0] * r + map[1] * g + map[2] * b;
        float y = map[3] * r + map[4] * g + map[5] * b;
        float z = map[6] * r + map[7] * g + map[8] * b;
        into[start + i] = codes.code(x);
        into[start + i + 1] = codes.code(y);
        into[start + i + 2] = codes.code(z);
        return isBeyond(x) | isBeyond(y) | isBeyond(z) ? 1 : 0;
    }

    private static float clamped(float light) {
        return light < 0 ? 0 : light > 1 ? 1 : light;
    }

    /** Any bands, with or without alpha, to encoded values 0 to 1. Returns how many pixels were clipped. */
    private int encode(float[] row, int count, LinearRows source, boolean keepAlpha, float[] into) {
        int inBands = source.bands();
        int outBands = outColours + (keepAlpha ? 1 : 0);
        float[] own = new float[inColours];
        float[] light = new float[outColours];
        int clipped = 0;
        for (int pixel = 0; pixel < count; pixel++) {
            int at = pixel * inBands;
            float raw = source.hasAlpha() ? row[at + inBands - 1] : 1;
            float alpha = clamped(raw);
            // a filter may lift alpha and colour above 1 together; both are scaled back by the same share
            float gain = raw > 0 ? 1 / raw : 0;
            for (int in = 0; in < inColours; in++) {
                own[in] = clamped(row[at + in] * gain);
            }
            clipped += coloured(own, alpha, light) ? 1 : 0;
            for (int out = 0; out < outColours; out++) {
                into[pixel * outBands + out] = tables[out].encoded(light[out]);
            }
            if (keepAlpha) {
                into[pixel * outBands + outColours] = alpha;
            }
        }
        return clipped;
    }

    /** A colour of that opacity in the target's bands, on the matte if there is one; says whether it had to be clipped. */
    private boolean coloured(float[] own, float alpha, float[] light) {
        if (matte.isEmpty() || alpha == 1) {
            return mixed(own, light) && alpha > 0;
        }
        Matte ground = matte.get();
        if (alpha == 0) {
            System.arraycopy(ground.light(), 0, light, 0, light.length);
            return false;
        }
        if (!ground.inTarget()) {
            ground.mixing().over(own, alpha, ground.under());
            return mixed(own, light);
        }
        boolean beyond = mixed(own, light);
        ground.mixing().over(light, alpha, ground.under());
        return beyond;
    }

    /** Light in the target's bands, clipped to what they can hold; says whether it had to be. */
    private boolean mixed(float[] own, float[] light) {
        boolean beyond = false;
        for (int out = 0; out < outColours; out++) {
            float sum = 0;
            for (int in = 0; in < inColours; in++) {
                sum += map[out * inColours + in] * own[in];
            }
            beyond |= isBeyond(sum);
            light[out] = clamped(sum);
        }
        return beyond;
    }
}
