package app.vineparcel.core.plan;

import app.vineparcel.core.recipe.Recipe;
import java.util.List;

/**
 * One recipe as one channel uses it.
 *
 * @param id whatever the caller knows it by
 * @param recipe the recipe, under the channel's weight limit
 * @param channel the channel's name; empty outside channels
 * @param folder the channel's folder template, relative to the destination; everything else lies below it
 * @param rules what the channel asks of all of its renditions
 * @param placement what it says of this recipe
 * @param density how many times the recipe's size
 */
public record PlanColumn(
        String id,
        Recipe recipe,
        String channel,
        String folder,
        ChannelRules rules,
        Placement placement,
        double density) {

    public PlanColumn {
        recipe = rules.limited(recipe);
    }

    /** Of a channel that asks for nothing else. */
    public PlanColumn(String id, Recipe recipe, String channel, String folder) {
        this(id, recipe, channel, folder, ChannelRules.NONE);
    }

    /** At the recipe's own size, where the channel's scheme puts it. */
    public PlanColumn(String id, Recipe recipe, String channel, String folder, ChannelRules rules) {
        this(id, recipe, channel, folder, rules, Placement.USUAL, 1);
    }

    /** One column for every density that the recipe asks for; shapes serve every density and are made once. */
    public List<PlanColumn> ladder() {
        if (recipe.format().isVector()) {
            return List.of(this);
        }
        return recipe.size().densities().stream().map(this::at).toList();
    }

    /** The same at another density. */
    public PlanColumn at(double other) {
        return other == density ? this : new PlanColumn(id, recipe, channel, folder, rules, placement, other);
    }

    /** The same with another recipe, as for a piece with an override. */
    public PlanColumn with(Recipe other) {
        return new PlanColumn(id, other, channel, folder, rules, placement, density);
    }
}
