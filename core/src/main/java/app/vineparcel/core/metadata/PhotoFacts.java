package app.vineparcel.core.metadata;

import app.vineparcel.core.geometry.Orientation;
import java.time.LocalDateTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What a picture says of itself.
 *
 * @param orientation how its rows lie
 * @param taken when, on the camera's clock
 * @param camera make and model
 * @param lens the lens's name
 * @param rights who made it and who may use it how
 * @param hasLocation whether it says where it was taken
 * @param altText what it shows, in words, for those who cannot see it (IPTC Photo Metadata 2021.1, Alt Text)
 */
public record PhotoFacts(
        Orientation orientation,
        Optional<LocalDateTime> taken,
        Optional<String> camera,
        Optional<String> lens,
        Rights rights,
        boolean hasLocation,
        Optional<String> altText) {

    private static final String CAMERA = "camera";
    private static final String LENS = "lens";

    /** The words under which {@link #fields} gives what a picture says: those of {@link Rights#FIELDS}, camera and lens. */
    public static final List<String> FIELDS =
            Stream.concat(Rights.FIELDS.stream(), Stream.of(CAMERA, LENS)).toList();

    /** A picture that says nothing. */
    public static final PhotoFacts NONE = new PhotoFacts(
            Orientation.TOP_LEFT, Optional.empty(), Optional.empty(), Optional.empty(), Rights.NONE, false);

    /** Without alternative text. */
    public PhotoFacts(
            Orientation orientation,
            Optional<LocalDateTime> taken,
            Optional<String> camera,
            Optional<String> lens,
            Rights rights,
            boolean hasLocation) {
        this(orientation, taken, camera, lens, rights, hasLocation, Optional.empty());
    }

    /** The same of rows that lie as they are to be seen. */
    public PhotoFacts upright() {
        return new PhotoFacts(Orientation.TOP_LEFT, taken, camera, lens, rights, hasLocation, altText);
    }

    /** What it says in words, by {@link #FIELDS}; what it does not say is not there. */
    public Map<String, String> fields() {
        Map<String, String> fields = new LinkedHashMap<>();
        rights.creator().ifPresent(text -> fields.put("creator", text));
        rights.copyright().ifPresent(text -> fields.put("copyright", text));
        rights.credit().ifPresent(text -> fields.put("credit", text));
        rights.licence().ifPresent(text -> fields.put("licence", text));
        rights.contact().ifPresent(text -> fields.put("contact", text));
        camera.ifPresent(text -> fields.put(CAMERA, text));
        lens.ifPresent(text -> fields.put(LENS, text));
        return fields;
    }
}
