package app.vineparcel.core.codec.heif;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class AvifQualityTest {

    @Test
    void the_quantiser_falls_with_quality_from_one_end_to_the_other() {
        assertThat(AvifQuality.quantiser(1)).isEqualTo(63);
        assertThat(AvifQuality.quantiser(80)).isEqualTo(20);
        assertThat(AvifQuality.quantiser(100)).isZero();
        for (int quality = 2; quality <= 100; quality++) {
            assertThat(AvifQuality.quantiser(quality)).isLessThanOrEqualTo(AvifQuality.quantiser(quality - 1));
            assertThat(AvifQuality.straight(quality))
                    .isBetween(1, 100)
                    .isGreaterThanOrEqualTo(AvifQuality.straight(quality - 1));
        }
    }
}
