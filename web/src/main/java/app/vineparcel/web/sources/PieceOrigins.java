package app.vineparcel.web.sources;

import app.vineparcel.web.Text;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Which file each piece comes from, and how that is taken. */
@Component
public class PieceOrigins {

    /**
     * Where a piece comes from.
     *
     * @param sourceId its source; that of the first piece on a sheet
     * @param word another for another file, or another way of options it; up to 64 letters
     * @param folder the folder that it came from, or the document's name
     * @param picture the key of its picture, as {@link PiecePreviews#key} has it
     * @param missing whether the file was no longer there when it was looked for last
     */
    public record Origin(long sourceId, String word, String folder, String picture, boolean missing) {}

    private final SourceRepository sources;
    private final StoredPieceRepository pieces;

    PieceOrigins(SourceRepository sources, StoredPieceRepository pieces) {
        this.sources = sources;
        this.pieces = pieces;
    }

    /** Those of pieces, by their ids; a piece whose source is gone is left out. */
    public Map<Long, Origin> of(Collection<StoredPiece> wanted) {
        Map<Long, StoredPiece> byId = new HashMap<>();
        wanted.forEach(piece -> byId.put(piece.id(), piece));
        List<Long> items = wanted.stream()
                .filter(StoredPiece::isSheet)
                .flatMap(sheet -> SheetBody.read(sheet.sheetBody()).items().stream())
                .map(SheetBody.Item::piece)
                .filter(id -> !byId.containsKey(id))
                .distinct()
                .toList();
        if (!items.isEmpty()) {
            pieces.findByIdIn(items).forEach(piece -> byId.put(piece.id(), piece));
        }
        Map<Long, Source> bySource = new HashMap<>();
        sources.findAllById(byId.values().stream()
                        .flatMap(piece -> piece.sourceId().stream())
                        .distinct()
                        .toList())
                .forEach(source -> bySource.put(source.id(), source));
        Map<Long, Origin> found = new HashMap<>();
        for (StoredPiece piece : wanted) {
            (piece.isSheet() ? sheet(piece, byId, bySource) : picture(piece, bySource))
                    .ifPresent(origin -> found.put(piece.id(), origin));
        }
        return found;
    }

    private static Optional<Origin> picture(StoredPiece piece, Map<Long, Source> known) {
        return piece.sourceId()
                .map(known::get)
                .map(source -> new Origin(
                        source.id(),
                        "%d.%08x".formatted(source.version(), taken(source, piece)),
                        source.isDocument()
                                ? source.fileName()
                                : source.folder().isEmpty() ? Text.of("sources.imported-files") : source.folder(),
                        PiecePreviews.key(piece, Optional.of(source)),
                        source.isMissing()));
    }

    private static int taken(Source source, StoredPiece piece) {
        String keptOut = source.keptOut().stream().sorted().collect(Collectors.joining("\n"));
        return Objects.hash(
                source.pageBox().word(),
                keptOut,
                source.options().paper(),
                piece.key(),
                piece.box()
                        .map(box ->
                                String.format(Locale.ROOT, "%f,%f,%f,%f", box.x(), box.y(), box.width(), box.height()))
                        .orElse(""));
    }

    private static Optional<Origin> sheet(StoredPiece sheet, Map<Long, StoredPiece> pieces, Map<Long, Source> known) {
        List<Origin> items = SheetBody.read(sheet.sheetBody()).items().stream()
                .map(one -> pieces.get(one.piece()))
                .filter(Objects::nonNull)
                .flatMap(piece -> picture(piece, known).stream())
                .toList();
        String words = items.stream().map(Origin::word).collect(Collectors.joining(" "));
        return items.stream()
                .findFirst()
                .map(first -> new Origin(
                        first.sourceId(),
                        "%08x.%08x".formatted(sheet.sheetBody().hashCode(), words.hashCode()),
                        "Sheets",
                        PiecePreviews.key(sheet, Optional.empty()),
                        items.stream().anyMatch(Origin::missing)));
    }
}
