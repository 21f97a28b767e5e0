package app.vineparcel.core.recipe;

import app.vineparcel.core.naming.FolderScheme;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;

/**
 * A channel as it is passed on, without its recipes, which lie beside it.
 *
 * @param name what people call it
 * @param colour one of {@link #COLOURS}
 * @param folder a folder template, relative to the destination
 * @param scheme how renditions are sorted into folders below it
 * @param maxBytes the most that any rendition may weigh
 * @param withoutLocation whether none may say where its picture was taken
 * @param wants what every rendition shall say
 * @param understands the formats, by their words in a recipe, that whoever gets it can open; empty where that may be any
 * @param keptOut names of layers that never get into it
 * @param enclosures what goes along with them
 * @param recipes its recipes in order
 */
public record ChannelFile(
        String name,
        String colour,
        String folder,
        FolderScheme scheme,
        OptionalLong maxBytes,
        boolean withoutLocation,
        Set<ChannelRequirement> wants,
        List<String> understands,
        List<String> keptOut,
        Enclosures enclosures,
        List<Entry> recipes) {

    /** The colours that a channel may have, each legible on light and on dark ground. */
    public static final List<String> COLOURS =
            List.of("sky", "ochre", "grape", "brick", "leaf", "teal", "slate", "rose");

    /**
     * A recipe within a channel.
     *
     * @param file the bare name of its recipe file
     * @param folder a folder template instead of what the scheme gives
     * @param suffix a template behind the recipe's name
     */
    public record Entry(String file, Optional<String> folder, String suffix) {}

    /** For whoever can open any format. */
    public ChannelFile(
            String name,
            String colour,
            String folder,
            FolderScheme scheme,
            OptionalLong maxBytes,
            boolean withoutLocation,
            Set<ChannelRequirement> wants,
            List<String> keptOut,
            Enclosures enclosures,
            List<Entry> recipes) {
        this(name, colour, folder, scheme, maxBytes, withoutLocation, wants, List.of(), keptOut, enclosures, recipes);
    }

    /** The same under another name and with other recipes. */
    public ChannelFile with(String otherName, List<Entry> entries) {
        return new ChannelFile(
                otherName,
                colour,
                folder,
                scheme,
                maxBytes,
                withoutLocation,
                wants,
                understands,
                keptOut,
                enclosures,
                List.copyOf(entries));
    }
}
