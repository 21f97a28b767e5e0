package app.vineparcel.web.channels;

import app.vineparcel.core.naming.FolderScheme;
import app.vineparcel.core.plan.ChannelRules;
import app.vineparcel.core.plan.Placement;
import app.vineparcel.core.recipe.ChannelFile;
import app.vineparcel.core.recipe.ChannelRequirement;
import java.util.List;
import java.util.OptionalLong;
import java.util.Set;

/**
 * Where renditions go: a named set of recipes and a folder.
 *
 * @param file the channel as it is exported, without its recipes
 * @param parts its recipes in order
 * @param delivery where its files are sent
 * @param isRemoved whether it was deleted and can still be restored
 */
public record Channel(long id, ChannelFile file, List<Part> parts, ChannelDelivery delivery, boolean isRemoved) {

    /** A recipe within a channel, and what the channel says of it: its own folder and suffix. */
    public record Part(long recipeId, Placement placement) {}

    public String name() {
        return file.name();
    }

    /** One of {@link ChannelFile#COLOURS}. */
    public String colour() {
        return file.colour();
    }

    /** A folder template, relative to the destination. */
    public String folder() {
        return file.folder();
    }

    /** How renditions are sorted into folders below it. */
    public FolderScheme scheme() {
        return file.scheme();
    }

    /** The most that any of its renditions may weigh, bytes. */
    public OptionalLong maxBytes() {
        return file.maxBytes();
    }

    /** Whether none of its renditions may say where its picture was taken. */
    public boolean withoutLocation() {
        return file.withoutLocation();
    }

    /** What it wants every rendition to say. */
    public Set<ChannelRequirement> wants() {
        return file.wants();
    }

    /** Names of layers that never get into it. */
    public List<String> keptOut() {
        return file.keptOut();
    }

    /** What it asks of all of its renditions. */
    public ChannelRules rules() {
        return new ChannelRules(
                Set.copyOf(keptOut()),
                scheme(),
                maxBytes(),
                withoutLocation(),
                wants(),
                Set.copyOf(file.understands()));
    }
}
