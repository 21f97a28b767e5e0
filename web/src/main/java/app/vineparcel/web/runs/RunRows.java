package app.vineparcel.web.runs;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import org.springframework.data.domain.Limit;
import org.springframework.data.domain.ScrollPosition;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** The renditions of a run in parts: windows as they come into view, and failures by their causes. */
@Component
class RunRows {

    private static final String CAUSES =
            """
            select reason, coalesce(max(remedy), ''), count(*), min(path) from rendition where run_id = ? and state = ? and reason is not null
            group by reason order by count(*) desc, reason limit 20""";

    /**
     * Why some renditions failed, or have to wait.
     *
     * @param remedy what to do about it
     * @param path of the first
     */
    record Cause(String reason, String remedy, long count, String path) {}

    private final RenditionRepository renditions;
    private final JdbcTemplate database;

    RunRows(RenditionRepository renditions, JdbcTemplate database) {
        this.renditions = renditions;
        this.database = database;
    }

    /** In which state the renditions are that an address asks for; all of them where it says none. */
    static List<Rendition.State> states(String word) {
        List<Rendition.State> named = Arrays.stream(Rendition.State.values())
                .filter(state -> state.name().toLowerCase(Locale.ROOT).equals(word))
                .toList();
        return named.isEmpty() ? List.of(Rendition.State.values()) : named;
    }

    /** Some lines, from one counted from 0. */
    List<Rendition> window(long runId, List<Rendition.State> states, int from, int count) {
        ScrollPosition start = from == 0 ? ScrollPosition.offset() : ScrollPosition.offset(from - 1L);
        return renditions
                .findByRunIdAndStateInOrderByPosition(runId, states, start, Limit.of(count))
                .getContent();
    }

    long count(long runId, List<Rendition.State> states) {
        return renditions.countByRunIdAndStateIn(runId, states);
    }

    /** Some lines by their positions. */
    List<Rendition> some(long runId, List<Integer> positions) {
        return List.copyOf(renditions.findByRunIdAndPositionInOrderByPosition(runId, positions));
    }

    /** Why renditions failed, the most frequent cause first. */
    List<Cause> failures(long runId) {
        return causes(runId, Rendition.State.FAILED);
    }

    /** For what renditions wait that were tried. */
    List<Cause> obstacles(long runId) {
        return causes(runId, Rendition.State.WAITING);
    }

    private List<Cause> causes(long runId, Rendition.State state) {
        return database.query(
                CAUSES,
                (row, at) -> new Cause(row.getString(1), row.getString(2), row.getLong(3), row.getString(4)),
                runId,
                state.name());
    }
}
