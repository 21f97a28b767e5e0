package app.vineparcel.web.channels;

import app.vineparcel.core.plan.ChannelRules;
import app.vineparcel.core.plan.Finding;
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
                Set.copyOf(channel.keptOut()), channel.scheme(), channel.maxBytes(), channel.withoutLocation());
        List<PlannedRendition> planned = new ArrayList<>();
        for (SamplePieces.Chosen sample : samples(newest.get().pieces())) {
            Planner planner = new Planner(sample.assignment(), LocalDate.now(clock), shelf);
            for (ChannelService.Use use : uses) {
                new PlanColumn("", use.recipe().recipe(), channel.name(), channel.folder(), rules, use.placement(), 1)
                        .ladder()
                        .forEach(step -> planned.add(planner.plan(sample.piece(), step)));
            }
        }
        return Planner.withoutCollisions(planned).renditions().stream()
                .filter(rendition -> rendition.canBeMade() || isHopeless(rendition, planned))
                .map(rendition -> new Line(
                        rendition.path(),
                        rendition.blocker().map(Finding::message).orElse("")))
                .sorted(Comparator.comparing(Line::path))
                .toList();
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

    /** A recipe that suits some of the samples is not shown with those that it does not suit. */
    private static boolean isHopeless(PlannedRendition blocked, List<PlannedRendition> all) {
        return all.stream()
                        .filter(other ->
                                other.column().recipe().equals(blocked.column().recipe()))
                        .noneMatch(PlannedRendition::canBeMade)
                || blocked.findings().stream()
                        .anyMatch(finding -> finding.code().equals("same-path"));
    }
}
