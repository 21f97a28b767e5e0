package app.vineparcel.web.plan;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.CellState;
import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.MadeFile;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.assignments.AssignmentService;
import app.vineparcel.web.runs.RunService;
import app.vineparcel.web.runs.RunStart;
import app.vineparcel.web.sources.SourceService;
import app.vineparcel.web.work.Regularly;
import app.vineparcel.web.work.Role;
import app.vineparcel.web.work.WorkSettings;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Renders what a change in a watched folder changes in the plan, where somebody wants that: cells that are on of pieces whose file is another one
 * than they were made from, or that are new since the first run. What somebody changed in the plan itself waits for them to render it.
 */
@Component
class RenderChanges {

    private static final Logger LOG = LoggerFactory.getLogger(RenderChanges.class);

    private final AssignmentService assignments;
    private final SourceService sources;
    private final PlanGrids grids;
    private final PlanService plans;
    private final RunService runs;
    private final RunStart start;
    private final WorkSettings work;

    RenderChanges(
            AssignmentService assignments,
            SourceService sources,
            PlanGrids grids,
            PlanService plans,
            RunService runs,
            RunStart start,
            WorkSettings work) {
        this.assignments = assignments;
        this.sources = sources;
        this.grids = grids;
        this.plans = plans;
        this.runs = runs;
        this.start = start;
        this.work = work;
    }

    @Scheduled(fixedDelayString = "${vine-parcel.watch:PT5S}")
    void check() {
        if (work.role() == Role.WORKER) {
            return;
        }
        Regularly.whereTheDatabaseAnswers(() -> {
            for (Assignment assignment : assignments.watched()) {
                boolean busy = !assignment.rendersChanges()
                        || sources.waiting(assignment.id()) > 0
                        || runs.isBusy(assignment.id());
                if (!busy) {
                    render(assignment);
                }
            }
        });
    }

    private void render(Assignment assignment) {
        PlanSnapshot plan = grids.of(assignment);
        Map<SelectedCells.ColumnKey, Set<Long>> cells = new HashMap<>();
        for (int row = 0; row < plan.rows().size(); row++) {
            if (isOther(plan, row)) {
                add(plan, row, cells);
            }
        }
        if (cells.isEmpty()) {
            return;
        }
        try {
            Plan chosen = plans.chosen(assignment, new SelectedCells(cells, false));
            long run = start.start(assignment, chosen, RunStart.Wish.by(""));
            LOG.info("what changed in assignment {} is rendered by run {}", assignment.id(), run);
        } catch (ProblemException e) {
            Problem problem = e.problem();
            LOG.warn("what changed in assignment {} cannot be rendered: {}", assignment.id(), problem.sentence());
        }
    }

    /** Whether a piece's file is another one than what was made of it, or nothing was made of it while something was of others. */
    private static boolean isOther(PlanSnapshot plan, int row) {
        PieceRow of = plan.rows().get(row);
        boolean made = false;
        for (PlanService.ShownColumn column : plan.columns()) {
            Choices.CellKey cell =
                    new Choices.CellKey(String.valueOf(of.id()), column.key().key());
            List<MadeFile> files = plan.files().getOrDefault(cell, List.of());
            made |= !files.isEmpty();
            if (!column.combines()
                    && files.stream().anyMatch(file -> !file.made().source().equals(of.source()))) {
                return true;
            }
        }
        return !made && !plan.files().isEmpty();
    }

    private static void add(PlanSnapshot plan, int row, Map<SelectedCells.ColumnKey, Set<Long>> cells) {
        for (int column = 0; column < plan.columns().size(); column++) {
            boolean wanted = plan.grid().isOn(row, column)
                    && plan.grid().canBeOn(row, column)
                    && plan.made().state(plan.grid(), row, column) != CellState.DONE;
            if (wanted) {
                Set<Long> pieces =
                        cells.computeIfAbsent(plan.columns().get(column).key(), key -> new LinkedHashSet<>());
                if (plan.columns().get(column).combines()) {
                    pieces.addAll(pages(plan, column));
                } else {
                    pieces.add(plan.rows().get(row).id());
                }
            }
        }
    }

    /** All pages of a file of several pieces, in their order: one that changed is no file of its own. */
    private static List<Long> pages(PlanSnapshot plan, int column) {
        List<Long> pages = new ArrayList<>();
        for (int row = 0; row < plan.rows().size(); row++) {
            if (plan.grid().isOn(row, column)) {
                pages.add(plan.rows().get(row).id());
            }
        }
        List<String> order = PageOrders.lists(plan.orders())
                .getOrDefault(plan.columns().get(column).key().key(), List.of());
        pages.sort(Comparator.comparingInt(id -> {
            int place = order.indexOf(String.valueOf(id));
            return place < 0 ? Integer.MAX_VALUE : place;
        }));
        return pages;
    }
}
