package app.vineparcel.core;

import java.math.BigDecimal;

/** Numbers as people write them: no exponent, no trailing zeros. */
public final class PlainNumber {

    private PlainNumber() {}

    /** In words: {@code 16}, {@code 2.5}, {@code 1200}. */
    public static String of(double value) {
        return decimal(value).toPlainString();
    }

    /** The same as a number, for files. */
    public static BigDecimal decimal(double value) {
        BigDecimal exact = BigDecimal.valueOf(value).stripTrailingZeros();
        return exact.scale() < 0 ? exact.setScale(0) : exact;
    }
}
