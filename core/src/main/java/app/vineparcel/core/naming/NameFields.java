package app.vineparcel.core.naming;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Map;
import java.util.Optional;

/**
 * What a template may say about a rendition.
 *
 * @param stem the source's file name without its ending
 * @param piece the piece's name
 * @param recipe the recipe's title
 * @param channel the channel's name, or empty
 * @param assignment the assignment's name, or empty
 * @param width of the rendition, px
 * @param height of the rendition, px
 * @param density how many times the plain size it has
 * @param format the format's word
 * @param number the piece's place in the run, from 1
 * @param today the day of the run
 * @param shot when the picture was taken
 * @param kept what the picture says of itself, by the words of {@link app.vineparcel.core.metadata.PhotoFacts#FIELDS}
 */
public record NameFields(
        String stem,
        String piece,
        String recipe,
        String channel,
        String assignment,
        int width,
        int height,
        double density,
        String format,
        int number,
        LocalDate today,
        Optional<LocalDateTime> shot,
        Map<String, String> kept) {

    public NameFields {
        kept = Map.copyOf(kept);
    }

    /** {@code 1x}, {@code 2x}, {@code 0.5x}. */
    public String scale() {
        return BigDecimal.valueOf(density).stripTrailingZeros().toPlainString() + "x";
    }

    /** Nothing at the plain size, {@code @2x} at two. */
    public String densityMark() {
        return density == 1 ? "" : "@" + scale();
    }
}
