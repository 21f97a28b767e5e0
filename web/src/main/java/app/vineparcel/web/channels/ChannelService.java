package app.vineparcel.web.channels;

import app.vineparcel.core.plan.ChannelRules;
import app.vineparcel.web.recipes.RecipeService;
import app.vineparcel.web.recipes.StoredRecipe;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps channels. */
@Service
public class ChannelService {

    /** A channel with its recipes. */
    public record Band(Channel channel, List<StoredRecipe> recipes) {}

    private final ChannelRepository channels;
    private final RecipeService recipes;

    ChannelService(ChannelRepository channels, RecipeService recipes) {
        this.channels = channels;
        this.recipes = recipes;
    }

    /** All channels with their recipes, in order. */
    @Transactional(readOnly = true)
    public List<Band> bands() {
        Map<Long, StoredRecipe> byId =
                recipes.all().stream().collect(Collectors.toMap(StoredRecipe::id, Function.identity()));
        return channels.findAllByOrderByPosition().stream()
                .map(channel -> new Band(
                        channel, channel.recipeIds().stream().map(byId::get).toList()))
                .toList();
    }

    /** Changes what a channel asks of all of its renditions. */
    @Transactional
    public void rule(long id, List<String> keptOut, ChannelRules.Densities densities) {
        Channel channel = channels.findById(id).orElseThrow();
        channel.rule(keptOut, densities);
        channels.save(channel);
    }

    /** Keeps a new one, behind the others. */
    @Transactional
    public Channel add(String name, String colour, String folder, List<Long> recipeIds) {
        return channels.save(new Channel(name, colour, folder, (int) channels.count(), recipeIds));
    }
}
