package app.vineparcel.web.plan;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.plan.Plan;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlanPiece;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.web.assignments.Assignment;
import app.vineparcel.web.channels.ChannelService;
import app.vineparcel.web.recipes.StoredRecipe;
import app.vineparcel.web.sources.Source;
import app.vineparcel.web.sources.SourceService;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;

/** Plans an assignment's readable sources against all channels. */
@Service
class PlanService {

    /** A recipe within a channel, as a column of the plan. */
    record Column(Choice.Column key, ChannelService.Band band, StoredRecipe stored, PlanColumn column) {}

    private final SourceService sources;
    private final ChannelService channels;
    private final Shelf shelf;
    private final Clock clock;

    PlanService(SourceService sources, ChannelService channels, Shelf shelf, Clock clock) {
        this.shelf = shelf;
        this.sources = sources;
        this.channels = channels;
        this.clock = clock;
    }

    List<Column> columns() {
        List<Column> columns = new ArrayList<>();
        for (ChannelService.Band band : channels.bands()) {
            for (StoredRecipe stored : band.recipes()) {
                Choice.Column key = new Choice.Column(band.channel().id(), stored.id());
                PlanColumn column = new PlanColumn(
                        key.channelId() + "." + key.recipeId(),
                        stored.recipe(),
                        band.channel().name(),
                        band.channel().folder());
                columns.add(new Column(key, band, stored, column));
            }
        }
        return columns;
    }

    /** The sources that can be rendered, in order. */
    List<Source> pieces(long assignmentId) {
        return sources.all(assignmentId).stream().filter(Source::isReady).toList();
    }

    /** Every cell, row by row. */
    Plan everything(Assignment assignment, List<Source> pieces, List<Column> columns) {
        Planner planner = planner(assignment);
        return planner.plan(
                pieces.stream().map(PlanService::piece).toList(),
                columns.stream().map(Column::column).toList());
    }

    /** The chosen cells, row by row, with collisions among them. */
    Plan chosen(Assignment assignment, Choice choice) throws ProblemException {
        Planner planner = planner(assignment);
        List<Column> columns = columns();
        List<PlannedRendition> renditions = new ArrayList<>();
        for (Source source : pieces(assignment.id())) {
            for (Column column : columns) {
                if (choice.has(column.key(), source.id())) {
                    renditions.add(planner.plan(piece(source), column.column()));
                }
            }
        }
        if (renditions.isEmpty()) {
            throw new ProblemException(new Problem.BadRequest(
                    "The plan", "What was chosen is no longer there.", "Reload the page and choose again."));
        }
        return Planner.withoutCollisions(renditions);
    }

    private Planner planner(Assignment assignment) {
        return new Planner(assignment.name(), LocalDate.now(clock), shelf);
    }

    private static PlanPiece piece(Source source) {
        return PlanPiece.picture(
                String.valueOf(source.id()),
                source.file(),
                source.name(),
                source.info(),
                source.focus(),
                source.position());
    }
}
