package app.vineparcel.web.recipes;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.render.RecipePreview;
import app.vineparcel.core.render.PreviewSession;
import app.vineparcel.core.render.PreviewViews;
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
 * The benches on which recipes are tried, one for each open page, since each holds a decoded picture. Only a few stay, and none for long after
 * it was last used. A newer request of a page overtakes its older ones.
 */
@Component
public class PreviewSessions {

    private static final int MOST = 2;
    private static final Duration IDLE = Duration.ofMinutes(5);

    /** One page's bench. */
    private static final class Desk {
        private final AtomicLong latest = new AtomicLong();
        private volatile Instant used = Instant.EPOCH;
        private volatile @Nullable PreviewSession bench;
        private volatile @Nullable PlanPiece piece;
        private final Object glancing = new Object();
        private @Nullable PreviewSession glances;
        private @Nullable PlanPiece glanced;
        private long shown;
        private boolean gone;

        private void close() {
            gone = true;
            if (bench != null) {
                bench.close();
                bench = null;
            }
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
    private final Map<String, Desk> desks = new ConcurrentHashMap<>();

    PreviewSessions(SourceReader reader, Shelf shelf, StorageSettings settings, Clock clock) {
        this.reader = reader;
        this.shelf = shelf;
        this.settings = settings;
        this.clock = clock;
    }

    /**
     * Tries a recipe on a piece.
     *
     * @param page names the page that asks
     * @param number of the request, rising
     * @return empty if a later request of the page has come
     * @throws ProblemException if the rendition cannot be made
     */
    Optional<RecipePreview> put(String page, long number, PlannedRendition planned) throws ProblemException {
        return put(page, number, planned, true);
    }

    /**
     * The same.
     *
     * @param measured whether the file is compared with the pixels that it was made from
     */
    public Optional<RecipePreview> put(String page, long number, PlannedRendition planned, boolean measured)
            throws ProblemException {
        Desk desk = desks.computeIfAbsent(page, key -> new Desk());
        desk.used = clock.instant();
        desk.latest.accumulateAndGet(number, Math::max);
        tidy(desk);
        synchronized (desk) {
            if (desk.gone || desk.latest.get() != number) {
                return Optional.empty();
            }
            PreviewSession bench = bench(desk, planned.piece());
            Optional<RecipePreview> trial = bench.put(planned, measured, () -> desk.latest.get() != number);
            if (trial.isPresent()) {
                desk.shown = number;
            }
            return trial;
        }
    }

    private PreviewSession bench(Desk desk, PlanPiece piece) {
        if (desk.bench == null || !piece.equals(desk.piece)) {
            if (desk.bench != null) {
                desk.bench.close();
            }
            desk.bench = new PreviewSession(reader, shelf, settings.threads());
            desk.piece = piece;
        }
        return desk.bench;
    }

    /**
     * A part of what a request made, or of what it was made from.
     *
     * @return empty if a later request has replaced it, or the desk was cleared
     */
    Optional<PreviewViews.View> view(String page, long number, boolean after, Box part, PixelSize size)
            throws ProblemException {
        Desk desk = desks.get(page);
        if (desk == null) {
            return Optional.empty();
        }
        desk.used = clock.instant();
        synchronized (desk) {
            if (desk.bench == null || desk.shown != number || desk.bench.views().isEmpty()) {
                return Optional.empty();
            }
            PreviewViews views = desk.bench.views().get();
            return Optional.of(after ? views.after(part, size) : views.before(part, size));
        }
    }

    /**
     * A look at all of a rendition from further away, which does not wait for requests that are at work.
     *
     * @param room the screen's pixels for it
     */
    public PreviewViews.View glance(String page, PlannedRendition planned, PixelSize room) throws ProblemException {
        Desk desk = desks.computeIfAbsent(page, key -> new Desk());
        desk.used = clock.instant();
        tidy(desk);
        synchronized (desk.glancing) {
            if (desk.glances == null || !planned.piece().equals(desk.glanced)) {
                if (desk.glances != null) {
                    desk.glances.close();
                }
                desk.glances = new PreviewSession(reader, shelf, settings.threads());
                desk.glanced = planned.piece();
            }
            return desk.glances.glance(planned, room);
        }
    }

    /**
     * A first look at a part of what a request asks for, which does not wait for requests that are at work.
     *
     * @return empty where it would take as long as the whole, or nothing lies on the desk yet
     */
    Optional<PreviewViews.View> look(String page, PlannedRendition planned, Box part) throws ProblemException {
        Desk desk = desks.get(page);
        PreviewSession bench = desk == null ? null : desk.bench;
        return bench == null || !planned.piece().equals(desk.piece) ? Optional.empty() : bench.look(planned, part);
    }

    /** Clears desks that nobody has used for a while. */
    @Scheduled(fixedDelayString = "PT1M")
    void clearIdle() {
        Instant limit = clock.instant().minus(IDLE);
        desks.entrySet().stream()
                .filter(entry -> entry.getValue().used.isBefore(limit))
                .toList()
                .forEach(entry -> clear(entry.getKey(), entry.getValue()));
    }

    private void tidy(Desk but) {
        List<Map.Entry<String, Desk>> others = new ArrayList<>(desks.entrySet());
        others.removeIf(entry -> entry.getValue() == but);
        others.sort((a, b) -> b.getValue().used.compareTo(a.getValue().used));
        others.stream().skip(MOST - 1L).forEach(entry -> clear(entry.getKey(), entry.getValue()));
    }

    private void clear(String page, Desk desk) {
        desks.remove(page, desk);
        synchronized (desk) {
            desk.close();
        }
    }
}
