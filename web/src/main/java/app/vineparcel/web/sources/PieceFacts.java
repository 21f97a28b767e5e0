package app.vineparcel.web.sources;

import app.vineparcel.core.measure.PictureFacts;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Keeps what was measured of pieces, together with which picture of them it was measured on. */
@Component
public class PieceFacts {

    /**
     * What was measured.
     *
     * @param key of the picture, as {@link PiecePreviews#key} has it
     */
    record StoredFacts(String key, PictureFacts facts) {}

    private static final int MOST_ATTEMPTS = 2;

    private final JdbcTemplate database;

    PieceFacts(JdbcTemplate database) {
        this.database = database;
    }

    /** Those of pieces, by their ids; what was measured otherwise than today is left out. */
    Map<Long, StoredFacts> of(Collection<Long> pieces) {
        Map<Long, StoredFacts> found = new HashMap<>();
        database.query(
                "select piece_id, picture_key, facts from piece_facts where piece_id = any(?)",
                row -> {
                    long piece = row.getLong(1);
                    String key = row.getString(2);
                    PictureFacts.read(row.getBytes(3))
                            .ifPresent(facts -> found.put(piece, new StoredFacts(key, facts)));
                },
                (Object) pieces.toArray(Long[]::new));
        return found;
    }

    /**
     * Writes an attempt at measuring down before it is made, since it may end the program.
     *
     * @return false if it has been tried as often as it may, and never came back
     */
    boolean attempt(long piece, String key) {
        List<Integer> attempts = database.queryForList(
                """
                insert into piece_facts (piece_id, picture_key, facts, attempts) select id, ?, ''::bytea, 1 from piece where id = ?
                on conflict (piece_id) do update set facts = ''::bytea,
                  attempts = case when piece_facts.picture_key = excluded.picture_key then piece_facts.attempts + 1 else 1 end,
                  picture_key = excluded.picture_key
                returning attempts""",
                Integer.class,
                key,
                piece);
        return !attempts.isEmpty() && attempts.get(0) <= MOST_ATTEMPTS;
    }

    /** Keeps the facts of a source that is one picture. */
    void put(Source source, PictureFacts facts) {
        database.query(
                "select id from piece where source_id = ? and present and kind = 'PICTURE' order by position limit 1",
                row -> {
                    put(row.getLong(1), PiecePreviews.key(source), facts);
                },
                source.id());
    }

    /** Keeps the facts of a piece instead of those before; nothing where the piece is gone meanwhile. */
    void put(long piece, String key, PictureFacts facts) {
        database.update(
                """
                insert into piece_facts (piece_id, picture_key, facts) select id, ?, ? from piece where id = ?
                on conflict (piece_id) do update set picture_key = excluded.picture_key, facts = excluded.facts, attempts = 0""",
                key,
                facts.bytes(),
                piece);
    }
}
