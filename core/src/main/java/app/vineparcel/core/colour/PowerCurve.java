package app.vineparcel.core.colour;

/**
 * A pure power: {@code linear = encoded ^ gamma}.
 *
 * @param gamma positive, 1 for no change
 */
public record PowerCurve(double gamma) implements TransferCurve {

    public PowerCurve {
        if (!(gamma > 0 && gamma < 100)) {
            throw new IllegalArgumentException("a gamma lies above 0 and below 100, not " + gamma);
        }
    }

    @Override
    public double linear(double encoded) {
        return gamma == 1 ? encoded : Math.pow(encoded, gamma);
    }

    @Override
    public double encoded(double linear) {
        return gamma == 1 ? linear : Math.pow(linear, 1 / gamma);
    }
}
