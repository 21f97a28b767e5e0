package app.vineparcel.core.codec.heif;

/**
 * What a quality means to the encoder of AVIF: the quantiser at which photographs look as near to their originals as in a JPEG of that quality
 * (4:2:0), by the mean score of a dozen of them.
 */
final class AvifQuality {

    /** Quality, and its quantiser. */
    private static final int[][] STEPS = {
        {1, 63}, {10, 57}, {20, 46}, {30, 40}, {40, 36}, {50, 33}, {60, 30}, {70, 26}, {80, 20}, {85, 15}, {90, 10},
        {95, 6}, {98, 3}, {100, 0}
    };

    private static final int WORST_QUANTISER = 63;

    private AvifQuality() {}

    /** The encoder's quantiser, 0 to 63, for a quality of 1 to 100. */
    static int quantiser(int quality) {
        int step = 1;
        while (STEPS[step][0] < quality) {
            step++;
        }
        int[] below = STEPS[step - 1];
        int[] above = STEPS[step];
        return (int)
                Math.round(below[1] - (below[1] - above[1]) * (quality - below[0]) / (double) (above[0] - below[0]));
    }

    /** A quality, 1 to 100, on a scale that is straight in the quantiser. */
    static int straight(int quality) {
        return 100 - quantiser(quality) * 99 / WORST_QUANTISER;
    }
}
