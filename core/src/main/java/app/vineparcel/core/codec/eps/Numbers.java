package app.vineparcel.core.codec.eps;

import java.math.BigDecimal;
import java.math.RoundingMode;

/** Numbers as PostScript reads them. */
final class Numbers {

    private Numbers() {}

    static String of(double number) {
        return BigDecimal.valueOf(number)
                .setScale(4, RoundingMode.HALF_EVEN)
                .stripTrailingZeros()
                .toPlainString();
    }

    static String joined(float[] numbers) {
        StringBuilder text = new StringBuilder();
        for (float number : numbers) {
            text.append(text.isEmpty() ? "" : " ").append(of(number));
        }
        return text.toString();
    }

    static String joined(double... numbers) {
        StringBuilder text = new StringBuilder();
        for (double number : numbers) {
            text.append(text.isEmpty() ? "" : " ").append(of(number));
        }
        return text.toString();
    }
}
