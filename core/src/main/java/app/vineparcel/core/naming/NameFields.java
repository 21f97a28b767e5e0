package app.vineparcel.core.naming;

import app.vineparcel.core.PlainNumber;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Map;
import java.util.Optional;

/**
 * What a template may say about a rendition.
 *
 * @param shown what it shows
 * @param file what it is
 * @param assignment the assignment's name, or empty
 * @param today the day of the run
 */
public record NameFields(Shown shown, File file, String assignment, LocalDate today) {

    /**
     * What a rendition shows.
     *
     * @param stem the source's file name without its ending
     * @param piece the piece's name
     * @param number the piece's place in the run, from 1
     * @param shot when the picture was taken
     * @param kept the picture's own metadata, by the words of {@link app.vineparcel.core.metadata.PhotoFacts#FIELDS}
     */
    public record Shown(String stem, String piece, int number, Optional<LocalDateTime> shot, Map<String, String> kept) {

        public Shown {
            kept = Map.copyOf(kept);
        }
    }

    /**
     * What a rendition is.
     *
     * @param recipe the recipe's title, or empty
     * @param channel the channel's name, or empty
     * @param width px
     * @param height px
     * @param density how many times the plain size it has
     * @param format the format's word, or empty
     */
    public record File(String recipe, String channel, int width, int height, double density, String format) {

        /** Of a piece that no recipe was put to yet, in its own size. */
        public static File plain(int width, int height) {
            return new File("", "", width, height, 1, "");
        }

        /** {@code 1x}, {@code 2x}, {@code 0.5x}. */
        public String scale() {
            return PlainNumber.of(density) + "x";
        }

        /** Nothing at the plain size, {@code @2x} at two. */
        public String densitySuffix() {
            return density == 1 ? "" : "@" + scale();
        }
    }
}
