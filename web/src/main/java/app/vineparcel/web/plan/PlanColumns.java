package app.vineparcel.web.plan;

import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.web.channels.ChannelService;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;

/** The columns of a plan: every recipe of every channel that serves an assignment, in order. */
@Component
class PlanColumns {

    private final ChannelService channels;
    private final PlanChannels serving;

    PlanColumns(ChannelService channels, PlanChannels serving) {
        this.channels = channels;
        this.serving = serving;
    }

    /** Those of an assignment. */
    List<PlanService.Column> of(long assignmentId) {
        Set<Long> hidden = serving.hidden(assignmentId);
        return all().stream()
                .filter(column -> !hidden.contains(column.key().channelId()))
                .toList();
    }

    /** Those of all channels. */
    List<PlanService.Column> all() {
        List<PlanService.Column> columns = new ArrayList<>();
        for (ChannelService.Band band : channels.bands()) {
            for (ChannelService.Use use : band.uses()) {
                SelectedCells.Column key =
                        new SelectedCells.Column(band.channel().id(), use.recipe().id());
                PlanColumn column = new PlanColumn(
                        key.key(),
                        use.recipe().recipe(),
                        band.channel().name(),
                        band.channel().folder(),
                        band.channel().rules(),
                        use.placement(),
                        1);
                columns.add(new PlanService.Column(key, band, use.recipe(), column));
            }
        }
        return columns;
    }
}
