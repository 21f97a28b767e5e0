package app.vineparcel.web.plan;

import app.vineparcel.core.plan.PlanColumn;
import app.vineparcel.web.channels.ChannelService;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/** The columns of a plan: every recipe of every channel, in order. */
@Component
class PlanColumns {

    private final ChannelService channels;

    PlanColumns(ChannelService channels) {
        this.channels = channels;
    }

    List<PlanService.Column> all() {
        List<PlanService.Column> columns = new ArrayList<>();
        for (ChannelService.Band band : channels.bands()) {
            for (ChannelService.Use use : band.uses()) {
                Choice.Column key =
                        new Choice.Column(band.channel().id(), use.recipe().id());
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
