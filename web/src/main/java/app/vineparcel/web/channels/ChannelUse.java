package app.vineparcel.web.channels;

import app.vineparcel.web.recipes.RecipeUse;
import java.util.List;
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

    @Override
    public List<String> notUnderstanding(long recipe, String type) {
        return channels.bands().stream()
                .filter(band ->
                        band.uses().stream().anyMatch(use -> use.recipe().id() == recipe))
                .map(ChannelService.Band::channel)
                .filter(channel -> !channel.file().understands().isEmpty()
                        && !channel.file().understands().contains(type))
                .map(Channel::name)
                .toList();
    }
}
