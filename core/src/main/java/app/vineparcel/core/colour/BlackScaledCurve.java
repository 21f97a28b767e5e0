package app.vineparcel.core.colour;

/**
 * Black point compensation towards a perfect black (ISO 18619): the darkest light that a source can say becomes none, white
 * stays white, and everything between is scaled in linear light.
 *
 * @param base the curve before
 * @param black its darkest linear light, 0 to below 1
 */
public record BlackScaledCurve(TransferCurve base, double black) implements TransferCurve {

    public BlackScaledCurve {
        if (!(black >= 0 && black < 1)) {
            throw new IllegalArgumentException("a black point lies between none and full light");
        }
    }

    @Override
    public double linear(double encoded) {
        return Math.max(0, (base.linear(encoded) - black) / (1 - black));
    }

    @Override
    public double encoded(double linear) {
        return base.encoded(black + linear * (1 - black));
    }
}
