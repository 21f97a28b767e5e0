package app.vineparcel.web.sources;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.Box;
import app.vineparcel.core.geometry.Extent;
import app.vineparcel.core.geometry.PixelSize;
import app.vineparcel.core.metadata.PhotoFacts;
import app.vineparcel.core.naming.NameFields;
import app.vineparcel.core.naming.PathTemplate;
import app.vineparcel.core.naming.Template;
import app.vineparcel.core.naming.TemplateException;
import app.vineparcel.core.source.Piece;
import app.vineparcel.web.Text;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps what sources are made of, under the names that people gave. */
@Service
public class PieceService {

    private static final int SHOWN = 60;

    private final StoredPieceRepository pieces;
    private final SourceRepository sources;
    private final Clock clock;
    private final ApplicationEventPublisher events;

    PieceService(
            StoredPieceRepository pieces, SourceRepository sources, Clock clock, ApplicationEventPublisher events) {
        this.events = events;
        this.pieces = pieces;
        this.sources = sources;
        this.clock = clock;
    }

    /** What can be rendered of an assignment: the pieces of its sources in their order, then its sheets. */
    public List<StoredPiece> all(long assignmentId) {
        Map<Long, Integer> places = new HashMap<>();
        sources.findByAssignmentIdOrderByPosition(assignmentId).stream()
                .filter(SourceEntity::isKnown)
                .forEach(source -> places.put(source.id(), source.position()));
        return pieces.findByAssignmentIdAndPresentTrueOrderByPosition(assignmentId).stream()
                .filter(piece ->
                        piece.isSheet() || places.containsKey(piece.sourceId().orElse(0L)))
                .sorted(Comparator.comparing(
                        piece -> piece.sourceId().map(places::get).orElse(Integer.MAX_VALUE)))
                .<StoredPiece>map(piece -> piece)
                .toList();
    }

    /** How many there are. */
    public long count(long assignmentId) {
        return pieces.countByAssignmentIdAndPresentTrue(assignmentId);
    }

    /**
     * One.
     *
     * @throws ProblemException if there is none of that number
     */
    public StoredPiece get(long id) throws ProblemException {
        return entity(id);
    }

    StoredPieceEntity entity(long id) throws ProblemException {
        return pieces.findById(id)
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "piece " + id, Text.of("sources.there-is-no-such"), Text.of("sources.choose-one-on-the"))));
    }

    /** One that is still there. */
    Optional<StoredPieceEntity> find(long id) {
        return pieces.findById(id).filter(StoredPieceEntity::isPresent);
    }

    /** The first piece of a source. */
    StoredPieceEntity ofSource(long sourceId) throws ProblemException {
        return pieces.findBySourceIdOrderByPosition(sourceId).stream()
                .filter(StoredPieceEntity::isPresent)
                .findFirst()
                .orElseThrow(() -> new ProblemException(new Problem.Vanished(
                        "source " + sourceId,
                        Text.of("sources.there-is-no-such-2"),
                        Text.of("sources.choose-one-on-the"))));
    }

    /** Those of an assignment that have these numbers, in this order; others are left out. */
    public List<StoredPiece> chosen(long assignmentId, List<Long> ids) {
        Map<Long, StoredPieceEntity> found = new HashMap<>();
        pieces.findByIdIn(ids).stream()
                .filter(piece -> piece.assignmentId() == assignmentId && piece.isPresent())
                .forEach(piece -> found.put(piece.id(), piece));
        return ids.stream()
                .filter(found::containsKey)
                .distinct()
                .<StoredPiece>map(found::get)
                .toList();
    }

    /**
     * Brings the kept pieces in line with what a source holds now. A piece is known again by its key, else by its name, and keeps the name
     * that people gave it; a region stays as long as what it lies on keeps its size.
     */
    @Transactional
    public void sync(Source source, List<Piece> now) {
        List<StoredPieceEntity> known = pieces.findBySourceIdOrderByPosition(source.id());
        List<StoredPieceEntity> left = new ArrayList<>(
                known.stream().filter(piece -> !piece.isRegion()).toList());
        Map<Piece, StoredPieceEntity> matched = new HashMap<>();
        for (Piece piece : now) {
            update(left, stored -> stored.key().equals(piece.key())).ifPresent(stored -> matched.put(piece, stored));
        }
        for (Piece piece : now) {
            if (!matched.containsKey(piece)) {
                update(left, stored -> stored.ownName().equals(piece.name()))
                        .ifPresent(stored -> matched.put(piece, stored));
            }
        }
        int position = 0;
        for (Piece piece : now) {
            StoredPieceEntity stored =
                    matched.getOrDefault(piece, new StoredPieceEntity(source.assignmentId(), source.id(), piece));
            List<StoredPieceEntity> regions = known.stream()
                    .filter(region -> region.isRegion() && region.key().equals(stored.key()))
                    .toList();
            stored.update(piece);
            stored.setPosition(++position);
            pieces.save(stored);
            for (StoredPieceEntity region : regions) {
                position = again(region, piece, position);
            }
        }
        left.stream()
                .filter(stored ->
                        stored.isAsked() || stored.kind() != Piece.Kind.OBJECT && stored.kind() != Piece.Kind.LAYER)
                .forEach(StoredPieceEntity::markGone);
        known.stream()
                .filter(region -> region.isRegion()
                        && now.stream().noneMatch(piece -> piece.key().equals(region.key())))
                .forEach(StoredPieceEntity::markGone);
    }

    private static int again(StoredPieceEntity region, Piece base, int position) {
        Extent then = region.base().orElse(base.size());
        boolean sameSize = Math.abs(then.width() - base.size().width()) < 0.5
                && Math.abs(then.height() - base.size().height()) < 0.5;
        if (!sameSize) {
            region.markGone();
            return position;
        }
        region.update(base.region(region.ownName(), region.box().orElseThrow()));
        region.setRegion(region.box().orElseThrow(), base.size());
        region.setPosition(position + 1);
        return position + 1;
    }

    private static Optional<StoredPieceEntity> update(
            List<StoredPieceEntity> from, Predicate<StoredPieceEntity> wanted) {
        Optional<StoredPieceEntity> found = from.stream().filter(wanted).findFirst();
        found.ifPresent(from::remove);
        return found;
    }

    /** Takes all pieces of a source out. */
    @Transactional
    void markGone(long sourceId) {
        pieces.findBySourceIdOrderByPosition(sourceId).forEach(StoredPieceEntity::markGone);
    }

    /** Takes named parts of a document in as pieces of their own. */
    @Transactional
    void addObjects(Source source, List<Piece> objects) {
        List<StoredPieceEntity> known = pieces.findBySourceIdOrderByPosition(source.id());
        int position = pieces.lastPosition(source.id());
        for (Piece object : objects) {
            Optional<StoredPieceEntity> before = known.stream()
                    .filter(piece -> piece.key().equals(object.key()))
                    .findFirst();
            StoredPieceEntity stored =
                    before.orElseGet(() -> new StoredPieceEntity(source.assignmentId(), source.id(), object));
            stored.update(object);
            if (before.isEmpty()) {
                stored.setPosition(++position);
            }
            pieces.save(stored);
        }
    }

    /** Gives pieces names that were looked over, or, with none, their sources' again. */
    @Transactional
    public void name(Map<Long, Optional<String>> names) {
        List<StoredPieceEntity> named = pieces.findAllById(names.keySet());
        named.forEach(piece -> piece.rename(names.get(piece.id()).orElse("")));
        pieces.saveAllAndFlush(named);
    }

    /** Gives pieces words for those who cannot see them, or none. */
    @Transactional
    public void altText(Map<Long, Optional<String>> words) {
        List<StoredPieceEntity> told = pieces.findAllById(words.keySet());
        told.forEach(piece -> piece.tell(words.get(piece.id()).orElse(null)));
        pieces.saveAllAndFlush(told);
    }

    /**
     * A name as it can be kept; empty for a blank one, which means the source's own.
     *
     * @throws ProblemException if it is too long
     */
    public Optional<String> sound(String name) throws ProblemException {
        String clean = name.replace("\0", "").strip();
        if (clean.length() > StoredPieceEntity.LONGEST_NAME) {
            throw new ProblemException(new Problem.BadRequest(
                    clean.substring(0, SHOWN) + "…",
                    Text.of("sources.a-name-can-have"),
                    Text.of("sources.use-a-shorter-one")));
        }
        return clean.isEmpty() ? Optional.empty() : Optional.of(clean);
    }

    /** Gives a piece a name; a blank one goes back to the source's. */
    @Transactional(rollbackFor = ProblemException.class)
    StoredPieceEntity rename(long id, String name) throws ProblemException {
        StoredPieceEntity piece = entity(id);
        rename(List.of(piece), List.of(sound(name).orElse("")));
        return piece;
    }

    private void rename(List<StoredPieceEntity> chosen, List<String> names) {
        List<PiecesRenamed.Name> told = new ArrayList<>();
        for (int i = 0; i < chosen.size(); i++) {
            StoredPieceEntity piece = chosen.get(i);
            Optional<String> before = given(piece);
            piece.rename(names.get(i));
            if (!given(piece).equals(before)) {
                told.add(new PiecesRenamed.Name(piece.id(), before, given(piece)));
            }
        }
        pieces.saveAll(chosen);
        if (!told.isEmpty()) {
            events.publishEvent(new PiecesRenamed(chosen.get(0).assignmentId(), told));
        }
    }

    private static Optional<String> given(StoredPiece piece) {
        return piece.isRenamed() ? Optional.of(piece.name()) : Optional.empty();
    }

    /** What a template would call pieces. */
    List<String> names(List<? extends StoredPiece> chosen, String template) throws ProblemException {
        Template parsed;
        try {
            parsed = PathTemplate.name(template);
        } catch (TemplateException e) {
            throw new ProblemException(new Problem.BadRequest(
                    Text.of(
                            "sources.the-name",
                            template.length() > SHOWN ? template.substring(0, SHOWN) + "…" : template),
                    Text.of("sources.it-cannot-be-used", e.getMessage()),
                    Text.of("sources.correct-it")));
        }
        Map<Long, SourceEntity> known = new HashMap<>();
        sources.findAllById(chosen.stream()
                        .flatMap(piece -> piece.sourceId().stream())
                        .distinct()
                        .toList())
                .forEach(source -> known.put(source.id(), source));
        List<String> names = new ArrayList<>();
        for (StoredPiece piece : chosen) {
            String stem =
                    piece.sourceId().map(known::get).map(SourceEntity::name).orElse(piece.name());
            PixelSize pixels = piece.extent().rounded();
            NameFields fields = new NameFields(
                    new NameFields.Shown(
                            stem,
                            piece.ownName(),
                            names.size() + 1,
                            facts(piece, known).taken(),
                            facts(piece, known).fields()),
                    NameFields.File.plain(pixels.width(), pixels.height()),
                    "",
                    LocalDate.now(clock));
            String name = parsed.expand(fields).strip();
            names.add(
                    name.length() > StoredPieceEntity.LONGEST_NAME
                            ? name.substring(0, StoredPieceEntity.LONGEST_NAME)
                            : name);
        }
        return names;
    }

    private static PhotoFacts facts(StoredPiece piece, Map<Long, SourceEntity> known) {
        return piece.sourceId()
                .map(known::get)
                .filter(SourceEntity::isKnown)
                .map(source -> source.info().facts())
                .orElse(PhotoFacts.NONE);
    }

    /** Renames many at once. */
    @Transactional(rollbackFor = ProblemException.class)
    void rename(long assignmentId, List<Long> ids, String template) throws ProblemException {
        List<String> names = names(chosen(assignmentId, ids), template);
        List<StoredPieceEntity> entities = new ArrayList<>();
        for (StoredPiece piece : chosen(assignmentId, ids)) {
            entities.add(entity(piece.id()));
        }
        rename(entities, names);
    }

    /** The regions that lie on a piece. */
    List<StoredPiece> regions(StoredPiece base) {
        return pieces.findBySourceIdOrderByPosition(base.sourceId().orElse(0L)).stream()
                .filter(piece ->
                        piece.isRegion() && piece.isPresent() && piece.key().equals(base.key()))
                .<StoredPiece>map(piece -> piece)
                .toList();
    }

    /**
     * Draws a region, or moves one.
     *
     * @param known the region that is moved; empty draws a new one
     * @throws ProblemException if it does not lie on the piece
     */
    @Transactional(rollbackFor = ProblemException.class)
    StoredPieceEntity region(StoredPiece base, Optional<StoredPieceEntity> known, String name, Box box)
            throws ProblemException {
        if (known.isPresent() && !known.get().isRegionOf(base)) {
            throw new ProblemException(new Problem.BadRequest(
                    name, Text.of("sources.it-is-not-a", base.name()), Text.of("sources.reload-the-page-and")));
        }
        Extent whole = base.extent();
        if (box.x() < 0
                || box.y() < 0
                || box.x() + box.width() > whole.width() + 0.01
                || box.y() + box.height() > whole.height() + 0.01) {
            throw new ProblemException(new Problem.BadRequest(
                    name,
                    Text.of("sources.the-region-extends-beyond", base.name()),
                    Text.of("sources.make-it-smaller-or")));
        }
        Piece piece = base.piece().region(name.isBlank() ? "Region" : name.strip(), box);
        StoredPieceEntity region = known.orElseGet(
                () -> new StoredPieceEntity(base.assignmentId(), base.sourceId().orElse(null), piece));
        region.update(piece);
        region.rename("");
        region.setRegion(box, whole);
        if (known.isEmpty()) {
            region.setPosition(pieces.lastPosition(base.sourceId().orElse(0L)) + 1);
        }
        return pieces.save(region);
    }

    /** Takes a region, an object or a sheet away; runs that used it still know it. */
    @Transactional
    void remove(StoredPieceEntity piece) {
        piece.markGone();
        pieces.save(piece);
    }

    /** Removes those that can be removed on their own: regions, objects and sheets. */
    @Transactional
    void removeOwn(List<StoredPiece> chosen) {
        pieces.findAllById(chosen.stream()
                        .filter(StoredPiece::isBesideOthers)
                        .map(StoredPiece::id)
                        .toList())
                .forEach(this::remove);
    }

    /** Keeps a sheet. */
    @Transactional
    StoredPieceEntity saveSheet(StoredPieceEntity sheet) {
        if (sheet.position() == 0) {
            sheet.setPosition(1
                    + pieces.findByAssignmentIdAndKindOrderByPosition(sheet.assignmentId(), Piece.Kind.SHEET)
                            .size());
        }
        return pieces.save(sheet);
    }
}
