package app.vineparcel.core.render;

import app.vineparcel.core.geometry.Framing;
import app.vineparcel.core.raster.LinearImage;
import app.vineparcel.core.raster.Pyramid;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The last picture that was brought to a size, for a preview session in which the clauses after the size are tried. Used by one thread at a time. */
final class SizedMemory {

    private record Key(Pyramid from, Framing framing) {}

    private @Nullable Key key;
    private @Nullable LinearImage sized;

    /** The picture of that size, if it was the last. */
    Optional<LinearImage> find(Pyramid from, Framing framing) {
        return new Key(from, framing).equals(key) ? Optional.ofNullable(sized) : Optional.empty();
    }

    void keep(Pyramid from, Framing framing, LinearImage image) {
        key = new Key(from, framing);
        sized = image;
    }
}
