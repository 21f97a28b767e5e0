package app.vineparcel.web.channels;

import app.vineparcel.core.naming.FolderScheme;
import app.vineparcel.core.plan.ChannelRules;
import app.vineparcel.core.recipe.ChannelFile;
import app.vineparcel.core.recipe.ChannelRequirement;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OrderColumn;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Where renditions go: a named set of recipes and a folder. */
@Entity
public class Channel {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private String name = "";
    private String colour = "";
    private String folder = "";
    private int position;
    private String keptOut = "";

    @Enumerated(EnumType.STRING)
    private FolderScheme.Kind scheme = FolderScheme.Kind.RECIPES;

    private String pattern = "";
    private @Nullable Long maxBytes;
    private boolean withoutLocation;
    private String wants = "";
    private @Nullable Instant removedAt;

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "channel_recipe", joinColumns = @JoinColumn(name = "channel_id"))
    @OrderColumn(name = "position")
    private List<ChannelPart> parts = new ArrayList<>();

    /** For Hibernate. */
    protected Channel() {}

    Channel(ChannelFile as, int position, List<ChannelPart> parts) {
        this.position = position;
        change(as, parts);
    }

    /** Takes everything over but the recipes, which come as kept ones. */
    final void change(ChannelFile as, List<ChannelPart> now) {
        name = as.name();
        colour = as.colour();
        folder = as.folder();
        scheme = as.scheme().kind();
        pattern = as.scheme().pattern();
        maxBytes = as.maxBytes().isPresent() ? as.maxBytes().getAsLong() : null;
        withoutLocation = as.withoutLocation();
        wants = ChannelRequirement.written(as.wants());
        keptOut = String.join("\n", as.keptOut());
        parts.clear();
        parts.addAll(now);
    }

    /** The channel as it is passed on, without its recipes. */
    ChannelFile file() {
        return new ChannelFile(
                name, colour, folder, scheme(), maxBytes(), withoutLocation, wants(), keptOut(), List.of());
    }

    void call(String other) {
        name = other;
    }

    void remove(Instant now) {
        removedAt = now;
    }

    void bringBack() {
        removedAt = null;
    }

    boolean isRemoved() {
        return removedAt != null;
    }

    /** The key, once stored. */
    public long id() {
        return id == null ? 0 : id;
    }

    public String name() {
        return name;
    }

    /** One of {@link ChannelFile#COLOURS}. */
    public String colour() {
        return colour;
    }

    /** A folder template, relative to the destination. */
    public String folder() {
        return folder;
    }

    /** How renditions are sorted into folders below it. */
    public FolderScheme scheme() {
        return new FolderScheme(scheme, pattern);
    }

    /** The most that any of its renditions may weigh, bytes. */
    public OptionalLong maxBytes() {
        return maxBytes == null ? OptionalLong.empty() : OptionalLong.of(maxBytes);
    }

    /** Whether none of its renditions may say where its picture was taken. */
    public boolean withoutLocation() {
        return withoutLocation;
    }

    /** What it wants every rendition to say. */
    public Set<ChannelRequirement> wants() {
        return ChannelRequirement.read(wants);
    }

    /** Names of layers that never get into it. */
    public List<String> keptOut() {
        return keptOut.isEmpty() ? List.of() : List.of(keptOut.split("\n"));
    }

    /** What it asks of all of its renditions. */
    public ChannelRules rules() {
        return new ChannelRules(Set.copyOf(keptOut()), scheme(), maxBytes(), withoutLocation, wants());
    }

    /** Its recipes in order. */
    public List<ChannelPart> parts() {
        return List.copyOf(parts);
    }
}
