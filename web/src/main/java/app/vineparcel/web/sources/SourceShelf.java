package app.vineparcel.web.sources;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * The sources of an assignment as their page shows them.
 *
 * @param folders pictures, and sources that cannot be seen yet, by the folder that they came from
 * @param documents what holds several pieces, each for itself
 * @param sheets what was laid out of several pieces
 */
record SourceShelf(List<Folder> folders, List<Document> documents, List<Card> sheets) {

    /** A folder with its cards. */
    record Folder(String name, long pictures, List<Card> cards) {}

    /** A document with its pieces. */
    record Document(Source source, List<Card> cards) {

        /** {@code 3 artboards and 1 region}; all of a drawing beside them is not counted. */
        public String words() {
            boolean several = cards.size() > 1;
            Map<String, Long> kinds = cards.stream()
                    .filter(card -> !several || card.piece().isOffered())
                    .collect(Collectors.groupingBy(
                            card -> card.piece().kind().word(), LinkedHashMap::new, Collectors.counting()));
            return kinds.entrySet().stream()
                    .map(kind -> kind.getValue() + " " + kind.getKey() + (kind.getValue() == 1 ? "" : "s"))
                    .collect(Collectors.joining(" and "));
        }

        /** Whether something is kept out of it. */
        public boolean lacks() {
            return !source.keptOut().isEmpty();
        }
    }

    /**
     * A card.
     *
     * @param source what it is of; nothing for a sheet
     * @param piece nothing where the source has not been read, or cannot be
     * @param number its place among all pieces, from 1; 0 without a piece
     * @param pictureKey changes with how it looks
     */
    record Card(
            @org.jspecify.annotations.Nullable Source source,
            @org.jspecify.annotations.Nullable StoredPiece piece,
            int number,
            String pictureKey) {}

    static SourceShelf of(List<Source> all, Map<Long, List<StoredPiece>> bySource, PiecePreviews previews) {
        int[] number = {0};
        Map<String, List<Card>> folders = new LinkedHashMap<>();
        List<Document> documents = new ArrayList<>();
        for (Source source : all) {
            // a source that was read between the two questions counts as waiting until the next
            List<StoredPiece> pieces = source.isReady() ? bySource.getOrDefault(source.id(), List.of()) : List.of();
            if (pieces.isEmpty()) {
                folders.computeIfAbsent(source.folder(), key -> new ArrayList<>())
                        .add(new Card(source, null, 0, ""));
                continue;
            }
            List<Card> cards = new ArrayList<>();
            pieces.forEach(
                    piece -> cards.add(new Card(source, piece, ++number[0], previews.key(piece, Optional.of(source)))));
            boolean document = source.info().format().isVector()
                    || !source.layers().isEmpty()
                    || pieces.size() > 1 && source.isDocument();
            if (document) {
                documents.add(new Document(source, cards));
            } else {
                folders.computeIfAbsent(source.folder(), key -> new ArrayList<>())
                        .addAll(cards);
            }
        }
        List<Card> sheets = bySource.getOrDefault(0L, List.of()).stream()
                .map(sheet -> new Card(null, sheet, ++number[0], previews.key(sheet)))
                .toList();
        return new SourceShelf(
                folders.entrySet().stream()
                        .map(folder -> new Folder(
                                folder.getKey(),
                                folder.getValue().stream()
                                        .filter(card -> card.piece() == null
                                                || !card.piece().isRegion())
                                        .count(),
                                folder.getValue()))
                        .toList(),
                documents,
                sheets);
    }

    /** All cards, in order. */
    List<Card> cards() {
        List<Card> all = new ArrayList<>();
        folders.forEach(folder -> all.addAll(folder.cards()));
        documents.forEach(document -> all.addAll(document.cards()));
        all.addAll(sheets);
        return all;
    }

    /** The first piece, if there is one. */
    Optional<StoredPiece> first() {
        return cards().stream()
                .map(Card::piece)
                .filter(java.util.Objects::nonNull)
                .findFirst();
    }

    public boolean isEmpty() {
        return folders.isEmpty() && documents.isEmpty();
    }
}
