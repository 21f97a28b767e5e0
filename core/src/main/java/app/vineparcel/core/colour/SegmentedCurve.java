package app.vineparcel.core.colour;

/**
 * A power with a straight toe, as in ICC.1:2022 table 68, function types 1 to 4:
 * {@code linear = (a·x + b)^g + e} from {@code x = d} on, and {@code c·x + f} below.
 *
 * @param g exponent
 * @param a factor inside the power
 * @param b offset inside the power
 * @param c slope of the toe
 * @param d where the power begins
 * @param e offset of the power
 * @param f offset of the toe
 */
public record SegmentedCurve(double g, double a, double b, double c, double d, double e, double f)
        implements TransferCurve {

    /** The usual five-parameter form without offsets (function type 3). */
    public SegmentedCurve(double g, double a, double b, double c, double d) {
        this(g, a, b, c, d, 0, 0);
    }

    public SegmentedCurve {
        if (!(g > 0 && a > 0)) {
            throw new IllegalArgumentException("a curve that does not rise cannot be used");
        }
    }

    @Override
    public double linear(double encoded) {
        return encoded >= d ? Math.pow(Math.max(0, a * encoded + b), g) + e : c * encoded + f;
    }

    @Override
    public double encoded(double linear) {
        double joint = c == 0 ? linear(d) : c * d + f;
        if (linear < joint) {
            return c == 0 ? 0 : Math.max(0, (linear - f) / c);
        }
        return (Math.pow(Math.max(0, linear - e), 1 / g) - b) / a;
    }
}
