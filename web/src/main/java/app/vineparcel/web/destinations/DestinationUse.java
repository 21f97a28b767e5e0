package app.vineparcel.web.destinations;

import java.util.List;

/** A feature that uses destinations. */
public interface DestinationUse {

    /** What of it uses one, in words for the destination's page. */
    List<String> names(long destinationId);

    /** It is another one now, or can be reached again. */
    void changed(long destinationId);
}
