package app.vineparcel.web.work;

import java.time.Instant;
import java.util.Optional;

/** One kind of work. Work that was begun and did not end, such as when its process was killed, is begun again by another. */
public interface Job {

    /** By what name its work is queued. */
    String name();

    /**
     * Does one piece of work.
     *
     * @param instance which one
     * @return when it is to be tried again; empty when it is over
     */
    Optional<Instant> perform(String instance, WorkContext context);

    /** Does as if there were a piece of work and changes nothing, so that the first one need not wait for what every process has to do once. */
    default void rehearse() {}
}
