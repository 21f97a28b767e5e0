package app.vineparcel.core.deliver.enclosures;

import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.Rights;
import java.time.Instant;
import java.util.Optional;

/**
 * A file of a delivery, as it is told to whoever gets it.
 *
 * @param path relative to the folder that the manifest is in, with {@code /} between folders
 * @param piece its name
 * @param source the file that it was made from
 * @param recipe the title
 * @param recipeVersion 0 where it is not known
 * @param size in px
 * @param density how many pixels stand for one of the layout's, such as 2
 * @param ppi pixels an inch that the recipe asks for, at least 1
 * @param profile the name of its colour profile
 * @param mediaType such as {@code image/webp}
 * @param sha256 in lower-case hexadecimal
 * @param rights what it says of itself
 * @param altText what it shows, in words
 * @param passed by whom and when it was passed in a proof; empty where nobody did
 * @param time when it was put in place
 */
public record Delivered(
        String path,
        String piece,
        String source,
        String recipe,
        int recipeVersion,
        PixelSize size,
        double density,
        int ppi,
        Optional<String> profile,
        String mediaType,
        long bytes,
        String sha256,
        Rights rights,
        Optional<String> altText,
        Optional<Passed> passed,
        Instant time) {

    /** That somebody looked at it closely and passed it. */
    public record Passed(String by, Instant at) {}

    private static final double MM = 25.4;

    /** Its width on paper, mm. */
    public double printWidth() {
        return size.width() * MM / ppi;
    }

    /** Its height on paper, mm. */
    public double printHeight() {
        return size.height() * MM / ppi;
    }

    /** The file's own name. */
    public String fileName() {
        return path.substring(path.lastIndexOf('/') + 1);
    }
}
