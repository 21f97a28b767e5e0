package app.vineparcel.web.channels;

import app.vineparcel.core.plan.Placement;
import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A recipe within a channel, and what the channel says of it. */
@Embeddable
class ChannelPart {

    @Column(name = "recipe_id")
    private long recipeId;

    private @Nullable String folder;
    private String suffix = "";

    /** For Hibernate. */
    protected ChannelPart() {}

    ChannelPart(long recipeId, Placement placement) {
        this.recipeId = recipeId;
        this.folder = placement.folder().orElse(null);
        this.suffix = placement.suffix();
    }

    long recipeId() {
        return recipeId;
    }

    /** Its own folder and suffix. */
    Placement placement() {
        return new Placement(Optional.ofNullable(folder), suffix);
    }
}
