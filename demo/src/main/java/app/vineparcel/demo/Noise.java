package app.vineparcel.demo;

/** Smooth value noise on a lattice, and sums of its octaves. The same seed and place give the same value on every machine. */
final class Noise {

    private final int seed;

    Noise(int seed) {
        this.seed = seed * 0x9e3779b9;
    }

    /** A fixed number from 0 to 1 for a lattice point. */
    float at(int x, int y) {
        int h = seed ^ x * 0x27d4eb2d ^ y * 0x165667b1;
        h = (h ^ h >>> 15) * 0x2c1b3c6d;
        h = (h ^ h >>> 12) * 0x297a2d39;
        return (h >>> 8) * (1f / (1 << 24));
    }

    /** Smooth noise, 0 to 1, one bump a unit. */
    float smooth(double x, double y) {
        int ix = (int) Math.floor(x);
        int iy = (int) Math.floor(y);
        float fx = (float) (x - ix);
        float fy = (float) (y - iy);
        fx = fx * fx * (3 - 2 * fx);
        fy = fy * fy * (3 - 2 * fy);
        float top = at(ix, iy) + fx * (at(ix + 1, iy) - at(ix, iy));
        float bottom = at(ix, iy + 1) + fx * (at(ix + 1, iy + 1) - at(ix, iy + 1));
        return top + fy * (bottom - top);
    }

    /** Octaves of smooth noise, each twice as fine and half as strong; about 0 to 1. */
    float octaves(double x, double y, int count) {
        float sum = 0;
        float strength = 0.5f;
        double scale = 1;
        for (int i = 0; i < count; i++) {
            sum += strength * smooth(x * scale + 17.3 * i, y * scale - 9.1 * i);
            strength /= 2;
            scale *= 2;
        }
        return sum / (1 - strength * 2);
    }
}
