package app.vineparcel.core.plan;

import app.vineparcel.core.naming.FolderScheme;
import app.vineparcel.core.recipe.ChannelRequirement;
import app.vineparcel.core.recipe.Recipe;
import java.util.OptionalLong;
import java.util.Set;

/**
 * What a channel asks of all of its renditions.
 *
 * @param keptOut names of layers that never get into it
 * @param scheme how they are sorted into folders
 * @param maxBytes the most that any of them may weigh
 * @param withoutLocation whether none may say where its picture was taken
 * @param wants what each of them shall say
 * @param understands the formats that whoever gets them can open; empty where that may be any
 */
public record ChannelRules(
        Set<String> keptOut,
        FolderScheme scheme,
        OptionalLong maxBytes,
        boolean withoutLocation,
        Set<ChannelRequirement> wants,
        Set<String> understands) {

    /** Nothing. */
    public static final ChannelRules NONE =
            new ChannelRules(Set.of(), FolderScheme.RECIPES, OptionalLong.empty(), false);

    public ChannelRules {
        keptOut = Set.copyOf(keptOut);
        wants = Set.copyOf(wants);
        understands = Set.copyOf(understands);
    }

    /** Nothing has to be said. */
    public ChannelRules(Set<String> keptOut, FolderScheme scheme, OptionalLong maxBytes, boolean withoutLocation) {
        this(keptOut, scheme, maxBytes, withoutLocation, Set.of(), Set.of());
    }

    /** For whoever can open any format. */
    public ChannelRules(
            Set<String> keptOut,
            FolderScheme scheme,
            OptionalLong maxBytes,
            boolean withoutLocation,
            Set<ChannelRequirement> wants) {
        this(keptOut, scheme, maxBytes, withoutLocation, wants, Set.of());
    }

    boolean understands(String type) {
        return understands.isEmpty() || understands.contains(type);
    }

    boolean wantsRights() {
        return wants.contains(ChannelRequirement.RIGHTS);
    }

    boolean wantsAltText() {
        return wants.contains(ChannelRequirement.ALT_TEXT);
    }

    /** A recipe under the channel's weight limit, where that is the lower one. */
    Recipe limited(Recipe recipe) {
        long own = recipe.maxBytes().orElse(Long.MAX_VALUE);
        return maxBytes.isPresent() && maxBytes.getAsLong() < own ? recipe.atMost(maxBytes.getAsLong()) : recipe;
    }
}
