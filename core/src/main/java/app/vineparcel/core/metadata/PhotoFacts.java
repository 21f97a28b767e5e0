package app.vineparcel.core.metadata;

import app.vineparcel.core.geometry.Orientation;
import java.time.LocalDateTime;
import java.util.Optional;

/**
 * What a picture says of itself.
 *
 * @param orientation how its rows lie
 * @param taken when, on the camera's clock
 * @param camera make and model
 * @param lens the lens's name
 * @param creator who made it
 * @param copyright the rights line
 * @param hasLocation whether it says where it was taken
 */
public record PhotoFacts(
        Orientation orientation,
        Optional<LocalDateTime> taken,
        Optional<String> camera,
        Optional<String> lens,
        Optional<String> creator,
        Optional<String> copyright,
        boolean hasLocation) {

    /** A picture that says nothing. */
    public static final PhotoFacts NONE = new PhotoFacts(
            Orientation.TOP_LEFT,
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            false);
}
