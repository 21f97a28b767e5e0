package app.vineparcel.core.raster;

/**
 * Thresholds for rounding to fewer bits: where a value lies between two codes, so many pixels of a small area get the upper one that their
 * mean is the value. All bands of a pixel share one threshold, so that greys stay grey. No chance takes part: the threshold is the additive
 * recurrence R2 of Roberts (2018, “The unreasonable effectiveness of quasirandom sequences”) folded to a triangle, whose pattern has no
 * visible grain.
 */
final class OrderedDither {

    private static final double ACROSS = 0.7548776662466927;
    private static final double DOWN = 0.5698402909980532;

    private OrderedDither() {}

    /** What is added before rounding down, 0 to below 1, evenly spread. */
    static float threshold(int x, int y) {
        double at = x * ACROSS + y * DOWN;
        double turn = at - Math.floor(at);
        return (float) Math.min(0.9999, turn < 0.5 ? 2 * turn : 2 - 2 * turn);
    }
}
