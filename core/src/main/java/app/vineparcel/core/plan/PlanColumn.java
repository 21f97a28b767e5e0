package app.vineparcel.core.plan;

import app.vineparcel.core.recipe.Recipe;
import java.util.List;

/**
 * One recipe as one channel uses it.
 *
 * @param id whatever the caller knows it by
 * @param recipe the recipe
 * @param channel the channel's name; empty outside channels
 * @param folder the channel's folder template, relative to the destination; the recipe's folder lies below it
 * @param rules what else the channel asks for
 * @param density how many times the recipe's size
 */
public record PlanColumn(String id, Recipe recipe, String channel, String folder, ChannelRules rules, double density) {

    /** Of a channel that asks for nothing else. */
    public PlanColumn(String id, Recipe recipe, String channel, String folder) {
        this(id, recipe, channel, folder, ChannelRules.NONE);
    }

    /** At the recipe's own size. */
    public PlanColumn(String id, Recipe recipe, String channel, String folder, ChannelRules rules) {
        this(id, recipe, channel, folder, rules, 1);
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
        return new PlanColumn(id, recipe, channel, folder, rules, other);
    }
}
