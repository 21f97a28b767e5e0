package app.vineparcel.web.plan;

import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.PieceOverride;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.web.sources.StoredPiece;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;

/** Keeps which cells of an assignment's plan are on, and what is otherwise in them. */
@Service
class SelectionService {

    /** Choices of cells, and findings that are accepted, in one go. */
    private static final String SELECT =
            """
            select piece_id, channel_id || '.' || recipe_id, wanted, otherwise, null from cell_choice where piece_id = any(?)
            union all select piece_id, column_key, true, null, code from accepted_finding where assignment_id = ?""";

    private static final String UPSERT =
            """
            insert into cell_choice (piece_id, channel_id, recipe_id, wanted, otherwise)
            select * from unnest(cast(? as bigint[]), cast(? as bigint[]), cast(? as bigint[]), cast(? as boolean[]), cast(? as text[]))
            on conflict (piece_id, channel_id, recipe_id) do update set wanted = excluded.wanted, otherwise = excluded.otherwise""";

    private final JdbcTemplate database;

    SelectionService(JdbcTemplate database) {
        this.database = database;
    }

    /** What was chosen so far, of all pieces of an assignment. */
    Choices of(long assignmentId, List<StoredPiece> all) {
        return of(
                assignmentId,
                all.stream().map(StoredPiece::id).toList(),
                all.stream()
                        .filter(piece -> !piece.isOffered() || !piece.wants().isEmpty())
                        .map(piece -> String.valueOf(piece.id()))
                        .collect(Collectors.toSet()));
    }

    /**
     * What was chosen so far.
     *
     * @param onDemand those that are only rendered where somebody asks
     */
    Choices of(long assignmentId, Collection<Long> pieces, Set<String> onDemand) {
        Set<Choices.CellKey> off = new HashSet<>();
        Set<Choices.CellKey> on = new HashSet<>();
        Map<Choices.CellKey, PieceOverride> overrides = new HashMap<>();
        Set<Choices.Accepted> accepted = new HashSet<>();
        database.query(
                SELECT,
                row -> {
                    String piece = row.getString(1);
                    String code = row.getString(5);
                    if (code != null) {
                        accepted.add(new Choices.Accepted(code, piece.equals("0") ? "" : piece, row.getString(2)));
                        return;
                    }
                    Choices.CellKey cell = new Choices.CellKey(piece, row.getString(2));
                    if (!row.getBoolean(3)) {
                        off.add(cell); // of a piece that is only rendered where somebody asks it says that nobody does
                    } else if (onDemand.contains(piece)) {
                        on.add(cell);
                    }
                    String otherwise = row.getString(4);
                    if (otherwise != null) {
                        overrides.put(cell, read(otherwise));
                    }
                },
                pieces.toArray(Long[]::new),
                assignmentId);
        return new Choices(off, overrides, onDemand, on, accepted);
    }

    /** Waits until nobody else changes the choices of an assignment; holds to the end of the transaction. */
    void waitForTurn(long assignmentId) {
        database.query("select 1 from pg_advisory_xact_lock(cast(? as bigint))", row -> {}, assignmentId);
    }

    private static PieceOverride read(String otherwise) {
        try {
            return PieceOverride.read(otherwise);
        } catch (RecipeException e) {
            throw new IllegalStateException("a kept override cannot be read", e);
        }
    }

    /** Writes what is chosen of some cells, in one statement. */
    void write(List<Choices.CellKey> changed, Choices choices) {
        if (changed.isEmpty()) {
            return;
        }
        List<SelectedCells.ColumnKey> columns = changed.stream()
                .map(cell -> SelectedCells.ColumnKey.of(cell.column()))
                .toList();
        database.update(
                UPSERT,
                changed.stream().map(cell -> Long.valueOf(cell.piece())).toArray(Long[]::new),
                columns.stream().map(SelectedCells.ColumnKey::channelId).toArray(Long[]::new),
                columns.stream().map(SelectedCells.ColumnKey::recipeId).toArray(Long[]::new),
                changed.stream()
                        .map(cell -> choices.isOn(cell.piece(), cell.column()))
                        .toArray(Boolean[]::new),
                changed.stream()
                        .map(cell -> choices.override(cell.piece(), cell.column())
                                .map(PieceOverride::written)
                                .orElse(null))
                        .toArray(String[]::new));
    }
}
