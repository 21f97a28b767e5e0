package app.vineparcel.core.codec;

/** What the options of formats have to be. */
public final class Requirement {

    private Requirement() {}

    /** @throws IllegalArgumentException unless a palette has 2 to 256 colours */
    public static void colours(int colours) {
        if (colours < 2 || colours > 256) {
            throw new IllegalArgumentException("a palette has 2 to 256 colours, not " + colours);
        }
    }

    /** @throws IllegalArgumentException unless a quality is 1 to 100 */
    public static void quality(int quality) {
        if (quality < 1 || quality > 100) {
            throw new IllegalArgumentException("a quality is between 1 and 100, not " + quality);
        }
    }
}
