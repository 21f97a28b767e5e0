package app.vineparcel.core.raster;

import app.vineparcel.core.colour.EncodeTable;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.colour.TransferCurve;
import java.util.Optional;

/**
 * Linear light of one space to encoded pixels of another: un-premultiply or flatten, mix the bands by the matrix, clip, encode
 * by the target's curves, round.
 */
public final class Encoding {

    private final float[] map;
    private final int inColours;
    private final int outColours;
    private final EncodeTable[] tables;
    private final int depth;
    private final Optional<float[]> matte;

    private Encoding(float[] map, int inColours, EncodeTable[] tables, int depth, Optional<float[]> matte) {
        this.map = map;
        this.inColours = inColours;
        this.outColours = tables.length;
        this.tables = tables;
        this.depth = depth;
        this.matte = matte;
    }

    /**
     * From one space to another.
     *
     * @param depth bits a sample of the result: 8 or 16
     * @param matte the colour that transparency is flattened on, as encoded values 0 to 1 of the target; none keeps alpha
     */
    public static Encoding between(LinearSpace from, LinearSpace to, int depth, Optional<double[]> matte) {
        EncodeTable[] tables = new EncodeTable[to.bands()];
        float[] light = new float[to.bands()];
        for (int band = 0; band < tables.length; band++) {
            boolean shared = band > 0 && to.curve(band).equals(to.curve(band - 1));
            tables[band] = shared ? tables[band - 1] : EncodeTable.of(to.curve(band));
            light[band] = matte.isPresent() ? (float) to.curve(band).linear(matte.get()[band]) : 0;
        }
        return new Encoding(from.to(to).toFloats(), from.bands(), tables, depth, matte.map(given -> light));
    }

    /** Numbers that are kept as they stand: no matrix, no curve; alpha is kept. */
    public static Encoding asTheyStand(int bands, int depth) {
        float[] identity = new float[bands * bands];
        EncodeTable[] tables = new EncodeTable[bands];
        EncodeTable straight = EncodeTable.of(TransferCurve.LINEAR);
        for (int band = 0; band < bands; band++) {
            identity[band * bands + band] = 1;
            tables[band] = straight;
        }
        return new Encoding(identity, bands, tables, depth, Optional.empty());
    }

    /** Encodes a whole picture on up to so many threads. */
    public Pixels apply(LinearRows source, int threads) {
        boolean alpha = source.hasAlpha() && matte.isEmpty();
        int outBands = outColours + (alpha ? 1 : 0);
        int samples = Math.toIntExact(source.size().pixels() * outBands);
        int rowSamples = source.size().width() * outBands;
        if (depth == 8) {
            byte[] bytes = new byte[samples];
            boolean plain = !source.hasAlpha() && inColours == 3 && outColours == 3 && tables[0] == tables[2];
            byte[] codes = plain ? tables[0].codes8() : new byte[0];
            RowBands.each(source.size().height(), threads, (from, to) -> {
                float[] row = new float[source.size().width() * source.bands()];
                float[] encoded = new float[rowSamples];
                for (int y = from; y < to; y++) {
                    source.row(y, 0, source.size().width(), row);
                    if (plain) {
                        rgbToBytes(row, codes, bytes, y * rowSamples);
                    } else {
                        encode(row, source, alpha, encoded);
                        for (int i = 0; i < rowSamples; i++) {
                            bytes[y * rowSamples + i] = (byte) (encoded[i] * 255 + 0.5f);
                        }
                    }
                }
            });
            return Pixels.of8(source.size(), outBands, alpha, bytes);
        }
        short[] shorts = new short[samples];
        RowBands.each(source.size().height(), threads, (from, to) -> {
            float[] row = new float[source.size().width() * source.bands()];
            float[] encoded = new float[rowSamples];
            for (int y = from; y < to; y++) {
                source.row(y, 0, source.size().width(), row);
                encode(row, source, alpha, encoded);
                for (int i = 0; i < rowSamples; i++) {
                    shorts[y * rowSamples + i] = (short) (encoded[i] * 65535 + 0.5f);
                }
            }
        });
        return Pixels.of16(source.size(), outBands, alpha, shorts);
    }

    /** The inner loop of most work: opaque RGB to 8-bit RGB, one curve for all bands. */
    private void rgbToBytes(float[] row, byte[] codes, byte[] into, int start) {
        float m0 = map[0];
        float m1 = map[1];
        float m2 = map[2];
        float m3 = map[3];
        float m4 = map[4];
        float m5 = map[5];
        float m6 = map[6];
        float m7 = map[7];
        float m8 = map[8];
        for (int i = 0; i < row.length; i += 3) {
            float r = row[i];
            float g = row[i + 1];
            float b = row[i + 2];
            into[start + i] = codes[index(m0 * r + m1 * g + m2 * b)];
            into[start + i + 1] = codes[index(m3 * r + m4 * g + m5 * b)];
            into[start + i + 2] = codes[index(m6 * r + m7 * g + m8 * b)];
        }
    }

    private static int index(float light) {
        return Math.max(0, Math.min(65535, (int) (light * 65535f + 0.5f)));
    }

    private void encode(float[] row, LinearRows source, boolean keepAlpha, float[] into) {
        int inBands = source.bands();
        int outBands = outColours + (keepAlpha ? 1 : 0);
        float[] light = new float[outColours];
        for (int pixel = 0; pixel * inBands < row.length; pixel++) {
            int at = pixel * inBands;
            float raw = source.hasAlpha() ? row[at + inBands - 1] : 1;
            float alpha = Math.max(0, Math.min(1, raw));
            // a filter may lift alpha and colour above 1 together; both are brought back by the same share
            float gain = raw > 0 ? (keepAlpha ? 1 : alpha) / raw : 0;
            for (int out = 0; out < outColours; out++) {
                float sum = 0;
                for (int in = 0; in < inColours; in++) {
                    sum += map[out * inColours + in] * row[at + in];
                }
                light[out] = sum * gain;
            }
            for (int out = 0; out < outColours; out++) {
                float behind = keepAlpha || matte.isEmpty() ? 0 : (1 - alpha) * matte.get()[out];
                into[pixel * outBands + out] = tables[out].encoded(light[out] + behind);
            }
            if (keepAlpha) {
                into[pixel * outBands + outColours] = alpha;
            }
        }
    }
}
