package app.vineparcel.web.channels;

import app.vineparcel.web.recipes.RecipeUse;
import java.util.Map;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** In how many channels recipes are. */
@Component
@Order(1)
class ChannelUse implements RecipeUse {

    private final ChannelService channels;

    ChannelUse(ChannelService channels) {
        this.channels = channels;
    }

    @Override
    public String what() {
        return "channel";
    }

    @Override
    public Map<Long, Long> counts() {
        return channels.uses();
    }
}
