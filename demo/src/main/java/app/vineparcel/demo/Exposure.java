package app.vineparcel.demo;

import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.raster.LinearRows;
import app.vineparcel.core.raster.Resampler;
import java.util.stream.IntStream;

/**
 * A scene as a camera would record it: sharp to two fifths of the sensor's resolution, as lenses are, darker to the corners, with a highlight
 * shoulder and grain that is strongest in the middle tones.
 */
final class Exposure implements LinearRows {

    private final LinearRows sharp;
    private final float grain;
    private final int seed;

    private Exposure(LinearRows sharp, float grain, int seed) {
        this.sharp = sharp;
        this.grain = grain;
        this.seed = seed;
    }

    /** Exposes a scene. */
    static Exposure of(Scene scene, PixelSize size, float grain, int seed, int threads) {
        PixelSize half = new PixelSize(Math.max(1, size.width() * 2 / 5), Math.max(1, size.height() * 2 / 5));
        float[] values = new float[Math.toIntExact(half.pixels() * 3)];
        IntStream rows = IntStream.range(0, half.height());
        (threads > 1 ? rows.parallel() : rows).forEach(y -> row(scene, half, y, values));
        LinearRows drawn = new Drawn(half, values);
        return new Exposure(Resampler.resample(drawn, half.box(), size, threads), grain, seed);
    }

    private static void row(Scene scene, PixelSize size, int y, float[] values) {
        float[] light = new float[3];
        double aspect = size.width() / (double) size.height();
        for (int x = 0; x < size.width(); x++) {
            double across = (x + 0.5) / size.height();
            double down = (y + 0.5) / size.height();
            scene.light(across, down, light);
            double corner = Scene.length(across - aspect / 2, down - 0.5) / Scene.length(aspect / 2, 0.5);
            float vignette = (float) (1 - 0.3 * corner * corner * corner);
            for (int band = 0; band < 3; band++) {
                values[(y * size.width() + x) * 3 + band] = shoulder(Math.max(0, light[band]) * vignette);
            }
        }
    }

    /** Straight up to 0.6, then bending towards 1. */
    private static float shoulder(float light) {
        return light < 0.6f ? light : 1 - 0.4f * 0.4f / (light - 0.6f + 0.4f);
    }

    @Override
    public PixelSize size() {
        return sharp.size();
    }

    @Override
    public int bands() {
        return 3;
    }

    @Override
    public boolean hasAlpha() {
        return false;
    }

    @Override
    public void row(int y, int fromX, int toX, float[] into) {
        sharp.row(y, fromX, toX, into);
        for (int x = fromX; x < toX; x++) {
            int hash = (y * 0x1f1f1f1f ^ x * 0x9e3779b1) + seed;
            hash = (hash ^ hash >>> 15) * 0x2c1b3c6d;
            hash ^= hash >>> 12;
            for (int band = 0; band < 3; band++) {
                int bits = (hash = hash * 0x297a2d39 + 0x3c6ef35f) >>> 8;
                float bell = ((bits & 0xff) + (bits >> 8 & 0xff) + (bits >> 16 & 0xff)) / 382.5f - 1;
                int at = (x - fromX) * 3 + band;
                float light = Math.max(0, into[at]);
                into[at] = light + grain * bell * ((float) Math.sqrt(light) * 0.8f + 0.02f);
            }
        }
    }

    private record Drawn(PixelSize size, float[] values) implements LinearRows {
        @Override
        public int bands() {
            return 3;
        }

        @Override
        public boolean hasAlpha() {
            return false;
        }

        @Override
        public void row(int y, int fromX, int toX, float[] into) {
            System.arraycopy(values, (y * size.width() + fromX) * 3, into, 0, (toX - fromX) * 3);
        }
    }
}
