package app.vineparcel.core.measure.look;

import app.vineparcel.core.colour.BuiltInProfile;
import app.vineparcel.core.colour.LinearSpace;
import app.vineparcel.core.colour.Matrix;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.LinearRows;
import app.vineparcel.core.raster.LinearisedPixels;
import app.vineparcel.core.raster.Pixels;
import app.vineparcel.core.raster.RowBands;

/**
 * A picture as rows of linear light under the sRGB primaries, three interleaved floats a pixel, 1 for full light; what is clear lies on
 * a ground.
 */
interface SeenLight {

    PixelSize size();

    /** Writes one row: {@code 3 * size().width()} values. May be called from several threads. */
    void row(int y, float[] into);

    /**
     * Pixels of a space.
     *
     * @param ground light of what is behind transparency, 0 to 1
     */
    static SeenLight of(Pixels pixels, LinearSpace space, float ground) {
        LinearRows rows = LinearisedPixels.of(pixels, space);
        Matrix toSrgb = space.to(BuiltInProfile.SRGB.space());
        boolean same = space.looksLike(BuiltInProfile.SRGB.space());
        return same && !pixels.hasAlpha() ? new Plain(rows) : new Converted(rows, toSrgb.toFloats(), ground);
    }

    /** Half as wide and high, each pixel the mean of four; at an odd edge the last one counts twice. */
    static SeenLight halved(SeenLight light, int threads) {
        PixelSize whole = light.size();
        PixelSize half = new PixelSize((whole.width() + 1) / 2, (whole.height() + 1) / 2);
        float[] samples = new float[Math.toIntExact(3 * half.pixels())];
        RowBands.each(half.height(), threads, (from, to) -> {
            float[] upper = new float[3 * whole.width()];
            float[] lower = new float[3 * whole.width()];
            for (int y = from; y < to; y++) {
                light.row(2 * y, upper);
                light.row(Math.min(2 * y + 1, whole.height() - 1), lower);
                int at = 3 * y * half.width();
                for (int x = 0; x < half.width(); x++) {
                    int left = 6 * x;
                    int right = 3 * Math.min(2 * x + 1, whole.width() - 1);
                    for (int band = 0; band < 3; band++) {
                        samples[at++] = 0.25f
                                * (upper[left + band] + upper[right + band] + lower[left + band] + lower[right + band]);
                    }
                }
            }
        });
        return new Kept(half, samples);
    }

    /** Already as it is wanted. */
    record Plain(LinearRows rows) implements SeenLight {
        @Override
        public PixelSize size() {
            return rows.size();
        }

        @Override
        public void row(int y, float[] into) {
            rows.row(y, 0, size().width(), into);
        }
    }

    /** From other primaries, from grey, or with transparency. */
    record Converted(LinearRows rows, float[] toSrgb, float ground) implements SeenLight {
        @Override
        public PixelSize size() {
            return rows.size();
        }

        @Override
        public void row(int y, float[] into) {
            int width = size().width();
            int bands = rows.bands();
            int colours = rows.hasAlpha() ? bands - 1 : bands;
            float[] from = new float[width * bands];
            rows.row(y, 0, width, from);
            for (int x = 0; x < width; x++) {
                float behind = rows.hasAlpha() ? (1 - from[x * bands + bands - 1]) * ground : 0;
                for (int row = 0; row < 3; row++) {
                    float sum = behind;
                    for (int column = 0; column < colours; column++) {
                        sum += toSrgb[row * colours + column] * from[x * bands + column];
                    }
                    into[3 * x + row] = sum;
                }
            }
        }
    }

    /** In memory. */
    record Kept(PixelSize size, float[] samples) implements SeenLight {
        @Override
        public void row(int y, float[] into) {
            System.arraycopy(samples, 3 * y * size.width(), into, 0, 3 * size.width());
        }
    }
}
