package app.vineparcel.web.sources;

import app.vineparcel.core.codec.Picture;
import app.vineparcel.web.Text;
import app.vineparcel.web.assignments.AssignmentNews;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** What is read, missing and not readable, and the first few pictures. */
@Component
class SourceNews implements AssignmentNews {

    private static final String FIRST =
            """
            select id from (select p.id, row_number() over (partition by p.assignment_id order by s.position, p.position) at
                            from piece p join source s on s.id = p.source_id
                            where p.assignment_id = any(?) and p.present and p.offered and s.state = 'READY') pieces
            where at <= 5""";
    private static final String COUNTS =
            """
            select assignment_id, count(*) filter (where state = 'WAITING'), count(*) filter (where missing and state <> 'REMOVED'),
                   count(*) filter (where state = 'UNREADABLE')
            from source where assignment_id = any(?) group by assignment_id""";

    private final JdbcTemplate database;
    private final SourceRepository sources;
    private final StoredPieceRepository pieces;
    private final PiecePreviews previews;

    SourceNews(JdbcTemplate database, SourceRepository sources, StoredPieceRepository pieces, PiecePreviews previews) {
        this.database = database;
        this.sources = sources;
        this.pieces = pieces;
        this.previews = previews;
    }

    @Override
    public Map<Long, List<Item>> items(Collection<Long> assignments) {
        Map<Long, List<Item>> items = new HashMap<>();
        database.query(
                COUNTS,
                row -> {
                    List<Item> of = items.computeIfAbsent(row.getLong(1), id -> new ArrayList<>());
                    add(of, row.getLong(2), "sources.being-read-2", false);
                    add(of, row.getLong(3), "sources.missing", true);
                    add(of, row.getLong(4), "sources.not-readable-2", true);
                },
                (Object) assignments.toArray(Long[]::new));
        return items;
    }

    private static void add(List<Item> items, long count, String key, boolean matters) {
        if (count > 0) {
            items.add(new Item(Text.of(key, count), matters));
        }
    }

    @Override
    public Map<Long, List<Picture>> pictures(Collection<Long> assignments) {
        List<Long> ids = database.queryForList(FIRST, Long.class, (Object) assignments.toArray(Long[]::new));
        List<StoredPieceEntity> first = pieces.findByIdIn(ids);
        Map<Long, Source> known =
                sources
                        .findAllById(first.stream()
                                .flatMap(piece -> piece.sourceId().stream())
                                .distinct()
                                .toList())
                        .stream()
                        .collect(Collectors.toMap(Source::id, Function.identity()));
        Map<Long, List<Picture>> pictures = new HashMap<>();
        for (StoredPiece piece : first) {
            String key = PiecePreviews.key(piece, piece.sourceId().map(known::get));
            pictures.computeIfAbsent(piece.assignmentId(), id -> new ArrayList<>())
                    .add(new Picture("/pieces/%d/thumbnail?v=%s".formatted(piece.id(), key)));
        }
        return pictures;
    }
}
