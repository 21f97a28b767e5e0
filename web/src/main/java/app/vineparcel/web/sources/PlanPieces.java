package app.vineparcel.web.sources;

import app.vineparcel.core.geometry.CropPlace;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.Sheet;
import app.vineparcel.core.source.Layer;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceOptions;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Kept pieces as the core plans them. */
@Component
public class PlanPieces {

    private final SourceRepository sources;
    private final StoredPieceRepository pieces;
    private final PieceCrops crops;
    private final PieceFacts facts;

    PlanPieces(SourceRepository sources, StoredPieceRepository pieces, PieceCrops crops, PieceFacts facts) {
        this.facts = facts;
        this.crops = crops;
        this.sources = sources;
        this.pieces = pieces;
    }

    /** Those that can be planned, numbered by their places in the list; a piece whose source cannot be read is left out. */
    public List<PlanPiece> of(List<? extends StoredPiece> stored) {
        Lookup known = lookup(stored);
        List<PlanPiece> planned = new ArrayList<>();
        for (int i = 0; i < stored.size(); i++) {
            known.piece(stored.get(i), i + 1).ifPresent(planned::add);
        }
        return planned;
    }

    /** For planning these pieces one by one; all that they need is looked up at once. */
    public Lookup lookup(Collection<? extends StoredPiece> stored) {
        Lookup known = new Lookup();
        known.crops(stored.stream().map(StoredPiece::id).toList());
        known.facts(stored.stream().map(StoredPiece::id).toList());
        known.sources(stored.stream()
                .flatMap(piece -> piece.sourceId().stream())
                .distinct()
                .toList());
        return known;
    }

    /** Remembers what was looked up. Used by one thread, for one plan. */
    public final class Lookup {

        private final Map<Long, Optional<Source>> found = new HashMap<>();
        private final Map<Long, List<Layer>> layers = new HashMap<>();
        private final Map<Long, Map<String, CropPlace>> cropsOf = new HashMap<>();
        private final Map<Long, PieceFacts.StoredFacts> factsOf = new HashMap<>();

        private Optional<Source> source(long id) {
            return found.computeIfAbsent(
                    id, key -> sources.findById(key).<Source>map(one -> one).filter(Source::isKnown));
        }

        private Lookup() {}

        /** Looks many up at once. */
        private void crops(List<Long> ids) {
            Map<Long, Map<String, CropPlace>> found = crops.of(ids);
            ids.forEach(id -> cropsOf.put(id, found.getOrDefault(id, Map.of())));
        }

        private void facts(List<Long> ids) {
            factsOf.putAll(facts.of(ids));
        }

        private PlanPiece.Known known(StoredPiece stored, Optional<Source> source) {
            String key = PiecePreviews.key(stored, source);
            PlanPiece.FileState file = source.filter(Source::isMissing).isPresent()
                    ? PlanPiece.FileState.MISSING
                    : source.filter(Source::isReadAgain).isPresent()
                            ? PlanPiece.FileState.CHANGED
                            : PlanPiece.FileState.AS_READ;
            return new PlanPiece.Known(
                    Optional.ofNullable(factsOf.get(stored.id()))
                            .filter(kept -> kept.key().equals(key))
                            .map(PieceFacts.StoredFacts::facts),
                    file,
                    stored.altText(),
                    Optional.empty(),
                    source.flatMap(Source::content));
        }

        /** Looks many up at once. */
        private void sources(List<Long> ids) {
            sources.findAllById(ids)
                    .forEach(source ->
                            found.put(source.id(), Optional.<Source>of(source).filter(Source::isKnown)));
        }

        /** A piece with a number that it had before; empty if its source cannot be read. */
        public Optional<PlanPiece> piece(StoredPiece stored, int number) {
            return stored.isSheet() ? sheet(stored, number) : ofSource(stored, number);
        }

        private Optional<PlanPiece> ofSource(StoredPiece stored, int number) {
            Optional<Source> source = stored.sourceId().flatMap(this::source);
            if (source.isEmpty() || !stored.isPresent()) {
                return Optional.empty();
            }
            Source from = source.get();
            boolean wholePicture = stored.kind() == Piece.Kind.PICTURE;
            return Optional.of(new PlanPiece(
                    String.valueOf(stored.id()),
                    from.file(),
                    stored.name(),
                    wholePicture
                            ? from.info()
                            : from.info().sized(stored.extent().rounded()),
                    wholePicture ? from.focus() : Optional.<FocalPoint>empty(),
                    number,
                    new PlanPiece.Part(
                            stored.piece(),
                            from.options(),
                            layers.computeIfAbsent(from.id(), key -> from.layers()),
                            Optional.empty(),
                            cropsOf.computeIfAbsent(
                                    stored.id(), id -> crops.of(List.of(id)).getOrDefault(id, Map.of())),
                            known(stored, source))));
        }

        private Optional<PlanPiece> sheet(StoredPiece stored, int number) {
            SheetBody body = SheetBody.read(stored.sheetBody());
            Map<Long, StoredPiece> byId = new HashMap<>();
            pieces.findByIdIn(body.items().stream().map(SheetBody.Item::piece).toList())
                    .forEach(piece -> byId.put(piece.id(), piece));
            List<Sheet.Item> items = new ArrayList<>();
            for (SheetBody.Item one : body.items()) {
                Optional.ofNullable(byId.get(one.piece()))
                        .flatMap(piece -> ofSource(piece, items.size() + 1))
                        .ifPresent(piece -> items.add(new Sheet.Item(piece, one.box())));
            }
            if (items.isEmpty()) {
                return Optional.empty();
            }
            PlanPiece first = items.get(0).piece();
            Sheet sheet = new Sheet(stored.extent(), body.ground(), items);
            return Optional.of(new PlanPiece(
                    String.valueOf(stored.id()),
                    first.file(),
                    stored.name(),
                    first.info(),
                    Optional.empty(),
                    number,
                    new PlanPiece.Part(
                            stored.piece(),
                            SourceOptions.PLAIN,
                            List.of(),
                            Optional.of(sheet),
                            Map.of(),
                            known(stored, Optional.empty()))));
        }
    }
}
