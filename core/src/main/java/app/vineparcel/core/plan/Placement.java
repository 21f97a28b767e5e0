package app.vineparcel.core.plan;

import java.util.Optional;

/**
 * What a channel says of one of its recipes.
 *
 * @param folder a folder template below the channel's, instead of what its scheme gives
 * @param suffix a template that is set behind the recipe's name; often empty
 */
public record Placement(Optional<String> folder, String suffix) {

    /** As the scheme and the recipe have it. */
    public static final Placement USUAL = new Placement(Optional.empty(), "");
}
