package app.vineparcel.web.plan;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.geometry.CropPlace;
import app.vineparcel.core.geometry.FocalPoint;
import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.PieceOverride;
import app.vineparcel.core.plan.PlanEdit;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlanStep;
import app.vineparcel.core.recipe.Clause;
import app.vineparcel.core.recipe.RecipeException;
import app.vineparcel.core.recipe.RecipeReader;
import app.vineparcel.web.Text;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.sources.PieceCrops;
import app.vineparcel.web.sources.PieceService;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/**
 * Changes plans, takes changes back and does them again. Whoever else changes the same plan at the same time waits; every change is one step of the
 * assignment's history.
 */
@Service
class PlanChanges {

    private static final Set<PlanEdit.Kind> OF_CHOICES =
            EnumSet.of(PlanEdit.Kind.TURN, PlanEdit.Kind.OVERRIDE, PlanEdit.Kind.ACCEPT);

    private final PlanGrids grids;
    private final PlanHistory history;
    private final SelectionService choices;
    private final PieceService pieces;
    private final PieceCrops crops;
    private final PageOrders orders;
    private final AcceptedFindings accepted;

    PlanChanges(
            PlanGrids grids,
            PlanHistory history,
            SelectionService choices,
            PieceService pieces,
            PieceCrops crops,
            PageOrders orders,
            AcceptedFindings accepted) {
        this.accepted = accepted;
        this.grids = grids;
        this.history = history;
        this.choices = choices;
        this.pieces = pieces;
        this.crops = crops;
        this.orders = orders;
    }

    /** Does something; nothing where it changes nothing. */
    PlanSnapshot make(Assignment assignment, Function<PlanSnapshot, PlanStep> change) {
        return grids.change(assignment, before -> {
            PlanStep step = change.apply(before);
            if (step.edits().isEmpty()) {
                return before;
            }
            history.add(assignment.id(), step);
            return applied(assignment, before, step.edits());
        });
    }

    /** Changes the choices. */
    PlanSnapshot choose(
            Assignment assignment, Function<PlanSnapshot, Choices> change, Function<List<PlanEdit>, String> label) {
        return make(assignment, before -> {
            Choices now = before.grid().choices();
            Choices after = change.apply(before);
            List<PlanEdit> edits = PlanStep.between(now, after, before.grid().changedBy(after));
            return new PlanStep(label.apply(edits), edits);
        });
    }

    /** Puts the crop of an aspect somewhere on pieces, or leaves it to their focal points again. */
    PlanSnapshot crop(Assignment assignment, List<String> wanted, String aspect, Optional<CropPlace> place) {
        return make(assignment, plan -> {
            String after = place.map(PlanChanges::written).orElse(null);
            List<PlanPiece> meant = wanted.stream()
                    .distinct()
                    .flatMap(id -> plan.grid().rowOf(id).stream())
                    .map(row -> plan.grid().rows().get(row))
                    .toList();
            List<PlanEdit> edits = meant.stream()
                    .filter(piece -> !Objects.equals(crop(piece, aspect), after))
                    .map(piece -> new PlanEdit(PlanEdit.Kind.CROP, piece.id(), aspect, crop(piece, aspect), after))
                    .toList();
            String of = meant.size() == 1
                    ? Text.of("common.quoted", meant.get(0).name())
                    : Text.of("count.piece", meant.size());
            return new PlanStep(Text.of("plan.crop-of", of), edits);
        });
    }

    /**
     * Takes the last step back.
     *
     * @param expected the step that the person means
     * @throws ProblemException if another one is the last by now
     */
    PlanSnapshot undo(Assignment assignment, long expected) throws ProblemException {
        return move(assignment, history.last(assignment.id()), expected, true);
    }

    /** Does the step again that was taken back last. */
    PlanSnapshot redo(Assignment assignment, long expected) throws ProblemException {
        return move(assignment, history.next(assignment.id()), expected, false);
    }

    private PlanSnapshot move(Assignment assignment, Optional<PlanHistory.StoredStep> seen, long expected, boolean back)
            throws ProblemException {
        if (seen.filter(step -> step.id() == expected).isEmpty()) {
            throw overtaken(seen);
        }
        boolean[] moved = {false};
        PlanSnapshot after = grids.change(assignment, before -> {
            Optional<PlanHistory.StoredStep> step =
                    back ? history.last(assignment.id()) : history.next(assignment.id());
            if (step.filter(one -> one.id() == expected).isEmpty()) {
                return before; // somebody was quicker
            }
            moved[0] = true;
            history.mark(expected, back);
            PlanStep wanted = back ? step.get().step().inverse() : step.get().step();
            return applied(
                    assignment,
                    before,
                    wanted.edits().stream()
                            .filter(edit -> Objects.equals(current(before, edit), edit.before()))
                            .toList());
        });
        if (!moved[0]) {
            throw overtaken(back ? history.last(assignment.id()) : history.next(assignment.id()));
        }
        return after;
    }

    private static ProblemException overtaken(Optional<PlanHistory.StoredStep> now) {
        return new ProblemException(new Problem.BadRequest(
                Text.of("plan.the-plan"),
                now.map(step -> Text.of("plan.it-was-changed-in", step.step().label()))
                        .orElse(Text.of("plan.it-was-changed-in-2")),
                Text.of("plan.check-the-current-state")));
    }

    /** What the plan says now of what an edit is about, as the edit would write it. */
    private static @Nullable String current(PlanSnapshot plan, PlanEdit edit) {
        Optional<Integer> row = plan.grid().rowOf(edit.piece());
        boolean ofAll = edit.kind() == PlanEdit.Kind.ORDER
                || edit.kind() == PlanEdit.Kind.ACCEPT && edit.piece().isEmpty();
        if (!ofAll && row.isEmpty()) {
            return "gone"; // no edit is about that
        }
        return switch (edit.kind()) {
            case TURN -> plan.grid().choices().isOn(edit.piece(), edit.at()) ? PlanEdit.ON : PlanEdit.OFF;
            case OVERRIDE ->
                plan.grid()
                        .choices()
                        .override(edit.piece(), edit.at())
                        .map(PieceOverride::written)
                        .orElse(null);
            case NAME -> plan.rows().get(row.orElseThrow()).given();
            case CROP -> crop(plan.grid().rows().get(row.orElseThrow()), edit.at());
            case ORDER -> plan.orders().get(edit.at());
            case ACCEPT -> plan.grid().choices().accepted().contains(accepted(edit)) ? PlanEdit.ON : null;
            case ALT_TEXT ->
                plan.grid().rows().get(row.orElseThrow()).known().altText().orElse(null);
        };
    }

    private static Choices.Accepted accepted(PlanEdit edit) {
        String[] words = edit.at().split(" ", -1);
        return new Choices.Accepted(words[0], edit.piece(), words[1]);
    }

    /** Where somebody put a crop, as edits write it. */
    static @Nullable String crop(PlanPiece piece, String aspect) {
        CropPlace place = piece.part().crops().get(aspect);
        return place == null ? null : written(place);
    }

    /** A crop as edits write it. */
    static String written(CropPlace place) {
        return String.format(
                Locale.ROOT, "%s %s %s", place.centre().x(), place.centre().y(), place.share());
    }

    private PlanSnapshot applied(Assignment assignment, PlanSnapshot before, List<PlanEdit> edits) {
        Choices now = before.grid().choices();
        List<Choices.CellKey> on = new ArrayList<>();
        List<Choices.CellKey> off = new ArrayList<>();
        Map<Long, Optional<String>> names = new HashMap<>();
        Map<Long, Optional<String>> altTexts = new HashMap<>();
        Choices other = now;
        for (PlanEdit edit : edits) {
            Choices.CellKey cell = new Choices.CellKey(edit.piece(), edit.at());
            String after = edit.after();
            switch (edit.kind()) {
                case TURN -> (PlanEdit.ON.equals(after) ? on : off).add(cell);
                case OVERRIDE -> other = other.overridden(cell, override(after));
                case NAME -> names.put(Long.valueOf(edit.piece()), Optional.ofNullable(after));
                case CROP -> crops.put(Long.parseLong(edit.piece()), edit.at(), place(after));
                case ORDER -> orders.put(assignment.id(), SelectedCells.ColumnKey.of(edit.at()), after);
                case ALT_TEXT -> altTexts.put(Long.valueOf(edit.piece()), Optional.ofNullable(after));
                case ACCEPT -> {
                    accepted.put(assignment.id(), accepted(edit), after != null);
                    other = other.accepting(List.of(accepted(edit)), after != null);
                }
            }
        }
        if (!names.isEmpty()) {
            pieces.name(names);
        }
        if (!altTexts.isEmpty()) {
            pieces.altText(altTexts);
        }
        Choices wanted = other.turned(on, true).turned(off, false);
        choices.write(before.grid().changedBy(wanted), wanted);
        boolean onlyChoices = edits.stream().allMatch(edit -> OF_CHOICES.contains(edit.kind()));
        return onlyChoices ? grids.chosen(assignment, before, wanted) : grids.anew(assignment);
    }

    private static PieceOverride override(@Nullable String written) {
        try {
            return written == null
                    ? new PieceOverride(Set.<Clause>of(), RecipeReader.read("{\"recipe\": 1}", "override"))
                    : PieceOverride.read(written);
        } catch (RecipeException e) {
            throw new IllegalStateException("a kept override cannot be read", e);
        }
    }

    private static Optional<CropPlace> place(@Nullable String written) {
        if (written == null) {
            return Optional.empty();
        }
        String[] numbers = written.split(" ");
        return Optional.of(new CropPlace(
                new FocalPoint(Double.parseDouble(numbers[0]), Double.parseDouble(numbers[1])),
                Double.parseDouble(numbers[2])));
    }
}
