package app.vineparcel.core.recipe;

import java.math.BigDecimal;

/** Numbers as people write them: no exponent, no trailing zeros. */
final class JsonNumbers {

    private JsonNumbers() {}

    static String plain(double value) {
        return decimal(value).toPlainString();
    }

    static BigDecimal decimal(double value) {
        BigDecimal exact = BigDecimal.valueOf(value).stripTrailingZeros();
        return exact.scale() < 0 ? exact.setScale(0) : exact;
    }
}
