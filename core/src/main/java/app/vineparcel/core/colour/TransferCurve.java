package app.vineparcel.core.colour;

/**
 * How a device value stands for an amount of light. Both directions are monotone on 0 to 1 and keep 0 at the lower and 1 at
 * the upper end of what the curve can say.
 */
public interface TransferCurve {

    /** The linear light, 0 to 1, of an encoded value 0 to 1. */
    double linear(double encoded);

    /** The encoded value, 0 to 1, of linear light 0 to 1. */
    double encoded(double linear);

    /** The identity. */
    TransferCurve LINEAR = new PowerCurve(1);
}
