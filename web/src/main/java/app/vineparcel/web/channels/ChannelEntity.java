package app.vineparcel.web.channels;

import app.vineparcel.core.naming.FolderScheme;
import app.vineparcel.core.recipe.ChannelFile;
import app.vineparcel.core.recipe.ChannelReader;
import app.vineparcel.core.recipe.ChannelRequirement;
import app.vineparcel.core.recipe.ChannelWriter;
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
import java.util.Optional;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;

/** Where renditions go: a named set of recipes and a folder. */
@Entity(name = "Channel")
class ChannelEntity {

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
    private String understands = "";
    private @Nullable Instant removedAt;
    private @Nullable Long destinationId;
    private String destinationFolder = ChannelDelivery.USUAL_FOLDER;
    private @Nullable Long inboxId;
    private String enclosures = "{}";
    private String hook = "";
    private byte @Nullable [] hookSecret;

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "channel_recipe", joinColumns = @JoinColumn(name = "channel_id"))
    @OrderColumn(name = "position")
    private List<ChannelPart> parts = new ArrayList<>();

    /** For Hibernate. */
    protected ChannelEntity() {}

    ChannelEntity(ChannelFile as, int position, List<ChannelPart> parts) {
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
        understands = String.join(" ", as.understands());
        keptOut = String.join("\n", as.keptOut());
        enclosures = ChannelWriter.write(as.enclosures());
        parts.clear();
        parts.addAll(now);
    }

    /** As everybody else sees it. */
    Channel record() {
        return new Channel(
                id == null ? 0 : id,
                new ChannelFile(
                        name,
                        colour,
                        folder,
                        new FolderScheme(scheme, pattern),
                        maxBytes == null ? OptionalLong.empty() : OptionalLong.of(maxBytes),
                        withoutLocation,
                        ChannelRequirement.read(wants),
                        understands.isEmpty() ? List.of() : List.of(understands.split(" ")),
                        keptOut.isEmpty() ? List.of() : List.of(keptOut.split("\n")),
                        ChannelReader.readEnclosures(enclosures),
                        List.of()),
                parts.stream()
                        .map(part -> new Channel.Part(part.recipeId(), part.placement()))
                        .toList(),
                new ChannelDelivery(
                        Optional.ofNullable(destinationId),
                        destinationFolder,
                        Optional.ofNullable(inboxId),
                        hook,
                        hookSecret != null),
                isRemoved());
    }

    /** Where its files are sent; a secret belongs to the address that it was given for. */
    void send(ChannelDelivery as) {
        if (!hook.equals(as.hook())) {
            hookSecret = null;
        }
        destinationId = as.destination().orElse(null);
        destinationFolder = as.folder();
        inboxId = as.inbox().orElse(null);
        hook = as.hook();
    }

    void keepHookSecret(byte[] sealed) {
        hookSecret = sealed.clone();
    }

    byte[] hookSecret() {
        return hookSecret == null ? new byte[0] : hookSecret.clone();
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

    String name() {
        return name;
    }
}
