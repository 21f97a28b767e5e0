package app.vineparcel.core.recipe;

import app.vineparcel.core.geometry.Sizing;
import java.util.OptionalInt;

/**
 * How large a rendition is.
 *
 * @param sizing the rule
 * @param enlarge whether a picture may get more pixels than it has
 * @param ppi the resolution written into the file, where given
 */
public record SizeClause(Sizing sizing, boolean enlarge, OptionalInt ppi) {

    /** As many pixels as the piece has. */
    public static final SizeClause ORIGINAL = new SizeClause(new Sizing.Original(), false, OptionalInt.empty());
}
