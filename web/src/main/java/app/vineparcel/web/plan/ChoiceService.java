package app.vineparcel.web.plan;

import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.PieceOverride;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.web.sources.PieceService;
import app.vineparcel.web.sources.StoredPiece;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps which cells of an assignment's plan are on, and what is otherwise in them. */
@Service
class ChoiceService {

    private final CellChoiceRepository cells;
    private final PieceService pieces;

    ChoiceService(CellChoiceRepository cells, PieceService pieces) {
        this.cells = cells;
        this.pieces = pieces;
    }

    /** What was chosen so far. */
    Choices of(long assignmentId) {
        List<StoredPiece> all = pieces.all(assignmentId);
        return choices(kept(all), all);
    }

    private List<CellChoice> kept(List<StoredPiece> all) {
        return cells.findByPieceIdIn(all.stream().map(StoredPiece::id).toList());
    }

    private static Choices choices(List<CellChoice> kept, List<StoredPiece> all) {
        Set<Choices.Cell> off = new HashSet<>();
        Set<Choices.Cell> on = new HashSet<>();
        Set<String> onDemand = all.stream()
                .filter(piece -> !piece.isOffered())
                .map(piece -> String.valueOf(piece.id()))
                .collect(Collectors.toSet());
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

    /** Changes the choices of an assignment; cells of other assignments' pieces are left alone. */
    @Transactional
    Choices change(long assignmentId, UnaryOperator<Choices> change) {
        cells.waitForTurn(assignmentId);
        List<StoredPiece> all = pieces.all(assignmentId);
        List<CellChoice> kept = kept(all);
        Choices before = choices(kept, all);
        Choices after = change.apply(before);
        Map<Choices.Cell, CellChoice> byCell = new HashMap<>();
        kept.forEach(choice -> byCell.put(cell(choice), choice));
        Set<String> own = new HashSet<>();
        all.forEach(piece -> own.add(String.valueOf(piece.id())));
        List<CellChoice> changed = new ArrayList<>();
        for (Choices.Cell cell : touched(before, after)) {
            if (own.contains(cell.piece())) {
                CellChoice choice = byCell.computeIfAbsent(
                        cell, key -> new CellChoice(Long.parseLong(key.piece()), Choice.Column.of(key.column())));
                choice.set(
                        after.isOn(cell.piece(), cell.column()),
                        after.override(cell.piece(), cell.column())
                                .map(PieceOverride::written)
                                .orElse(null));
                changed.add(choice);
            }
        }
        cells.saveAll(changed);
        return after;
    }

    private static Set<Choices.Cell> touched(Choices before, Choices after) {
        Set<Choices.Cell> touched = new HashSet<>();
        touched.addAll(before.off());
        touched.addAll(after.off());
        touched.addAll(before.on());
        touched.addAll(after.on());
        touched.addAll(before.overrides().keySet());
        touched.addAll(after.overrides().keySet());
        return touched;
    }
}
