package app.vineparcel.web.recipes;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.render.Ladder;
import app.vineparcel.core.render.PreviewSession;
import app.vineparcel.core.render.PreviewViews;
import app.vineparcel.core.render.RecipePreview;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.web.storage.StorageSettings;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;
import org.jspecify.annotations.Nullable;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * The sessions in which recipes are previewed, one for each open page, since each holds a decoded picture. Only a few stay, and none for long after
 * it was last used. A newer request of a page overtakes its older ones.
 */
@Component
public class PreviewSessions {

    private static final int MOST = 2;
    private static final Duration IDLE = Duration.ofMinutes(5);

    /** One page's session. */
    private static final class Session {
        private final AtomicLong latest = new AtomicLong();
        private volatile Instant used = Instant.EPOCH;
        private volatile @Nullable PreviewSession opened;
        private volatile @Nullable PlanPiece piece;
        private final Object glancing = new Object();
        private @Nullable PreviewSession glances;
        private @Nullable PlanPiece glanced;
        private long shown;
        private boolean gone;

        private void close() {
            gone = true;
            if (opened != null) {
                opened.close();
                opened = null;
            }
            closeGlances();
        }

        private void closeGlances() {
            synchronized (glancing) {
                if (glances != null) {
                    glances.close();
                    glances = null;
                }
            }
        }
    }

    private final SourceReader reader;
    private final Shelf shelf;
    private final StorageSettings settings;
    private final Clock clock;
    private final PictureRoom room;
    private final Map<String, Session> sessions = new ConcurrentHashMap<>();

    PreviewSessions(SourceReader reader, Shelf shelf, StorageSettings settings, Clock clock, PictureRoom room) {
        this.room = room;
        this.reader = reader;
        this.shelf = shelf;
        this.settings = settings;
        this.clock = clock;
    }

    /**
     * Puts a piece through a recipe; how far the file is from its pixels is asked for apart.
     *
     * @param page names the page that asks
     * @param number of the request, rising
     * @return empty if a later request of the page has come
     * @throws ProblemException if the rendition cannot be made
     */
    public Optional<RecipePreview> put(String page, long number, PlannedRendition planned) throws ProblemException {
        Session session = sessions.computeIfAbsent(page, key -> new Session());
        session.used = clock.instant();
        session.latest.accumulateAndGet(number, Math::max);
        tidy(session);
        makeRoom(page, session, planned);
        synchronized (session) {
            if (session.gone || session.latest.get() != number) {
                return Optional.empty();
            }
            Optional<RecipePreview> preview =
                    opened(session, planned.piece()).put(planned, false, () -> session.latest.get() != number);
            if (preview.isPresent()) {
                session.shown = number;
            }
            return preview;
        }
    }

    private PreviewSession opened(Session session, PlanPiece piece) {
        if (session.opened == null || !piece.equals(session.piece)) {
            if (session.opened != null) {
                session.opened.close();
            }
            session.opened = new PreviewSession(reader, shelf, settings.threads());
            session.piece = piece;
        }
        return session.opened;
    }

    /**
     * How far what a request made is from the pixels that it was made from.
     *
     * @return empty if a later request has replaced it, or there is nothing to be compared
     */
    Optional<RecipePreview.Difference> difference(String page, long number) throws ProblemException {
        Session session = sessions.get(page);
        if (session == null) {
            return Optional.empty();
        }
        synchronized (session) {
            return session.opened == null || session.shown != number || session.latest.get() != number
                    ? Optional.empty()
                    : session.opened.difference();
        }
    }

    /**
     * A part of what a request made, or of what it was made from.
     *
     * @return empty if a later request has replaced it, or the session was cleared
     */
    Optional<PreviewViews.View> view(String page, long number, boolean after, Box part, PixelSize size)
            throws ProblemException {
        Session session = sessions.get(page);
        if (session == null) {
            return Optional.empty();
        }
        session.used = clock.instant();
        synchronized (session) {
            if (session.opened == null
                    || session.shown != number
                    || session.opened.views().isEmpty()) {
                return Optional.empty();
            }
            PreviewViews views = session.opened.views().get();
            return Optional.of(after ? views.after(part, size) : views.before(part, size));
        }
    }

    /**
     * A look at all of a rendition from further away, which does not wait for requests that are at work.
     *
     * @param room the screen's pixels for it
     */
    public PreviewViews.View glance(String page, PlannedRendition planned, PixelSize room) throws ProblemException {
        Session session = sessions.computeIfAbsent(page, key -> new Session());
        session.used = clock.instant();
        tidy(session);
        this.room.make(session.glancing, planned.piece().info().size().pixels(), session::closeGlances);
        synchronized (session.glancing) {
            if (session.glances == null || !planned.piece().equals(session.glanced)) {
                if (session.glances != null) {
                    session.glances.close();
                }
                session.glances = new PreviewSession(reader, shelf, settings.threads());
                session.glanced = planned.piece();
            }
            return session.glances.glance(planned, room);
        }
    }

    /**
     * A first look at a part of what a request asks for, which does not wait for requests that are at work.
     *
     * @return empty where it would take as long as the whole, or no piece is open in the session yet
     */
    Optional<PreviewViews.View> quickView(String page, PlannedRendition planned, Box part) throws ProblemException {
        Session session = sessions.get(page);
        PreviewSession opened = session == null ? null : session.opened;
        return opened == null || !planned.piece().equals(session.piece)
                ? Optional.empty()
                : opened.quickView(planned, part);
    }

    /**
     * A ladder of what is planned, on which formats can be tried by several threads.
     *
     * @param about the region that is looked at, px of the rendition
     */
    public Ladder ladder(String page, PlannedRendition planned, Box about) throws ProblemException {
        Session session = sessions.computeIfAbsent(page, key -> new Session());
        session.used = clock.instant();
        tidy(session);
        makeRoom(page, session, planned);
        synchronized (session) {
            return opened(session, planned.piece()).ladder(planned, about);
        }
    }

    private void makeRoom(String page, Session session, PlannedRendition planned) {
        room.make(session, planned.piece().info().size().pixels(), () -> clear(page, session));
    }

    /** Clears sessions that nobody has used for a while. */
    @Scheduled(fixedDelayString = "PT1M")
    void clearIdle() {
        Instant limit = clock.instant().minus(IDLE);
        sessions.entrySet().stream()
                .filter(entry -> entry.getValue().used.isBefore(limit))
                .toList()
                .forEach(entry -> clear(entry.getKey(), entry.getValue()));
    }

    private void tidy(Session but) {
        List<Map.Entry<String, Session>> others = new ArrayList<>(sessions.entrySet());
        others.removeIf(entry -> entry.getValue() == but);
        others.sort((a, b) -> b.getValue().used.compareTo(a.getValue().used));
        others.stream().skip(MOST - 1L).forEach(entry -> clear(entry.getKey(), entry.getValue()));
    }

    private void clear(String page, Session session) {
        sessions.remove(page, session);
        room.left(session);
        room.left(session.glancing);
        synchronized (session) {
            session.close();
        }
    }
}
