package app.vineparcel.web.channels;

import app.vineparcel.core.plan.ChannelRules;
import app.vineparcel.core.plan.Choices;
import app.vineparcel.core.plan.Finding;
import app.vineparcel.core.plan.Grid;
import app.vineparcel.core.plan.GridCell;
import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.core.plan.PlannedRendition;
import app.vineparcel.core.plan.Planner;
import app.vineparcel.core.recipe.ChannelFile;
import app.vineparcel.core.source.Shelf;
import app.vineparcel.web.sources.SamplePieces;
import app.vineparcel.web.sources.StoredPiece;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Where a channel would put the files of a few pieces. */
@Component
class ChannelPreview {

    private static final int SAMPLES = 2;

    /** One file: where it goes, and what stands in its way, or nothing. */
    record Line(String path, String blocker) {}

    private final SamplePieces samples;
    private final Shelf shelf;
    private final Clock clock;

    ChannelPreview(SamplePieces samples, Shelf shelf, Clock clock) {
        this.samples = samples;
        this.shelf = shelf;
        this.clock = clock;
    }

    /** The files of the first pieces of the newest assignment, by folder and name; none while there are no pieces. */
    List<Line> of(ChannelFile channel, List<ChannelService.Use> uses) {
        Optional<SamplePieces.Group> newest = samples.newest();
        if (newest.isEmpty()) {
            return List.of();
        }
        ChannelRules rules = new ChannelRules(
                Set.copyOf(channel.keptOut()),
                channel.scheme(),
                channel.maxBytes(),
                channel.withoutLocation(),
                channel.wants());
        List<PlanColumn> columns = new ArrayList<>();
        for (ChannelService.Use use : uses) {
            columns.add(new PlanColumn(
                    String.valueOf(columns.size()),
                    use.recipe().recipe(),
                    channel.name(),
                    channel.folder(),
                    rules,
                    use.placement(),
                    1));
        }
        List<SamplePieces.Chosen> chosen = samples(newest.get().pieces());
        if (chosen.isEmpty()) {
            return List.of();
        }
        Planner planner = new Planner(chosen.get(0).assignment(), LocalDate.now(clock), shelf);
        Grid grid =
                Grid.of(planner, chosen.stream().map(SamplePieces.Chosen::piece).toList(), columns, Choices.ALL);
        return IntStream.range(0, columns.size())
                .boxed()
                .flatMap(column -> lines(grid, column))
                .sorted(Comparator.comparing(Line::path))
                .toList();
    }

    /** A recipe that suits some of the samples is not shown with those that it does not suit. */
    private static Stream<Line> lines(Grid grid, int column) {
        List<GridCell> cells = IntStream.range(0, grid.rows().size())
                .mapToObj(row -> grid.cell(row, column))
                .toList();
        List<PlannedRendition> files =
                cells.stream().flatMap(cell -> cell.files().stream()).toList();
        if (files.isEmpty()) {
            return Stream.of(new Line(
                    grid.columns().get(column).recipe().title(),
                    cells.get(0).notFor().orElse("")));
        }
        boolean hopeless = files.stream().noneMatch(PlannedRendition::canBeMade);
        return files.stream()
                .filter(file -> file.canBeMade() || file.collides() || hopeless)
                .map(file -> new Line(
                        file.path(), file.blocker().map(Finding::message).orElse("")));
    }

    /** The first pieces, and the first that is drawn from shapes. */
    private List<SamplePieces.Chosen> samples(List<StoredPiece> pieces) {
        List<SamplePieces.Chosen> chosen =
                new ArrayList<>(samples.from(pieces.get(0).id(), SAMPLES));
        pieces.stream()
                .skip(SAMPLES)
                .filter(piece -> piece.piece().isDrawn())
                .findFirst()
                .ifPresent(piece -> chosen.addAll(samples.from(piece.id(), 1)));
        return chosen;
    }
}
