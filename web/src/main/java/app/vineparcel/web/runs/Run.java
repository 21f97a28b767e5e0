package app.vineparcel.web.runs;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** One execution of a plan, or of a part of it. */
@Entity
public class Run {

    /** How far it has come. */
    public enum State {
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

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long assignmentId;
    private int number;

    @Enumerated(EnumType.STRING)
    private State state = State.WAITING;

    private Instant createdAt = Instant.EPOCH;
    private @Nullable Instant startedAt;
    private @Nullable Instant endedAt;
    private String fingerprint = "";
    private String asked = "";
    private long place;
    private @Nullable Instant startAt;
    private boolean afresh;

    /** For Hibernate. */
    protected Run() {}

    /**
     * A run that waits.
     *
     * @param place among all that wait, in ascending order
     */
    Run(long assignmentId, int number, Instant createdAt, String fingerprint, RunStart.Wish wish, long place) {
        this.fingerprint = fingerprint;
        this.asked = wish.asked();
        this.afresh = wish.afresh();
        this.startAt = wish.at().orElse(null);
        this.place = place;
        this.assignmentId = assignmentId;
        this.number = number;
        this.createdAt = createdAt;
    }

    /** Ends it, whatever is still open. */
    void end(State how, Instant now) {
        state = how;
        endedAt = now;
    }

    /** Holds it back until it is released. */
    void pause() {
        state = State.PAUSED;
    }

    /** Lets it go on, or begin again. */
    void release() {
        state = startedAt == null ? State.WAITING : State.RENDERING;
        startAt = null;
        endedAt = null;
    }

    /** Lets two runs change places. */
    void swap(Run other) {
        long mine = place;
        place = other.place;
        other.place = mine;
    }

    /** Whether it makes the same and is not over, or was asked for by the same page. */
    boolean isAlso(String order, String page) {
        return fingerprint.equals(order) && (!state.isOver() || !page.isEmpty() && page.equals(asked));
    }

    /** The key, once stored. */
    public long id() {
        return id == null ? 0 : id;
    }

    public long assignmentId() {
        return assignmentId;
    }

    /** Counts the assignment's runs from 1. */
    public int number() {
        return number;
    }

    public State state() {
        return state;
    }

    public Instant createdAt() {
        return createdAt;
    }

    public Optional<Instant> startedAt() {
        return Optional.ofNullable(startedAt);
    }

    /** Not before then, while it waits for it. */
    public Optional<Instant> startAt() {
        return state == State.WAITING ? Optional.ofNullable(startAt) : Optional.empty();
    }

    /** Whether it makes again what was unchanged. */
    public boolean isAfresh() {
        return afresh;
    }

    /** How long it took, once it is over. */
    public Optional<Duration> took() {
        return startedAt == null || endedAt == null
                ? Optional.empty()
                : Optional.of(Duration.between(startedAt, endedAt));
    }
}
