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
@Entity(name = "Run")
class RunEntity implements Run {

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
    protected RunEntity() {}

    /**
     * A run that waits.
     *
     * @param place among all that wait, in ascending order
     */
    RunEntity(long assignmentId, int number, Instant createdAt, String fingerprint, RunStart.Wish wish, long place) {
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
    void swap(RunEntity other) {
        long mine = place;
        place = other.place;
        other.place = mine;
    }

    /** Whether it makes the same and is not over, or was asked for by the same page. */
    boolean isAlso(String order, String page) {
        return fingerprint.equals(order) && (!state.isOver() || !page.isEmpty() && page.equals(asked));
    }

    @Override
    public long id() {
        return id == null ? 0 : id;
    }

    @Override
    public long assignmentId() {
        return assignmentId;
    }

    @Override
    public int number() {
        return number;
    }

    @Override
    public State state() {
        return state;
    }

    @Override
    public Instant createdAt() {
        return createdAt;
    }

    @Override
    public Optional<Instant> startedAt() {
        return Optional.ofNullable(startedAt);
    }

    @Override
    public Optional<Instant> startAt() {
        return state == State.WAITING ? Optional.ofNullable(startAt) : Optional.empty();
    }

    @Override
    public boolean isAfresh() {
        return afresh;
    }

    @Override
    public Optional<Duration> took() {
        return startedAt == null || endedAt == null
                ? Optional.empty()
                : Optional.of(Duration.between(startedAt, endedAt));
    }
}
