package app.vineparcel.web.plan;

import app.vineparcel.core.plan.Choices;
import app.vineparcel.web.Words;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.sources.SourceService;
import java.util.List;
import org.springframework.stereotype.Component;

/**
 * What a page of the plan is told after every change, and when it asks.
 *
 * @param revision another after every change of anything that the plan is made from
 * @param foot what all of it amounts to now
 * @param collisions cells that are on and would overwrite another's file
 * @param history what can be undone and redone
 * @param waiting how many sources are still to be read
 */
record PlanState(String revision, PlanFoot foot, List<String> collisions, PlanHistory.Ends history, long waiting) {

    /** Tells it. */
    @Component
    static class Teller {

        private final PlanHistory history;
        private final SourceService sources;
        private final Words words = new Words();

        Teller(PlanHistory history, SourceService sources) {
            this.history = history;
            this.sources = sources;
        }

        PlanState of(Assignment assignment, PlanSnapshot plan) {
            List<Choices.CellKey> collisions = plan.grid().collisions();
            return new PlanState(
                    word(plan),
                    PlanFoot.of(plan, words),
                    collisions.stream()
                            .map(cell -> cell.piece() + ":" + cell.column())
                            .toList(),
                    history.ends(assignment.id()),
                    sources.waiting(assignment.id()));
        }

        /** The revision, as short as a page needs it. */
        private static String word(PlanSnapshot plan) {
            return plan.revision().word();
        }
    }
}
