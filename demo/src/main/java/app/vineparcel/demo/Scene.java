package app.vineparcel.demo;

/** Something to photograph: linear sRGB light for every point of a frame whose height is 1. */
interface Scene {

    /**
     * The light at a point.
     *
     * @param x 0 at the left edge to the frame's aspect at the right
     * @param y 0 at the upper edge to 1 at the lower
     * @param light gets red, green and blue, 0 to about 1
     */
    void light(double x, double y, float[] light);

    /** {@code from} where {@code share} is 0, {@code to} where it is 1. */
    static float mix(float from, float to, float share) {
        return from + (to - from) * share;
    }

    /** 0 below {@code low}, 1 above {@code high}, a smooth way between. */
    static float step(double low, double high, double value) {
        float t = (float) Math.max(0, Math.min(1, (value - low) / (high - low)));
        return t * t * (3 - 2 * t);
    }

    /** The length of a vector; scenes need no guard against overflow, which is most of what the library's function costs. */
    static double length(double x, double y) {
        return Math.sqrt(x * x + y * y);
    }

    /** Mixes a colour of linear light into another. */
    static void blend(float[] light, float[] colour, float share) {
        for (int band = 0; band < 3; band++) {
            light[band] = mix(light[band], colour[band], share);
        }
    }

    /** A colour given as the eye knows it, 0xRRGGBB in sRGB, as linear light. */
    static float[] colour(int rgb) {
        float[] light = new float[3];
        for (int band = 0; band < 3; band++) {
            light[band] = (float) Math.pow((rgb >> 16 - 8 * band & 0xff) / 255.0, 2.2);
        }
        return light;
    }
}
