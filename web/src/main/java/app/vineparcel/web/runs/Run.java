package app.vineparcel.web.runs;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/** A run as everybody but its own table sees it: read only, as it was when it was asked for. */
public interface Run {

    /** How far it has come. */
    enum State {
        WAITING,
        RENDERING,
        PAUSED,
        DONE,
        STOPPED,
        /** The end of a former version's program cut it short. */
        INTERRUPTED;

        /** Whether nothing more happens to it. */
        public boolean isOver() {
            return this == DONE || this == STOPPED || this == INTERRUPTED;
        }
    }

    /** The key, once stored. */
    long id();

    long assignmentId();

    /** Counts the assignment's runs from 1. */
    int number();

    State state();

    Instant createdAt();

    Optional<Instant> startedAt();

    /** Not before then, while it waits for it. */
    Optional<Instant> startAt();

    /** Whether it makes again what was unchanged. */
    boolean isAfresh();

    /** How long it took, once it is over. */
    Optional<Duration> took();
}
