package app.vineparcel.web.destinations;

import java.util.List;

/** A feature that uses destinations. */
public interface DestinationUse {

    /** What of it uses one, in words for the destination's page. */
    List<String> names(long destinationId);

    /**
     * Something that came back from a destination.
     *
     * @param trouble why nothing could be done with it; empty if it was taken
     */
    record Note(String file, String trouble) {}

    /** What came back from it last. */
    default List<Note> notes(long destinationId) {
        return List.of();
    }

    /** It is another one now, or can be reached again. */
    void changed(long destinationId);
}
