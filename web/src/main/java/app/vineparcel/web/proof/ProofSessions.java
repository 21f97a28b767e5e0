package app.vineparcel.web.proof;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.render.Ladder;
import app.vineparcel.core.render.ProofSession;
import app.vineparcel.core.render.RecipePreview;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.web.Text;
import app.vineparcel.web.recipes.PictureRoom;
import app.vineparcel.web.storage.StorageSettings;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** The proof that lies open: one at a time, since it holds a decoded picture and its renditions, and not for long after it was last used. */
@Component
class ProofSessions {

    private static final Duration IDLE = Duration.ofMinutes(5);

    /** What is done with it. */
    @FunctionalInterface
    interface Work<T> {
        T with(ProofSession session) throws ProblemException;
    }

    private final SourceReader reader;
    private final Shelf shelf;
    private final StorageSettings settings;
    private final Clock clock;
    private final PictureRoom room;
    private @Nullable ProofSession session;
    private String page = "";
    private Instant used = Instant.EPOCH;

    ProofSessions(SourceReader reader, Shelf shelf, StorageSettings settings, Clock clock, PictureRoom room) {
        this.room = room;
        this.reader = reader;
        this.shelf = shelf;
        this.settings = settings;
        this.clock = clock;
    }

    /**
     * Makes a rendition for a page.
     *
     * @param others the columns that the page still shows
     */
    RecipePreview put(String asking, Collection<String> others, String column, PlannedRendition planned)
            throws ProblemException {
        room.make(this, planned.piece().info().size().pixels(), this::release);
        return made(asking, others, column, planned);
    }

    private synchronized RecipePreview made(
            String asking, Collection<String> others, String column, PlannedRendition planned) throws ProblemException {
        ProofSession open = session;
        if (open == null || !page.equals(asking)) {
            close();
            open = new ProofSession(reader, shelf, settings.threads());
            session = open;
            page = asking;
        }
        used = clock.instant();
        open.keepOnly(others);
        try {
            return open.put(column, planned);
        } catch (OutOfMemoryError e) {
            close();
            throw new ProblemException(
                    new Problem.OverBudget(
                            planned.piece().info().fileName(),
                            Text.of("proof.no-memory"),
                            Text.of("proof.give-memory")),
                    e);
        }
    }

    /** Something of what a page has made; empty if another page has come since. */
    synchronized <T> Optional<T> with(String asking, Work<T> work) throws ProblemException {
        ProofSession open = session;
        if (open == null || !page.equals(asking)) {
            return Optional.empty();
        }
        used = clock.instant();
        return Optional.ofNullable(work.with(open));
    }

    /** A ladder of a rendition, for several threads; empty if another page has come since. */
    Optional<Ladder> ladder(String asking, PlannedRendition planned, Box about) throws ProblemException {
        return with(asking, open -> open.ladder(planned, about));
    }

    @Scheduled(fixedDelayString = "PT1M")
    synchronized void clearIdle() {
        if (used.isBefore(clock.instant().minus(IDLE))) {
            close();
        }
    }

    private synchronized void release() {
        close();
    }

    private void close() {
        if (session != null) {
            session.close();
            session = null;
            page = "";
            room.left(this);
        }
    }
}
