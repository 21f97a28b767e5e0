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
class ChoiceService {

    private static final String UPSERT =
            """
            insert into cell_choice (piece_id, channel_id, recipe_id, wanted, otherwise)
            select * from unnest(cast(? as bigint[]), cast(? as bigint[]), cast(? as bigint[]), cast(? as boolean[]), cast(? as text[]))
            on conflict (piece_id, channel_id, recipe_id) do update set wanted = excluded.wanted, otherwise = excluded.otherwise""";

    private final CellChoiceRepository cells;
    private final AcceptedFindings accepted;
    private final JdbcTemplate database;

    ChoiceService(CellChoiceRepository cells, AcceptedFindings accepted, JdbcTemplate database) {
        this.accepted = accepted;
        this.cells = cells;
        this.database = database;
    }

    /** What was chosen so far, of all pieces of an assignment. */
    Choices of(long assignmentId, List<StoredPiece> all) {
        return of(
                assignmentId,
                all.stream().map(StoredPiece::id).toList(),
                all.stream()
                        .filter(piece -> !piece.isOffered())
                        .map(piece -> String.valueOf(piece.id()))
                        .collect(Collectors.toSet()));
    }

    /**
     * What was chosen so far.
     *
     * @param onDemand those that are only rendered where somebody asks
     */
    Choices of(long assignmentId, Collection<Long> pieces, Set<String> onDemand) {
        return choices(cells.findByPieceIdIn(pieces), onDemand).accepting(accepted.of(assignmentId), true);
    }

    /** Waits until nobody else changes the choices of an assignment; holds to the end of the transaction. */
    void waitForTurn(long assignmentId) {
        cells.waitForTurn(assignmentId);
    }

    private static Choices choices(List<CellChoice> kept, Set<String> onDemand) {
        Set<Choices.Cell> off = new HashSet<>();
        Set<Choices.Cell> on = new HashSet<>();
        Map<Choices.Cell, PieceOverride> overrides = new HashMap<>();
        for (CellChoice choice : kept) {
            Choices.Cell cell = cell(choice);
            if (!choice.wanted()) {
                off.add(cell);
            } else if (onDemand.contains(cell.piece())) {
                on.add(cell);
            }
            String otherwise = choice.otherwise();
            if (otherwise != null) {
                overrides.put(cell, read(otherwise));
            }
        }
        return new Choices(off, overrides, onDemand, on);
    }

    private static Choices.Cell cell(CellChoice choice) {
        return new Choices.Cell(
                String.valueOf(choice.pieceId()), choice.column().key());
    }

    private static PieceOverride read(String otherwise) {
        try {
            return PieceOverride.read(otherwise);
        } catch (RecipeException e) {
            throw new IllegalStateException("a kept override cannot be read", e);
        }
    }

    /** Writes what is chosen of some cells, in one statement. */
    void write(List<Choices.Cell> changed, Choices choices) {
        if (changed.isEmpty()) {
            return;
        }
        List<Choice.Column> columns =
                changed.stream().map(cell -> Choice.Column.of(cell.column())).toList();
        database.update(
                UPSERT,
                changed.stream().map(cell -> Long.valueOf(cell.piece())).toArray(Long[]::new),
                columns.stream().map(Choice.Column::channelId).toArray(Long[]::new),
                columns.stream().map(Choice.Column::recipeId).toArray(Long[]::new),
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
