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
    List<PlanService.ShownColumn> of(long assignmentId) {
        Set<Long> hidden = serving.hidden(assignmentId);
        return all().stream()
                .filter(column -> !hidden.contains(column.key().channelId()))
                .toList();
    }

    /** Those of all channels. */
    List<PlanService.ShownColumn> all() {
        List<PlanService.ShownColumn> columns = new ArrayList<>();
        for (ChannelService.Band band : channels.bands()) {
            for (ChannelService.Use use : band.uses()) {
                SelectedCells.ColumnKey key = new SelectedCells.ColumnKey(
                        band.channel().id(), use.recipe().id());
                PlanColumn column = new PlanColumn(
                        key.key(),
                        use.recipe().recipe(),
                        band.channel().name(),
                        band.channel().folder(),
                        band.channel().rules(),
                        use.placement(),
                        1);
                columns.add(new PlanService.ShownColumn(key, band, use.recipe(), column));
            }
        }
        return columns;
    }
}
