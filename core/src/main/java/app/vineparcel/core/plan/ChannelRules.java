package app.vineparcel.core.plan;

import java.util.Set;

/**
 * What a channel asks of all of its renditions.
 *
 * @param keptOut names of layers that never get into it
 * @param densities where a name says nothing of it, how densities are told apart
 */
public record ChannelRules(Set<String> keptOut, Densities densities) {

    /** Nothing. */
    public static final ChannelRules NONE = new ChannelRules(Set.of(), Densities.SUFFIX);

    public ChannelRules {
        keptOut = Set.copyOf(keptOut);
    }

    /** How densities are told apart. */
    public enum Densities {
        /** By the end of the name: nothing at 1x, {@code @2x} at two. */
        SUFFIX,
        /** By a folder: {@code 1x}, {@code 2x}. */
        FOLDER
    }
}
