package app.vineparcel.web.channels;

import app.vineparcel.core.plan.ChannelRules;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
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
import java.util.ArrayList;
import java.util.List;
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
    private ChannelRules.Densities densities = ChannelRules.Densities.SUFFIX;

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "channel_recipe", joinColumns = @JoinColumn(name = "channel_id"))
    @OrderColumn(name = "position")
    @Column(name = "recipe_id")
    private List<Long> recipeIds = new ArrayList<>();

    /** For Hibernate. */
    protected Channel() {}

    Channel(String name, String colour, String folder, int position, List<Long> recipeIds) {
        this.name = name;
        this.colour = colour;
        this.folder = folder;
        this.position = position;
        this.recipeIds = new ArrayList<>(recipeIds);
    }

    /** The key, once stored. */
    public long id() {
        return id == null ? 0 : id;
    }

    public String name() {
        return name;
    }

    /** A word of the palette: leaf, grape, ochre, sky or brick. */
    public String colour() {
        return colour;
    }

    /** A folder template, relative to the destination. */
    public String folder() {
        return folder;
    }

    /** Names of layers that never get into it. */
    public List<String> keptOut() {
        return keptOut.isEmpty() ? List.of() : List.of(keptOut.split("\n"));
    }

    /** What it asks of all of its renditions. */
    public ChannelRules rules() {
        return new ChannelRules(Set.copyOf(keptOut()), densities);
    }

    void rule(List<String> without, ChannelRules.Densities scheme) {
        keptOut = String.join("\n", without);
        densities = scheme;
    }

    /** Keys of its recipes, in order. */
    public List<Long> recipeIds() {
        return List.copyOf(recipeIds);
    }
}
